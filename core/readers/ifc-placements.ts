import type { Note } from '../faults/fault';
import { IDENTITY, multiply, placement, type Matrix4 } from '../geometry/matrix4';
import type { Vec3 } from '../geometry/vec3';
import { isRef, type StepIndex, type StepRecord, type StepValue } from './step-index';

/** A value as a finite number, or null; typed values (IfcLengthMeasure(1.)) are opened. */
export function number(value: StepValue | undefined): number | null {
  if (typeof value === 'number') return Number.isFinite(value) ? value : null;
  if (typeof value === 'object' && value !== null && 'type' in value) return number(value.args[0]);
  return null;
}

export const text = (value: StepValue | undefined): string => (typeof value === 'string' ? value : '');
export const enumeration = (value: StepValue | undefined): string =>
  typeof value === 'object' && value !== null && 'enum' in value ? value.enum.toUpperCase() : '';
export const list = (value: StepValue | undefined): StepValue[] => (Array.isArray(value) ? value : []);
/** Numbers of the records that a list or a single reference points to. */
export const refs = (value: StepValue | undefined): number[] =>
  isRef(value) ? [value.ref] : list(value).flatMap((v) => (isRef(v) ? [v.ref] : []));

/** The numbers of a point or direction record, filled up to three. */
export function triple(record: StepRecord | null, fallback: Vec3): Vec3 {
  const [x, y, z] = list(record?.args[0]).map(number);
  return record && x !== null && x !== undefined ? [x, y ?? 0, z ?? 0] : fallback;
}

/** Local placements made absolute, in file units, Z up; each worked out once. A chain that bites its tail is cut and told. */
export class Placements {
  private readonly index: StepIndex;
  private readonly notes: Note[];
  private readonly known = new Map<number, Matrix4>();
  constructor(index: StepIndex, notes: Note[]) {
    this.index = index;
    this.notes = notes;
  }

  of(value: StepValue | undefined): Matrix4 {
    if (!isRef(value)) return IDENTITY;
    const chain: number[] = [];
    const seen = new Set<number>();
    let at: number | null = value.ref;
    let base: Matrix4 = IDENTITY;
    while (at !== null) {
      const ready = this.known.get(at);
      if (ready) {
        base = ready;
        break;
      }
      if (seen.has(at)) {
        this.notes.push({ code: 'placement-circle', facts: { id: at } });
        break;
      }
      seen.add(at);
      chain.push(at);
      const parent: StepValue | undefined = this.index.get(at)?.args[0];
      at = isRef(parent) ? parent.ref : null;
    }
    for (const id of chain.reverse()) {
      base = multiply(base, this.axes(this.index.get(id)?.args[1]));
      this.known.set(id, base);
    }
    return base;
  }

  /** IfcAxis2Placement3D or 2D as a matrix. */
  axes(value: StepValue | undefined): Matrix4 {
    const record = this.index.follow(value);
    if (!record) return IDENTITY;
    const location = triple(this.index.follow(record.args[0]), [0, 0, 0]);
    if (record.type === 'IFCAXIS2PLACEMENT2D') return placement(location, [0, 0, 1], triple(this.index.follow(record.args[1]), [1, 0, 0]));
    const axis = triple(this.index.follow(record.args[1]), [0, 0, 1]);
    return placement(location, Math.hypot(...axis) > 0 ? axis : [0, 0, 1], triple(this.index.follow(record.args[2]), [1, 0, 0]));
  }
}
