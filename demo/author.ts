/** Writes an IFC4 file record by record; lengths go in as metres and come out as millimetres. The same calls give the same bytes. */

export type Point = readonly [number, number, number];
export type Flat = readonly [number, number];
export interface Ref {
  readonly ref: number;
}
interface Enum {
  readonly enum: string;
}
type Arg = number | string | null | Ref | Enum | Raw | readonly Arg[];
interface Raw {
  readonly raw: string;
}

export const word = (name: string): Enum => ({ enum: name });
const raw = (text: string): Raw => ({ raw: text });

function format(arg: Arg): string {
  if (arg === null) return '$';
  if (typeof arg === 'number') {
    const text = String(Math.round(arg * 1e6) / 1e6);
    return /[.e]/.test(text) ? text.replace('e', 'E') : `${text}.`;
  }
  if (typeof arg === 'string')
    return `'${Array.from(arg.replace(/'/g, "''"))
      .map((c) => (c.charCodeAt(0) > 126 ? `\\X2\\${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}\\X0\\` : c))
      .join('')}'`;
  if ('ref' in arg) return `#${arg.ref}`;
  if ('enum' in arg) return `.${arg.enum}.`;
  if ('raw' in arg) return arg.raw;
  return `(${(arg as readonly Arg[]).map(format).join(',')})`;
}

const mm = (metres: number): number => Math.round(metres * 1e6) / 1e3;

export interface ElementOptions {
  readonly storey: string;
  readonly items: readonly Ref[];
  /** A material's name, or pieces with one material each, in the order of the items. */
  readonly material?: string | readonly string[];
  readonly buildUp?: {
    readonly name: string;
    readonly axis: 'AXIS2' | 'AXIS3';
    readonly sense: 'POSITIVE' | 'NEGATIVE';
    readonly offset: number;
  };
  readonly predefined?: string;
  readonly placement?: { readonly at: Point; readonly x?: Point; readonly z?: Point };
  readonly type?: string;
  readonly height?: number;
  readonly width?: number;
}

export class Author {
  private readonly lines: string[] = [];
  private next = 1;
  private guids = 0;
  private readonly memory = new Map<string, Ref>();
  private readonly materials = new Map<string, Ref>();
  private readonly sets = new Map<string, Ref>();
  private readonly storeyPlace = new Map<string, { place: Ref; storey: Ref; z: number; members: Ref[]; spaces: Ref[] }>();
  private readonly byMaterial = new Map<string, Ref[]>();
  private readonly owner: Ref;
  private readonly context: Ref;
  private readonly building: Ref;
  private readonly buildingPlace: Ref;
  private readonly site: Ref;

  /** @param seed what its identities are counted from, so that those of two files differ */
  constructor(project: string, northTurned: number, map: { east: number; north: number; height: number }, seed = 0) {
    this.guids = seed;
    const person = this.add('IFCPERSON', null, 'Demo', null, null, null, null, null, null);
    const office = this.add('IFCORGANIZATION', null, 'Demo office', null, null, null);
    const both = this.add('IFCPERSONANDORGANIZATION', person, office, null);
    const application = this.add('IFCAPPLICATION', office, '1', 'demo script', 'demo');
    this.owner = this.add('IFCOWNERHISTORY', both, application, null, word('ADDED'), null, null, null, raw('1735689600'));
    const units = this.add('IFCUNITASSIGNMENT', [
      this.add('IFCSIUNIT', raw('*'), word('LENGTHUNIT'), word('MILLI'), word('METRE')),
      this.add('IFCSIUNIT', raw('*'), word('AREAUNIT'), null, word('SQUARE_METRE')),
      this.add('IFCSIUNIT', raw('*'), word('VOLUMEUNIT'), null, word('CUBIC_METRE')),
      this.add('IFCSIUNIT', raw('*'), word('PLANEANGLEUNIT'), null, word('RADIAN')),
    ]);
    const a = (northTurned * Math.PI) / 180;
    const world = this.add(
      'IFCGEOMETRICREPRESENTATIONCONTEXT',
      null,
      'Model',
      raw('3'),
      0.00001,
      this.axes([0, 0, 0]),
      this.add('IFCDIRECTION', [-Math.sin(a), Math.cos(a)]),
    );
    this.context = this.add(
      'IFCGEOMETRICREPRESENTATIONSUBCONTEXT',
      'Body',
      'Model',
      raw('*'),
      raw('*'),
      raw('*'),
      raw('*'),
      world,
      null,
      word('MODEL_VIEW'),
      null,
    );
    const crs = this.add('IFCPROJECTEDCRS', 'Local map grid', null, null, null, null, null, null);
    this.add('IFCMAPCONVERSION', world, crs, map.east * 1000, map.north * 1000, map.height * 1000, Math.cos(a), -Math.sin(a), 1);
    const root = this.add('IFCPROJECT', this.guid(), this.owner, project, null, null, null, null, [world], units);
    const sitePlace = this.add('IFCLOCALPLACEMENT', null, this.axes([0, 0, 0]));
    this.site = this.add(
      'IFCSITE',
      this.guid(),
      this.owner,
      'Heron Spit',
      null,
      null,
      sitePlace,
      null,
      null,
      word('ELEMENT'),
      null,
      null,
      null,
      null,
      null,
    );
    this.buildingPlace = this.add('IFCLOCALPLACEMENT', sitePlace, this.axes([0, 0, 0]));
    this.building = this.add(
      'IFCBUILDING',
      this.guid(),
      this.owner,
      project,
      null,
      null,
      this.buildingPlace,
      null,
      null,
      word('ELEMENT'),
      null,
      null,
      null,
    );
    this.add('IFCRELAGGREGATES', this.guid(), this.owner, null, null, root, [this.site]);
    this.add('IFCRELAGGREGATES', this.guid(), this.owner, null, null, this.site, [this.building]);
  }

  add(type: string, ...args: Arg[]): Ref {
    const ref = { ref: this.next++ };
    this.lines.push(`#${ref.ref}=${type}(${args.map(format).join(',')});`);
    return ref;
  }
  private once(type: string, ...args: Arg[]): Ref {
    const key = `${type}${args.map(format).join()}`;
    let ref = this.memory.get(key);
    if (!ref) this.memory.set(key, (ref = this.add(type, ...args)));
    return ref;
  }

  /** A GlobalId from a counter: 22 signs, the same at each run. */
  private guid(): string {
    const signs = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$';
    let seed = (Math.imul(++this.guids, 2654435761) ^ 0x5bd1e995) >>> 0;
    let out = '0';
    for (let i = 1; i < 22; i++) {
      seed = (Math.imul(seed ^ (seed >>> 15), 2246822519) + i) >>> 0;
      out += signs[seed & 63];
    }
    return out;
  }

  point(p: readonly number[]): Ref {
    return this.once('IFCCARTESIANPOINT', p.map(mm));
  }
  direction(d: readonly number[]): Ref {
    return this.once('IFCDIRECTION', [...d]);
  }
  axes(at: Point, z?: Point, x?: Point): Ref {
    return this.once('IFCAXIS2PLACEMENT3D', this.point(at), z ? this.direction(z) : null, x ? this.direction(x) : null);
  }

  storey(name: string, z: number): void {
    const place = this.add('IFCLOCALPLACEMENT', this.buildingPlace, this.axes([0, 0, z]));
    const storey = this.add('IFCBUILDINGSTOREY', this.guid(), this.owner, name, null, null, place, null, null, word('ELEMENT'), mm(z));
    this.storeyPlace.set(name, { place, storey, z, members: [], spaces: [] });
  }

  /** Outline as a closed polyline. */
  private polyline(points: readonly Flat[]): Ref {
    const refs = points.map((p) => this.point(p));
    return this.add('IFCPOLYLINE', [...refs, refs[0]!]);
  }
  profile(points: readonly Flat[], holes: readonly (readonly Flat[])[] = []): Ref {
    if (!holes.length) return this.add('IFCARBITRARYCLOSEDPROFILEDEF', word('AREA'), null, this.polyline(points));
    return this.add(
      'IFCARBITRARYPROFILEDEFWITHVOIDS',
      word('AREA'),
      null,
      this.polyline(points),
      holes.map((h) => this.polyline(h)),
    );
  }
  circle(radius: number, inner = 0): Ref {
    const place = this.once('IFCAXIS2PLACEMENT2D', this.point([0, 0]), null);
    return inner
      ? this.once('IFCCIRCLEHOLLOWPROFILEDEF', word('AREA'), null, place, mm(radius), mm(radius - inner))
      : this.once('IFCCIRCLEPROFILEDEF', word('AREA'), null, place, mm(radius));
  }
  /** A rolled I section: overall width and depth, web, flange and fillet. */
  section(width: number, depth: number, web: number, flange: number, fillet: number): Ref {
    const place = this.once('IFCAXIS2PLACEMENT2D', this.point([0, 0]), null);
    return this.once('IFCISHAPEPROFILEDEF', word('AREA'), null, place, mm(width), mm(depth), mm(web), mm(flange), mm(fillet), null, null);
  }
  /** A profile in its own plane, pushed `depth` along the plane's z. */
  extrude(profile: Ref, depth: number, at: Point = [0, 0, 0], z?: Point, x?: Point): Ref {
    return this.add('IFCEXTRUDEDAREASOLID', profile, this.axes(at, z, x), this.direction([0, 0, 1]), mm(depth));
  }
  box(x0: number, y0: number, z0: number, dx: number, dy: number, dz: number): Ref {
    return this.extrude(
      this.profile([
        [x0, y0],
        [x0 + dx, y0],
        [x0 + dx, y0 + dy],
        [x0, y0 + dy],
      ]),
      dz,
      [0, 0, z0],
    );
  }
  /** A profile in the XZ plane (x right, z up as its y), turned once about the vertical through `at`. */
  revolve(points: readonly Flat[], at: Point): Ref {
    const axis = this.add('IFCAXIS1PLACEMENT', this.point([0, 0, 0]), this.direction([0, 1, 0]));
    return this.add('IFCREVOLVEDAREASOLID', this.profile(points), this.axes(at, [0, -1, 0], [1, 0, 0]), axis, Math.PI * 2);
  }
  /** A bar of rectangular section from a to b; `w` across, `h` in the direction nearest to up. */
  bar(a: Point, b: Point, w: number, h: number): Ref {
    const d = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
    const l = Math.hypot(...d);
    const z: Point = [d[0] / l, d[1] / l, d[2] / l];
    const flat = Math.abs(z[2]) > 0.999;
    const side = Math.hypot(z[0], z[1]);
    const x: Point = flat ? [1, 0, 0] : [-z[1] / side, z[0] / side, 0];
    return this.extrude(
      this.profile([
        [-w / 2, -h / 2],
        [w / 2, -h / 2],
        [w / 2, h / 2],
        [-w / 2, h / 2],
      ]),
      l,
      a,
      z,
      x,
    );
  }
  /** A round bar or pipe from a to b. */
  rod(a: Point, b: Point, radius: number, inner = 0): Ref {
    const d = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
    const l = Math.hypot(...d);
    return this.extrude(this.circle(radius, inner), l, a, [d[0] / l, d[1] / l, d[2] / l], Math.abs(d[2] / l) > 0.9 ? [1, 0, 0] : [0, 0, 1]);
  }
  /** Triangles as they are; `closed` tells whether they bound a solid. */
  mesh(points: readonly Point[], triangles: readonly (readonly [number, number, number])[], closed: boolean): Ref {
    const list = this.add(
      'IFCCARTESIANPOINTLIST3D',
      points.map((p) => p.map(mm)),
    );
    return this.add(
      'IFCTRIANGULATEDFACESET',
      list,
      null,
      closed ? word('T') : word('F'),
      triangles.map((t) => t.map((i) => raw(String(i + 1)))),
      null,
    );
  }

  /** A copy of a type's shape, which is written once, at a place. */
  copy(type: string, shape: () => readonly Ref[], at: Point): Ref {
    let source = this.memory.get(`shape ${type}`);
    if (!source) {
      const rep = this.add('IFCSHAPEREPRESENTATION', this.context, 'Body', 'SolidModel', shape());
      this.memory.set(`shape ${type}`, (source = this.add('IFCREPRESENTATIONMAP', this.axes([0, 0, 0]), rep)));
    }
    const place = this.add('IFCCARTESIANTRANSFORMATIONOPERATOR3D', null, null, this.point(at), 1, null);
    return this.add('IFCMAPPEDITEM', source, place);
  }

  /** A set of properties of an element; figures are written as plain reals. */
  properties(element: Ref, name: string, values: readonly (readonly [string, string | number | boolean])[]): void {
    const written = (value: string | number | boolean) =>
      typeof value === 'string'
        ? raw(`IFCLABEL(${format(value)})`)
        : typeof value === 'number'
          ? raw(`IFCREAL(${format(value)})`)
          : raw(`IFCBOOLEAN(.${value ? 'T' : 'F'}.)`);
    const singles = values.map(([key, value]) => this.add('IFCPROPERTYSINGLEVALUE', key, null, written(value), null));
    const set = this.add('IFCPROPERTYSET', this.guid(), this.owner, name, null, singles);
    this.add('IFCRELDEFINESBYPROPERTIES', this.guid(), this.owner, null, null, [element], set);
  }

  material(name: string, colour?: Point, transparency = 0): void {
    const material = this.add('IFCMATERIAL', name, null, null);
    this.materials.set(name, material);
    if (!colour) return;
    const rgb = this.add('IFCCOLOURRGB', null, ...colour);
    const rendering = this.add('IFCSURFACESTYLERENDERING', rgb, transparency, null, null, null, null, null, null, word('FLAT'));
    const style = this.add('IFCSURFACESTYLE', name, word('BOTH'), [rendering]);
    const styled = this.add('IFCSTYLEDITEM', null, [style], null);
    const rep = this.add('IFCSTYLEDREPRESENTATION', this.context, 'Style', 'Material', [styled]);
    this.add('IFCMATERIALDEFINITIONREPRESENTATION', null, null, [rep], material);
  }
  layerSet(name: string, layers: readonly (readonly [string, number])[]): void {
    this.sets.set(
      name,
      this.add(
        'IFCMATERIALLAYERSET',
        layers.map(([m, t]) => this.add('IFCMATERIALLAYER', this.materials.get(m)!, mm(t), null, null, null, null, null)),
        name,
        null,
      ),
    );
  }

  /** Adds an element and says what it is made of. Shapes are given in the building's coordinates unless a placement is. */
  element(type: string, name: string, o: ElementOptions): Ref {
    const storey = this.storeyPlace.get(o.storey)!;
    const at = o.placement?.at ?? [0, 0, 0];
    const place = this.add(
      'IFCLOCALPLACEMENT',
      storey.place,
      this.axes([at[0], at[1], at[2] - storey.z], o.placement?.z ?? (o.placement?.x ? [0, 0, 1] : undefined), o.placement?.x),
    );
    const rep = this.add('IFCSHAPEREPRESENTATION', this.context, 'Body', 'SolidModel', o.items);
    const shape = this.add('IFCPRODUCTDEFINITIONSHAPE', null, null, [rep]);
    const kind = o.predefined ? word(o.predefined) : null;
    const tail: Arg[] =
      type === 'IFCWINDOW'
        ? [mm(o.height ?? 0), mm(o.width ?? 0), word('WINDOW'), null, null]
        : type === 'IFCDOOR'
          ? [mm(o.height ?? 0), mm(o.width ?? 0), word('DOOR'), null, null]
          : type === 'IFCSTAIRFLIGHT'
            ? [null, null, null, null, kind]
            : type === 'IFCPILE'
              ? [kind, null]
              : [kind];
    const element = this.add(type, this.guid(), this.owner, name, null, o.type ?? null, place, shape, null, ...tail);
    storey.members.push(element);
    if (o.buildUp) {
      const usage = this.once(
        'IFCMATERIALLAYERSETUSAGE',
        this.sets.get(o.buildUp.name)!,
        word(o.buildUp.axis),
        word(o.buildUp.sense),
        mm(o.buildUp.offset),
        null,
      );
      this.associate(`usage ${usage.ref}`, usage, element);
    } else if (typeof o.material === 'string') this.associate(o.material, this.materials.get(o.material)!, element);
    else if (o.material) {
      const key = `pieces ${o.material.join()}`;
      const set =
        this.memory.get(key) ??
        this.add(
          'IFCMATERIALCONSTITUENTSET',
          null,
          null,
          o.material.map((m, i) => this.add('IFCMATERIALCONSTITUENT', `${m} ${i}`, null, this.materials.get(m)!, null, null)),
        );
      this.memory.set(key, set);
      this.associate(key, set, element);
    }
    return element;
  }
  private readonly associations = new Map<string, Ref>();
  private associate(key: string, material: Ref, element: Ref): void {
    this.associations.set(key, material);
    const users = this.byMaterial.get(key);
    if (users) users.push(element);
    else this.byMaterial.set(key, [element]);
  }

  /** An opening in a host, and what fills it. */
  opening(host: Ref, storey: string, solid: Ref, filling?: Ref, placement: { at: Point; x?: Point } = { at: [0, 0, 0] }): void {
    const s = this.storeyPlace.get(storey)!;
    const place = this.add(
      'IFCLOCALPLACEMENT',
      s.place,
      this.axes([placement.at[0], placement.at[1], placement.at[2] - s.z], placement.x ? [0, 0, 1] : undefined, placement.x),
    );
    const rep = this.add('IFCSHAPEREPRESENTATION', this.context, 'Body', 'SweptSolid', [solid]);
    const opening = this.add(
      'IFCOPENINGELEMENT',
      this.guid(),
      this.owner,
      null,
      null,
      null,
      place,
      this.add('IFCPRODUCTDEFINITIONSHAPE', null, null, [rep]),
      null,
      word('OPENING'),
    );
    this.add('IFCRELVOIDSELEMENT', this.guid(), this.owner, null, null, host, opening);
    if (filling) this.add('IFCRELFILLSELEMENT', this.guid(), this.owner, null, null, opening, filling);
  }

  space(storey: string, number: string, name: string, outline: readonly Flat[], z: number, height: number): void {
    const s = this.storeyPlace.get(storey)!;
    const place = this.add('IFCLOCALPLACEMENT', s.place, this.axes([0, 0, -s.z]));
    const rep = this.add('IFCSHAPEREPRESENTATION', this.context, 'Body', 'SweptSolid', [
      this.extrude(this.profile(outline), height, [0, 0, z]),
    ]);
    s.spaces.push(
      this.add(
        'IFCSPACE',
        this.guid(),
        this.owner,
        number,
        null,
        null,
        place,
        this.add('IFCPRODUCTDEFINITIONSHAPE', null, null, [rep]),
        name,
        word('ELEMENT'),
        word('INTERNAL'),
        null,
      ),
    );
  }

  grid(
    u: readonly (readonly [string, number])[],
    v: readonly (readonly [string, number])[],
    [x0, y0, x1, y1]: readonly [number, number, number, number],
  ): void {
    const axis = (tag: string, a: Flat, b: Flat) =>
      this.add('IFCGRIDAXIS', tag, this.add('IFCPOLYLINE', [this.point(a), this.point(b)]), word('T'));
    const us = u.map(([tag, x]) => axis(tag, [x, y0], [x, y1]));
    const vs = v.map(([tag, y]) => axis(tag, [x0, y], [x1, y]));
    const place = this.add('IFCLOCALPLACEMENT', this.buildingPlace, this.axes([0, 0, 0]));
    const grid = this.add('IFCGRID', this.guid(), this.owner, 'Grid', null, null, place, null, us, vs, null, null);
    this.add('IFCRELCONTAINEDINSPATIALSTRUCTURE', this.guid(), this.owner, null, null, [grid], this.building);
  }

  finish(fileName: string): string {
    this.add(
      'IFCRELAGGREGATES',
      this.guid(),
      this.owner,
      null,
      null,
      this.building,
      [...this.storeyPlace.values()].map((s) => s.storey),
    );
    for (const s of this.storeyPlace.values()) {
      if (s.members.length) this.add('IFCRELCONTAINEDINSPATIALSTRUCTURE', this.guid(), this.owner, null, null, s.members, s.storey);
      if (s.spaces.length) this.add('IFCRELAGGREGATES', this.guid(), this.owner, null, null, s.storey, s.spaces);
    }
    for (const [key, elements] of this.byMaterial)
      this.add('IFCRELASSOCIATESMATERIAL', this.guid(), this.owner, null, null, elements, this.associations.get(key)!);
    return [
      'ISO-10303-21;',
      'HEADER;',
      "FILE_DESCRIPTION(('ViewDefinition [ReferenceView]'),'2;1');",
      `FILE_NAME('${fileName}','2025-01-01T00:00:00',('Demo'),('Demo office'),'demo script','demo script','');`,
      "FILE_SCHEMA(('IFC4'));",
      'ENDSEC;',
      'DATA;',
      ...this.lines,
      'ENDSEC;',
      'END-ISO-10303-21;',
      '',
    ].join('\n');
  }
}
