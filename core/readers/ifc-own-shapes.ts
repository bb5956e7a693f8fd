import { multiply, transformPoint, type Matrix4 } from '../geometry/matrix4';
import { prismTriangles } from '../geometry/prism';
import type { Vec3 } from '../geometry/vec3';
import { list, number, refs, triple, type Placements } from './ifc-placements';
import { needsOwn, profileRings, type Profile } from './ifc-profiles';
import { isRef, type StepIndex } from './step-index';

/** A body that is built here: corners in the file's coordinates and units, three numbers each, and its triangles. */
export interface OwnShape {
  readonly item: number;
  readonly corners: Float64Array;
  readonly triangles: Uint32Array;
}

/**
 * Builds the extrusions whose profiles the shape builder gets wrong or leaves out, from the file's own figures, with true arcs.
 * Finds them once; most files have none, and then nothing is asked.
 */
export class OwnShapes {
  private readonly index: StepIndex;
  private readonly placements: Placements;
  /** Extrusions with such a profile. */
  private readonly items = new Set<number>();
  private readonly pierced = new Set<number>();

  constructor(index: StepIndex, placements: Placements) {
    this.index = index;
    this.placements = placements;
    const profiles = new Set<number>();
    for (const type of index.types())
      if (type.endsWith('PROFILEDEF') || type.endsWith('WITHVOIDS'))
        for (const id of index.all(type)) {
          const record = index.get(id);
          if (record && needsOwn(index, record)) profiles.add(id);
        }
    // the library overlooks the second list of corners of such faces
    for (const id of index.all('IFCTRIANGULATEDFACESET')) if (list(index.valueOf(id, 4)).length) this.items.add(id);
    if (profiles.size)
      for (const id of index.all('IFCEXTRUDEDAREASOLID')) {
        const profile = index.get(id)?.args[0];
        if (isRef(profile) && profiles.has(profile.ref)) this.items.add(id);
      }
    if (!this.items.size) return;
    for (const id of index.all('IFCRELVOIDSELEMENT')) {
      const host = index.get(id)?.args[4];
      if (isRef(host)) this.pierced.add(host.ref);
    }
  }

  get isEmpty(): boolean {
    return this.items.size === 0;
  }

  /** The bodies of a product that are built here; those with openings in them are left to the shape builder. */
  of(product: number): OwnShape[] {
    const record = this.index.get(product);
    const shape = this.index.follow(record?.args[6]);
    if (!record || !shape || this.pierced.has(product)) return [];
    const all = refs(shape.args[2]).flatMap((id) => this.index.get(id) ?? []);
    const bodies = all.filter((r) => r.args[1] === 'Body');
    const out: OwnShape[] = [];
    const place = this.placements.of(record.args[5]);
    for (const body of bodies) for (const item of refs(body.args[3])) this.collect(item, place, out, 0);
    return out;
  }

  private collect(item: number, place: Matrix4, out: OwnShape[], depth: number): void {
    if (this.items.has(item)) {
      const own = this.index.typeNameOf(item) === 'IFCTRIANGULATEDFACESET' ? this.faces(item, place) : this.extrude(item, place);
      if (own) out.push(own);
      return;
    }
    const record = this.index.get(item);
    if (record?.type !== 'IFCMAPPEDITEM' || depth > 8) return;
    const source = this.index.follow(record.args[0]);
    const inner = multiply(place, this.placements.mapping(record));
    for (const id of refs(this.index.follow(source?.args[1])?.args[3])) this.collect(id, inner, out, depth + 1);
  }

  /** IfcTriangulatedFaceSet(Coordinates, Normals, Closed, CoordIndex, PnIndex). */
  private faces(item: number, place: Matrix4): OwnShape | null {
    const { args } = this.index.get(item)!;
    const points = list(this.index.follow(args[0])?.args[0]).map((p) => list(p).map((x) => number(x) ?? NaN));
    const through = list(args[4]).map((n) => number(n) ?? 0);
    const corners = new Float64Array(through.length * 3);
    through.forEach((k, i) => corners.set(transformPoint(place, (points[k - 1] ?? [NaN, NaN, NaN]) as unknown as Vec3), i * 3));
    const triangles = list(args[3]).flatMap((face) => list(face).map((k) => (number(k) ?? 0) - 1));
    return triangles.every((k) => k >= 0 && k < through.length) ? { item, corners, triangles: Uint32Array.from(triangles) } : null;
  }

  /** Whether a product has such a body and openings in it, so that the shape builder's likeness of it stands. */
  isApproximate(product: number, items: readonly number[]): boolean {
    return this.pierced.has(product) && items.some((item) => this.items.has(item));
  }

  private extrude(item: number, place: Matrix4): OwnShape | null {
    const solid = this.index.get(item)!;
    const profile = this.index.follow(solid.args[0]);
    const rings = profile && profileRings(this.index, this.placements, profile);
    const depth = number(solid.args[3]);
    const d = triple(this.index.follow(solid.args[2]), [0, 0, 1]);
    if (!rings?.[0] || rings[0].length < 3 || depth === null || !(Math.abs(depth) > 0) || !(Math.abs(d[2]) > 1e-9)) return null;
    const m = multiply(place, this.placements.axes(solid.args[1]));
    const l = depth / Math.hypot(...d);
    return { item, ...prism(rings, [d[0] * l, d[1] * l, d[2] * l], m) };
  }
}

/** The body between a face and the same face moved by `by`, placed by m; its outside looks outwards also where m mirrors. */
function prism(rings: Profile, by: readonly [number, number, number], m: Matrix4): { corners: Float64Array; triangles: Uint32Array } {
  const flat = rings.flat();
  const corners = new Float64Array(flat.length * 6);
  flat.forEach(([x, y], i) => {
    corners.set(transformPoint(m, [x, y, 0]), i * 3);
    corners.set(transformPoint(m, [x + by[0], y + by[1], by[2]]), (flat.length + i) * 3);
  });
  const det = m[0]! * (m[5]! * m[10]! - m[6]! * m[9]!) - m[4]! * (m[1]! * m[10]! - m[2]! * m[9]!) + m[8]! * (m[1]! * m[6]! - m[2]! * m[5]!);
  const face = rings.map((ring) => Float64Array.from(ring.flat()));
  return { corners, triangles: Uint32Array.from(prismTriangles(face, det < 0 !== by[2] < 0)) };
}
