import type { ElementFacts, PropertySet } from '../../model/model';
import { Growing } from '../../geometry/growing';
import { enumeration, refs, text } from './placements';
import type { StepIndex } from '../step/step-index';
import { isRef, type StepValue } from '../step/step-values';
import { StepTwins } from '../step/step-twins';

/** What IFC files tell of products besides shape and material: property sets and quantities (own and of the type), layers, sections. */
export class ProductFacts {
  readonly sets: PropertySet[] = [];
  private readonly index: StepIndex;
  private readonly rowOf = new Map<number, number>();
  /** The last set of a product in the list of all, and there the one before it: a list for each would cost three times as much. */
  private readonly lastOwn = new Map<number, number>();
  private readonly owned = { set: new Growing((n) => new Float64Array(n)), before: new Growing((n) => new Int32Array(n)) };
  private readonly typeOf: ReadonlyMap<number, number>;
  private readonly layerOf = new Map<number, string>();
  private readonly values: StepTwins<Value | null>;
  private made = 0;
  /** The last set of each mixture of values: sets that say the same are one. */
  private readonly alike = new Map<number, number>();

  constructor(index: StepIndex, typeOf: ReadonlyMap<number, number>) {
    this.index = index;
    this.typeOf = typeOf;
    this.values = new StepTwins(index, (id) => this.value(id));
    for (const id of index.all('IFCRELDEFINESBYPROPERTIES')) {
      const sets = index.refsOf(id, 5);
      for (const product of index.refsOf(id, 4))
        for (const set of sets) {
          this.owned.before.push(this.lastOwn.get(product) ?? -1);
          this.lastOwn.set(product, this.owned.set.length);
          this.owned.set.push(set);
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
    const sets = [...this.ownSets(product), ...refs(type?.args[5])].map((id) => this.set(id)).filter((row) => row >= 0);
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
      ...(sets.length && { sets: sets.slice() }),
    };
  }

  private ownSets(product: number): number[] {
    const { set, before } = this.owned;
    const out: number[] = [];
    for (let k = this.lastOwn.get(product) ?? -1; k >= 0; k = before.reserve(0)[k]!) out.push(set.reserve(0)[k]!);
    return out.reverse();
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
    const { index } = this;
    const type = index.typeNameOf(id);
    const isQuantity = type === 'IFCELEMENTQUANTITY';
    const values: (string | number)[] = [];
    let mixed = 0;
    if (isQuantity || type === 'IFCPROPERTYSET')
      for (const p of index.refsOf(id, isQuantity ? 5 : 4)) {
        const known = this.values.of(p);
        if (!known) continue;
        values.push(known.name, known.value);
        mixed = Math.imul(mixed ^ known.number, 0x9e3779b1);
      }
    row = values.length ? this.rowOfValues(text(index.valueOf(id, 2)), values, mixed) : -1;
    this.rowOf.set(id, row);
    return row;
  }

  private rowOfValues(name: string, values: readonly (string | number)[], mixed: number): number {
    const known = this.alike.get(mixed);
    const set = known === undefined ? undefined : this.sets[known]!;
    if (set?.name === name && set.values.length === values.length && set.values.every((value, k) => value === values[k])) return known!;
    const row = this.sets.push({ name, values: values.slice() }) - 1;
    this.alike.set(mixed, row);
    return row;
  }

  private value(id: number): Value | null {
    const known = this.nameAndValue(id);
    return known && { name: known[0], value: known[1], number: ++this.made };
  }

  /** The name and the value of a property; null where it has not both. */
  private nameAndValue(id: number): [string, string | number] | null {
    const p = this.index.get(id);
    const name = text(p?.args[0]);
    if (!p || !name) return null;
    const value = p.args[2];
    switch (p.type) {
      case 'IFCPROPERTYSINGLEVALUE':
        return value === null || value === undefined ? null : [name, plain(value)];
      case 'IFCPROPERTYENUMERATEDVALUE':
      case 'IFCPROPERTYLISTVALUE':
        return Array.isArray(value) ? [name, value.map(plain).join(', ')] : null;
      case 'IFCPROPERTYBOUNDEDVALUE':
        return [name, `${plain(p.args[3])} to ${plain(value)}`];
      default:
        return p.type.startsWith('IFCQUANTITY') ? [name, plain(p.args[3])] : null;
    }
  }
}

/** A property, and a number of its own by which mixtures of them are told apart. */
interface Value {
  readonly name: string;
  readonly value: string | number;
  readonly number: number;
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
