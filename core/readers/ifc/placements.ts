import type { Note } from '../../faults/fault';
import { IDENTITY, multiply, placement, type Matrix4 } from '../../geometry/matrix4';
import type { Vec3 } from '../../geometry/vec3';
import type { StepIndex } from '../step/step-index';
import { isRef, type StepRecord, type StepValue } from '../step/step-values';

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
export function refs(value: StepValue | undefined): number[] {
  const out: number[] = [];
  if (isRef(value)) out.push(value.ref);
  else for (const v of list(value)) if (isRef(v)) out.push(v.ref);
  return out;
}

/** The numbers of a point or direction record, filled up to three. */
export function triple(record: StepRecord | null, fallback: Vec3): Vec3 {
  const [x, y, z] = list(record?.args[0]).map(number);
  return record && x !== null && x !== undefined ? [x, y ?? 0, z ?? 0] : fallback;
}

/** Local placements made absolute, in file units, Z up; what others stand on is worked out once. A chain that bites its tail is cut and told. */
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
    for (let k = chain.length - 1; k >= 0; k--) {
      base = multiply(base, this.axes(this.index.get(chain[k]!)?.args[1]));
      // a product's own placement is hardly asked for again, those that others stand on are
      if (k > 0) this.known.set(chain[k]!, base);
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

  /** Where an IfcMappedItem puts what it maps: out of the place where that was drawn, into its own. */
  mapping(item: StepRecord): Matrix4 {
    const source = this.index.follow(item.args[0]);
    return multiply(this.operator(this.index.follow(item.args[1])), inverse(this.axes(source?.args[0])));
  }

  /** IfcCartesianTransformationOperator3D(Axis1, Axis2, LocalOrigin, Scale, Axis3, Scale2, Scale3). */
  private operator(record: StepRecord | null): Matrix4 {
    if (!record) return IDENTITY;
    const at = (k: number) => this.index.follow(record.args[k]);
    const x = triple(at(0), [1, 0, 0]),
      y = triple(at(1), [0, 1, 0]),
      z = triple(at(4), [x[1] * y[2] - x[2] * y[1], x[2] * y[0] - x[0] * y[2], x[0] * y[1] - x[1] * y[0]]);
    const s = number(record.args[3]) ?? 1,
      s2 = number(record.args[5]) ?? s,
      s3 = number(record.args[6]) ?? s;
    const o = triple(at(2), [0, 0, 0]);
    const one = (v: readonly number[], k: number) => {
      const l = Math.hypot(...v) || 1;
      return v.map((c) => (c / l) * k);
    };
    return [...one(x, s), 0, ...one(y, s2), 0, ...one(z, s3), 0, ...o, 1];
  }
}

/** The inverse of a placement without scale. */
function inverse(m: Matrix4): Matrix4 {
  const t = (k: number) => -(m[12]! * m[k]! + m[13]! * m[k + 1]! + m[14]! * m[k + 2]!);
  return [m[0]!, m[4]!, m[8]!, 0, m[1]!, m[5]!, m[9]!, 0, m[2]!, m[6]!, m[10]!, 0, t(0), t(4), t(8), 1];
}
