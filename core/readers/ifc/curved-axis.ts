import { IDENTITY, multiply, transformDirection, transformPoint, type Matrix4 } from '../../geometry/matrix4';
import { unit, type Vec3 } from '../../geometry/vec3';
import { enumeration, list, number, refs, type Placements } from './placements';
import type { StepIndex } from '../step/step-index';
import type { StepRecord, StepValue } from '../step/step-values';

/** The arc along which a curved wall runs. */
export interface CurvedAxis {
  /** Metres, in the file's coordinates. */
  readonly centre: Vec3;
  readonly normal: Vec3;
  readonly radius: number;
  /** 1 where the wall runs counter-clockwise about the normal, -1 where clockwise. */
  readonly turn: 1 | -1;
}

/** The axis of a product where it is one arc: a trimmed circle, or an indexed curve of one arc by three points; else null. */
export function curvedAxis(
  index: StepIndex,
  placements: Placements,
  product: number,
  placement: Matrix4,
  metres: number,
): CurvedAxis | null {
  const shape = index.follow(index.get(product)?.args[6]);
  for (const rep of refs(shape?.args[2])) {
    const r = index.get(rep);
    if (r?.args[1] !== 'Axis') continue;
    const items = refs(r.args[3]);
    const curve = items.length === 1 ? index.get(items[0]!) : null;
    const arc = curve && (trimmed(index, placements, curve) ?? indexed(index, curve));
    if (!arc) return null;
    const m = multiply(placement, arc.place);
    const [x, y, z] = transformPoint(m, arc.centre);
    return {
      centre: [x * metres, y * metres, z * metres],
      normal: unit(transformDirection(m, [0, 0, 1])),
      radius: arc.radius * metres,
      turn: arc.turn,
    };
  }
  return null;
}

interface LocalArc {
  readonly place: Matrix4;
  readonly centre: Vec3;
  readonly radius: number;
  readonly turn: 1 | -1;
}

/** IfcTrimmedCurve(BasisCurve, Trim1, Trim2, SenseAgreement, MasterRepresentation) on an IfcCircle(Position, Radius). */
function trimmed(index: StepIndex, placements: Placements, curve: StepRecord): LocalArc | null {
  if (curve.type !== 'IFCTRIMMEDCURVE') return null;
  const circle = index.follow(curve.args[0]);
  const radius = number(circle?.args[1]);
  if (circle?.type !== 'IFCCIRCLE' || radius === null || !(radius > 0)) return null;
  return { place: placements.axes(circle.args[0]), centre: [0, 0, 0], radius, turn: enumeration(curve.args[3]) === 'F' ? -1 : 1 };
}

/** IfcIndexedPolyCurve(Points, Segments, SelfIntersect) of one IfcArcIndex. */
function indexed(index: StepIndex, curve: StepRecord): LocalArc | null {
  if (curve.type !== 'IFCINDEXEDPOLYCURVE') return null;
  const segments = list(curve.args[1]);
  const points = list(index.follow(curve.args[0])?.args[0]).map((p) => list(p).map(number));
  const arc = segments.length === 1 ? segments[0] : undefined;
  if (typeof arc !== 'object' || arc === null || !('type' in arc) || arc.type !== 'IFCARCINDEX') return null;
  const at = list(arc.args[0] as StepValue).map((k) => points[(number(k) ?? 0) - 1]);
  if (at.length !== 3 || at.some((p) => typeof p?.[0] !== 'number' || typeof p[1] !== 'number')) return null;
  const [[ax, ay], [bx, by], [cx, cy]] = at as [[number, number], [number, number], [number, number]];
  const [px, py, qx, qy] = [bx - ax, by - ay, cx - ax, cy - ay];
  const d = 2 * (px * qy - py * qx);
  if (Math.abs(d) < 1e-12) return null;
  const [x, y] = [(qy * (px * px + py * py) - py * (qx * qx + qy * qy)) / d, (px * (qx * qx + qy * qy) - qx * (px * px + py * py)) / d];
  return {
    place: IDENTITY,
    centre: [ax + x, ay + y, 0],
    radius: Math.hypot(x, y),
    turn: d > 0 ? 1 : -1,
  };
}
