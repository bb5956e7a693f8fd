import { transformPoint, type Matrix4 } from '../../geometry/matrix4';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { GridLine } from '../../model/model';
import { curvePoints } from './curves';
import { enumeration, number, refs, text, triple, type Placements } from './placements';
import type { StepIndex } from '../step/step-index';
import type { StepRecord } from '../step/step-values';

/** An endless line is shown at least so far, metres. */
const FAR = 50;
/** Points that stray less than this from the line between the ends are on it, as a share of its length. */
const STRAIGHT = 1e-6;

/** Grid lines in metres: U, V and W axes, straight and curved. */
export function gridLines(index: StepIndex, placements: Placements, metres: number): GridLine[] {
  const out: GridLine[] = [];
  for (const id of index.all('IFCGRID')) {
    const grid = index.get(id);
    if (!grid) continue;
    const m = placements.of(grid.args[5]);
    for (const axisId of [...refs(grid.args[7]), ...refs(grid.args[8]), ...refs(grid.args[9])]) {
      const axis = index.get(axisId);
      const points = axis && axisPoints(index, placements, index.follow(axis.args[1]), metres);
      if (!points || points.length < 2 || !points.flat().every(Number.isFinite)) continue;
      const placed = (enumeration(axis.args[2]) === 'F' ? points.reverse() : points).map((p) => scaled(m, p, metres));
      const [from, to] = [placed[0]!, placed.at(-1)!];
      out.push({ tag: text(axis.args[0]), from, to, ...(isStraight(placed) ? {} : { curve: placed }) });
    }
  }
  return out;
}

function axisPoints(index: StepIndex, placements: Placements, curve: StepRecord | null, metres: number): Vec3[] | null {
  if (curve?.type === 'IFCPOLYLINE') return refs(curve.args[0]).map((id) => triple(index.get(id), [0, 0, 0]));
  if (curve?.type === 'IFCLINE') {
    const from = triple(index.follow(curve.args[0]), [0, 0, 0]);
    const vector = index.follow(curve.args[1]);
    const d = triple(index.follow(vector?.args[0]), [1, 0, 0]);
    // a line has no end: its vector gives its way, and sometimes a length
    const l = Math.max(number(vector?.args[1]) ?? 0, FAR / metres) / (Math.hypot(...d) || 1);
    return [from, [from[0] + d[0] * l, from[1] + d[1] * l, from[2] + d[2] * l]];
  }
  if (!curve) return null;
  if (curve.type === 'IFCOFFSETCURVE2D')
    return offset(axisPoints(index, placements, index.follow(curve.args[0]), metres), number(curve.args[1]));
  const points = curvePoints(index, placements, { ref: curve.id });
  // a whole circle ends where it began
  const ring = points && (curve.type === 'IFCCIRCLE' || curve.type === 'IFCELLIPSE') ? [...points, points[0]!] : points;
  return ring?.map(([x, y]): Vec3 => [x, y, 0]) ?? null;
}

/** A line moved to its left. */
function offset(points: Vec3[] | null, by: number | null): Vec3[] | null {
  if (!points || by === null || points.length < 2) return points;
  return points.map(([x, y, z], i): Vec3 => {
    const [a, b] = [points[Math.max(0, i - 1)]!, points[Math.min(points.length - 1, i + 1)]!];
    const d: Vec2 = [b[0] - a[0], b[1] - a[1]];
    const l = Math.hypot(...d) || 1;
    return [x - (d[1] / l) * by, y + (d[0] / l) * by, z];
  });
}

function isStraight(points: readonly Vec3[]): boolean {
  const [a, b] = [points[0]!, points.at(-1)!];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const l = Math.hypot(dx, dy);
  return points.every(([x, y]) => Math.abs((x - a[0]) * dy - (y - a[1]) * dx) <= STRAIGHT * l * l) && l > 0;
}

function scaled(m: Matrix4, p: Vec3, metres: number): Vec3 {
  const [x, y, z] = transformPoint(m, p);
  return [x * metres, y * metres, z * metres];
}
