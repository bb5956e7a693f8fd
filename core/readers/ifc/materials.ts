import { transformDirection, type Matrix4 } from '../../geometry/matrix4';
import { dot, unit, type Vec3 } from '../../geometry/vec3';
import type { BuildUp, Material } from '../../model/model';
import { curvedAxis } from './curved-axis';
import type { FreeLayers } from './free-layers';
import { enumeration, number, refs, text, type Placements } from './placements';
import type { StepIndex } from '../step/step-index';
import { isRef, type StepRecord } from '../step/step-values';

/** A material of a product, perhaps for one named piece of it. */
interface Piece {
  readonly name: string;
  readonly material: number;
}

/** Materials and build-ups of a file: what a product is made of, by its own association or its type's. */
export class Materials {
  readonly table: Material[] = [];
  private readonly index: StepIndex;
  private readonly placements: Placements;
  private readonly metres: number;
  private readonly rowOf = new Map<string, number>();
  private readonly associated = new Map<number, number>();
  private readonly typeOf: ReadonlyMap<number, number>;
  private readonly styleOfItem = new Map<number, number[]>();
  private readonly styleOfMaterial = new Map<number, number[]>();
  private readonly aspects = new Map<number, { name: string; items: Set<number> }[]>();

  constructor(index: StepIndex, placements: Placements, metres: number, typeOf: ReadonlyMap<number, number>) {
    this.index = index;
    this.typeOf = typeOf;
    this.placements = placements;
    this.metres = metres;
    for (const id of index.all('IFCRELASSOCIATESMATERIAL')) {
      const r = index.get(id);
      const material = r?.args[5];
      if (r && isRef(material)) for (const product of refs(r.args[4])) this.associated.set(product, material.ref);
    }
    for (const id of index.all('IFCSTYLEDITEM')) {
      const r = index.get(id);
      if (r && isRef(r.args[0])) this.styleOfItem.set(r.args[0].ref, this.styles(r));
    }
    for (const id of index.all('IFCMATERIALDEFINITIONREPRESENTATION')) {
      const r = index.get(id);
      const material = r?.args[3];
      if (r && isRef(material))
        for (const rep of refs(r.args[2]))
          for (const item of refs(index.get(rep)?.args[3])) this.styleOfMaterial.set(material.ref, this.styles(index.get(item)));
    }
    for (const id of index.all('IFCSHAPEASPECT')) {
      const r = index.get(id);
      const shape = r?.args[4];
      if (!r || !isRef(shape)) continue;
      const items = new Set(refs(r.args[0]).flatMap((rep) => refs(index.get(rep)?.args[3])));
      const known = this.aspects.get(shape.ref) ?? [];
      known.push({ name: text(r.args[1]).toLowerCase(), items });
      this.aspects.set(shape.ref, known);
    }
  }

  /** Numbers of the surface styles of a styled item; IFC2X3 wraps them once more. */
  private styles(item: StepRecord | null): number[] {
    return refs(item?.args[1]).flatMap((id) =>
      this.index.typeNameOf(id) === 'IFCPRESENTATIONSTYLEASSIGNMENT' ? refs(this.index.get(id)?.args[0]) : [id],
    );
  }

  typeName(product: number): string {
    const type = this.typeOf.get(product);
    return type === undefined ? '' : text(this.index.get(type)?.args[2]);
  }

  private row(id: number): number {
    const record = this.index.get(id);
    if (record?.type !== 'IFCMATERIAL') return -1;
    return this.rowNamed(text(record.args[0]) || `#${id}`, this.styleOfMaterial.get(id));
  }

  private rowNamed(name: string, styles: readonly number[] | undefined): number {
    let row = this.rowOf.get(name);
    if (row === undefined) {
      row = this.table.push({ name, colour: this.colour(styles) }) - 1;
      this.rowOf.set(name, row);
    }
    return row;
  }

  private colour(styles: readonly number[] | undefined): Material['colour'] {
    for (const style of styles ?? [])
      for (const rendering of refs(this.index.get(style)?.args[2])) {
        const r = this.index.get(rendering);
        const c = this.index.follow(r?.args[0]);
        const [red, green, blue] = [number(c?.args[1]), number(c?.args[2]), number(c?.args[3])];
        if (red !== null && green !== null && blue !== null) return [red, green, blue, 1 - (number(r?.args[1]) ?? 0)];
      }
    return null;
  }

  private definition(product: number): StepRecord | null {
    const own = this.associated.get(product) ?? this.associated.get(this.typeOf.get(product) ?? -1);
    return own === undefined ? null : this.index.get(own);
  }

  /** The build-up of a product, in metres along the layers' axis of its placement; null unless it has two layers or more. */
  buildUpOf(product: number, placement: Matrix4): BuildUp | null {
    const usage = this.definition(product);
    if (usage?.type !== 'IFCMATERIALLAYERSETUSAGE') return null;
    const set = this.index.follow(usage.args[0]);
    const layers = refs(set?.args[0]).map((id) => this.index.get(id));
    if (!set || layers.length < 2) return null;
    const sense = enumeration(usage.args[2]) === 'NEGATIVE' ? -1 : 1;
    let offset = (number(usage.args[3]) ?? 0) * this.metres;
    const offsets = [offset];
    const { thicknesses, materials: own } = this.layersOf(layers);
    const materials = [...own];
    for (const thickness of thicknesses) offsets.push((offset += sense * thickness));
    if (materials.length < 2) return null;
    const direction = enumeration(usage.args[1]);
    const arc = direction === 'AXIS2' ? curvedAxis(this.index, this.placements, product, placement, this.metres) : null;
    const axis: Vec3 = direction === 'AXIS1' ? [1, 0, 0] : direction === 'AXIS3' ? [0, 0, 1] : [0, 1, 0];
    const normal = arc ? arc.normal : unit(transformDirection(placement, axis));
    // offsets of a curved wall count to the left of its run: towards the centre where it runs counter-clockwise
    const at = arc ? arc.radius : dot(normal, [placement[12]!, placement[13]!, placement[14]!]) * this.metres;
    const bounds = offsets.map((o) => (arc ? at - arc.turn * o : at + o));
    if (bounds[0]! > bounds[1]!) {
      bounds.reverse();
      materials.reverse();
    }
    if (arc && bounds[0]! < 0) return null;
    return { name: text(set.args[1]), normal, ...(arc ? { centre: arc.centre } : {}), bounds, materials: materials.slice() };
  }

  /** The layers of a product that has a layer set without its usage: its shape tells where they lie. null unless it has two or more. */
  freeLayersOf(product: number, placement: Matrix4): FreeLayers | null {
    const set = this.definition(product);
    if (set?.type !== 'IFCMATERIALLAYERSET') return null;
    const layers = this.layersOf(refs(set.args[0]).map((id) => this.index.get(id)));
    if (layers.materials.length < 2) return null;
    const [x, y, z] = ([[1, 0, 0], [0, 1, 0], [0, 0, 1]] as const).map((axis) => unit(transformDirection(placement, axis))); // prettier-ignore
    // walls are layered across their run, what lies level from below upwards (IFC 4.3, IfcMaterialLayerSetUsage)
    const lies = /SLAB|ROOF|COVERING|PLATE|FOOTING|PAVEMENT|COURSE/.test(this.index.typeNameOf(product));
    return { name: text(set.args[1]), ...layers, axes: lies ? [z!, y!, x!] : [y!, z!, x!] };
  }

  /** Thicknesses in metres and materials of layers; what has no thickness is none. */
  private layersOf(layers: readonly (StepRecord | null)[]): Pick<FreeLayers, 'thicknesses' | 'materials'> {
    const [thicknesses, materials]: [number[], number[]] = [[], []];
    for (const layer of layers) {
      const thickness = (number(layer?.args[1]) ?? 0) * this.metres;
      if (!layer || !(thickness > 0)) continue;
      thicknesses.push(thickness);
      // a layer without a material that is ventilated, or said to be air that is not (UNKNOWN), is a gap (IFC 4.3, IfcMaterialLayer)
      const isGap = ['T', 'U'].includes(enumeration(layer.args[2]));
      materials.push(isRef(layer.args[0]) ? this.row(layer.args[0].ref) : isGap ? this.rowNamed('Air', undefined) : -1);
    }
    return { thicknesses, materials };
  }

  /** Material of each shape item of a product, -1 where none is known. `shape` is its IfcProductDefinitionShape. */
  ofItems(product: number, shape: number | null, items: readonly number[]): number[] {
    const pieces = this.pieces(this.definition(product), 0);
    if (!pieces.length) return items.map(() => -1);
    if (pieces.length === 1) return items.map(() => pieces[0]!.material);
    const aspects = shape === null ? [] : (this.aspects.get(shape) ?? []);
    const distinct = [...new Set(items)];
    const free = new Set(pieces.keys());
    const chosen = new Map<number, number>();
    for (const item of distinct) {
      const aspect = aspects.find((a) => a.items.has(item));
      const named = aspect && pieces.findIndex((p) => p.name.toLowerCase() === aspect.name);
      const styles = this.styleOfItem.get(item) ?? [];
      const styled = pieces.findIndex((p) => this.sharesStyle(p.material, styles));
      const piece = named !== undefined && named >= 0 ? named : styled;
      if (piece >= 0) {
        chosen.set(item, piece);
        free.delete(piece);
      }
    }
    // What neither a name nor a colour tells goes by order, if the numbers allow it.
    const rest = distinct.filter((item) => !chosen.has(item));
    const left = [...free];
    rest.forEach((item, k) => chosen.set(item, left[k] ?? left[0] ?? 0));
    return items.map((item) => pieces[chosen.get(item)!]!.material);
  }

  private sharesStyle(material: number, styles: readonly number[]): boolean {
    const name = this.table[material]?.name;
    for (const [id, own] of this.styleOfMaterial)
      if (text(this.index.get(id)?.args[0]) === name && own.some((s) => styles.includes(s))) return true;
    return false;
  }

  private pieces(definition: StepRecord | null, depth: number): Piece[] {
    if (!definition || depth > 5) return [];
    const { index } = this;
    const inner = (ids: readonly number[], material: number, name: number): Piece[] =>
      ids.flatMap((id) => {
        const r = index.get(id);
        const m = r?.args[material];
        return r && isRef(m) ? [{ name: text(r.args[name]), material: this.row(m.ref) }] : [];
      });
    switch (definition.type) {
      case 'IFCMATERIAL':
        return [{ name: '', material: this.row(definition.id) }];
      case 'IFCMATERIALLIST':
        return refs(definition.args[0]).map((id) => ({ name: '', material: this.row(id) }));
      case 'IFCMATERIALCONSTITUENTSET':
        return inner(refs(definition.args[2]), 2, 0);
      case 'IFCMATERIALPROFILESET':
        return inner(refs(definition.args[2]), 2, 0);
      case 'IFCMATERIALLAYERSET': {
        const own = inner(refs(definition.args[0]), 0, 3).slice(0, 1);
        // layers whose place nobody knows are not all of the first one's material
        return depth || refs(definition.args[0]).length < 2 ? own : own.map((piece) => ({ ...piece, material: -1 }));
      }
      case 'IFCMATERIALLAYERSETUSAGE':
      case 'IFCMATERIALPROFILESETUSAGE':
      case 'IFCMATERIALPROFILESETUSAGETAPERING':
        return this.pieces(index.follow(definition.args[0]), depth + 1);
      default:
        return [];
    }
  }
}
