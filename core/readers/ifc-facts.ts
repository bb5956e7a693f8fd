import type { ElementFacts, PropertySet } from '../model/model';
import { enumeration, refs, text } from './ifc-placements';
import { isRef, type StepIndex, type StepValue } from './step-index';

/** What IFC files tell of products besides shape and material: property sets and quantities (own and of the type), layers, sections. */
export class ProductFacts {
  readonly sets: PropertySet[] = [];
  private readonly index: StepIndex;
  private readonly rowOf = new Map<number, number>();
  private readonly own = new Map<number, number[]>();
  private readonly typeOf: ReadonlyMap<number, number>;
  private readonly layerOf = new Map<number, string>();

  constructor(index: StepIndex, typeOf: ReadonlyMap<number, number>) {
    this.index = index;
    this.typeOf = typeOf;
    for (const id of index.all('IFCRELDEFINESBYPROPERTIES')) {
      const r = index.get(id);
      if (!r) continue;
      const sets = refs(r.args[5]);
      for (const product of refs(r.args[4])) {
        const known = this.own.get(product);
        if (known) known.push(...sets);
        else this.own.set(product, [...sets]);
      }
    }
    for (const kind of ['IFCPRESENTATIONLAYERASSIGNMENT', 'IFCPRESENTATIONLAYERWITHSTYLE'])
      for (const id of index.all(kind)) {
        const r = index.get(id);
        for (const item of refs(r?.args[2])) this.layerOf.set(item, text(r?.args[0]));
      }
  }

  /** @param items the shape items of its body, mapped ones followed */
  of(product: number, items: readonly number[]): ElementFacts {
    const record = this.index.get(product)!;
    const type = this.index.get(this.typeOf.get(product) ?? -1);
    const isSpace = record.type === 'IFCSPACE';
    // rooted products end with their predefined type; those of IFC2X3 mostly have none
    const last = record.args.length > 8 ? enumeration(record.args.at(-1)) : '';
    const ofType = type ? enumeration(type.args[9]) : '';
    const predefined = /^[A-Z][A-Z_0-9]+$/.test(last) && !/^(NOTDEFINED|ELEMENT|INTERNAL|EXTERNAL)$/.test(last) ? last : ofType;
    const shape = this.index.follow(record.args[6]);
    const layer = this.layerOfItems([...refs(shape?.args[2]), ...items]);
    const profile = items.map((id) => this.profileName(id)).find((p) => p);
    const sets = [...(this.own.get(product) ?? []), ...refs(type?.args[5])].flatMap((id) => {
      const row = this.set(id);
      return row < 0 ? [] : [row];
    });
    const phase = this.phaseIn(sets);
    const longName = isSpace ? text(record.args[7]) : '';
    const tag = isSpace ? '' : text(record.args[7]);
    return {
      ...(predefined && predefined !== 'NOTDEFINED' && { predefined }),
      ...(longName && { longName }),
      ...(tag && { tag }),
      ...(phase && { phase }),
      ...(layer && { layer }),
      ...(profile && { profile }),
      ...(sets.length && { sets }),
    };
  }

  /** The presentation layer of the first of some items or representations that lies on one; empty for none. */
  layerOfItems(items: readonly number[]): string {
    return items.map((id) => this.layerOf.get(id)).find((l) => l) ?? '';
  }

  /** PEnum_ElementStatus in the common property sets (ISO 16739-1, Pset_WallCommon and others), or a value that is named phase. */
  private phaseIn(sets: readonly number[]): string {
    for (const row of sets) {
      const { name, values } = this.sets[row]!;
      const isCommon = /^Pset_\w+Common$/.test(name);
      for (let i = 0; i + 1 < values.length; i += 2)
        if (/^(construction ?)?phase$/i.test(String(values[i])) || (isCommon && values[i] === 'Status'))
          return String(values[i + 1]).slice(0, 80);
    }
    return '';
  }

  private profileName(item: number): string {
    if (!/^IFC(EXTRUDED|REVOLVED|SURFACECURVESWEPT|FIXEDREFERENCESWEPT)AREASOLID/.test(this.index.typeNameOf(item))) return '';
    const profile = this.index.valueOf(item, 0);
    return isRef(profile) ? text(this.index.valueOf(profile.ref, 1)) : '';
  }

  private set(id: number): number {
    let row = this.rowOf.get(id);
    if (row !== undefined) return row;
    const r = this.index.get(id);
    const isQuantity = r?.type === 'IFCELEMENTQUANTITY';
    const values =
      !r || !(isQuantity || r.type === 'IFCPROPERTYSET') ? [] : refs(r.args[isQuantity ? 5 : 4]).flatMap((p) => this.values(p));
    row = values.length ? this.sets.push({ name: text(r!.args[2]), values }) - 1 : -1;
    this.rowOf.set(id, row);
    return row;
  }

  private values(id: number): (string | number)[] {
    const p = this.index.get(id);
    if (!p) return [];
    const name = text(p.args[0]);
    if (!name) return [];
    if (p.type.startsWith('IFCQUANTITY')) return [name, plain(p.args[3])];
    switch (p.type) {
      case 'IFCPROPERTYSINGLEVALUE':
        return p.args[2] === null || p.args[2] === undefined ? [] : [name, plain(p.args[2])];
      case 'IFCPROPERTYENUMERATEDVALUE':
      case 'IFCPROPERTYLISTVALUE':
        return Array.isArray(p.args[2]) ? [name, p.args[2].map(plain).join(', ')] : [];
      case 'IFCPROPERTYBOUNDEDVALUE':
        return [name, `${plain(p.args[3])} to ${plain(p.args[2])}`];
      default:
        return [];
    }
  }
}

/** A value as people read it. */
function plain(value: StepValue | undefined): string | number {
  if (typeof value === 'number' || typeof value === 'string') return value;
  if (value === null || value === undefined) return '';
  if (Array.isArray(value)) return value.map(plain).join(', ');
  if ('enum' in value) return value.enum === 'T' ? 'yes' : value.enum === 'F' ? 'no' : value.enum === 'U' ? 'not known' : value.enum;
  if ('type' in value) return plain(value.args[0]);
  return '';
}
