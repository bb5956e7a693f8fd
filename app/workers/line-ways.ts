import { arcPoint, type Arc } from '../../core/geometry/arcs/arc';
import type { Graphic } from '../../core/drafting/graphic';
import { arcAt } from '../../core/linework/drawing';

/** Many short paths are drawn several times faster than one long one. */
export const BATCH = 60;

/** Affine map from drawing metres to device pixels: x = a u + c v + e, y = b u + d v + f. */
export type ViewMatrix = readonly [number, number, number, number, number, number];

type Way = Pick<CanvasPath, 'moveTo' | 'lineTo' | 'ellipse'>;

/** Draws along an arc on the page, forward or back. */
export function arcOnPage([a, b, c, d, e, f]: ViewMatrix): (way: Way, arc: Arc, isForward: boolean) => void {
  const zoom = Math.sqrt(Math.abs(a * d - b * c));
  const flip = a * d - b * c < 0;
  const turn = Math.atan2(b, a);
  return (way, [cu, cv, axisU, axisV, ratio, start, end], isForward) => {
    const long = Math.hypot(axisU, axisV) * zoom;
    const lie = Math.atan2(axisV, axisU);
    const [from, to] = (isForward ? [start, end] : [end, start]).map((t) => (flip ? -t : t)) as [number, number];
    way.ellipse(a * cu + c * cv + e, b * cu + d * cv + f, long, long * ratio, flip ? turn - lie : turn + lie, from, to, flip === isForward);
  };
}

/** Draws an arc on the page by itself. */
export function curveOn(matrix: ViewMatrix): (way: Way, arc: Arc) => void {
  const [a, b, c, d, e, f] = matrix;
  const onPage = arcOnPage(matrix);
  return (way, arc) => {
    const [u, v] = arcPoint(arc, arc[5]);
    way.moveTo(a * u + c * v + e, b * u + d * v + f);
    onPage(way, arc, true);
  };
}

/** The lines of a drawing on the page, pen by pen, as they were painted last: another weight or colour needs no others. */
interface Ways {
  readonly matrix: ViewMatrix;
  readonly linePen: Graphic['linePen'];
  readonly byPen: readonly (readonly Path2D[])[];
}
const lastWays = new WeakMap<Graphic['drawing'], Ways>();

/** The lines of a graphic as paths on the page: of each pen some, none of them long. Those of the picture before are taken again where they are the same. */
export function waysOf({ drawing, linePen }: Graphic, matrix: ViewMatrix): readonly (readonly Path2D[])[] {
  const last = lastWays.get(drawing);
  if (last && last.matrix.every((n, k) => n === matrix[k]) && isSameList(last.linePen, linePen)) return last.byPen;
  const byPen: Path2D[][] = [];
  const open: number[] = [];
  const { points, lineStart, lineArc } = drawing;
  const [a, b, c, d, e, f] = matrix;
  const curve = curveOn(matrix);
  for (let l = 0; l < linePen.length; l++) {
    const pen = linePen[l]!;
    const own = (byPen[pen] ??= []);
    let way = own.at(-1);
    if (!way || open[pen]! > BATCH) {
      own.push((way = new Path2D()));
      open[pen] = 0;
    }
    const arc = lineArc[l]!;
    if (arc >= 0) {
      curve(way, arcAt(drawing, arc));
      open[pen]!++;
      continue;
    }
    const [from, to] = [lineStart[l]!, lineStart[l + 1]!];
    for (let p = from; p < to; p++) {
      const u = points[p * 2]!,
        v = points[p * 2 + 1]!;
      if (p === from) way.moveTo(a * u + c * v + e, b * u + d * v + f);
      else way.lineTo(a * u + c * v + e, b * u + d * v + f);
    }
    open[pen]! += to - from;
  }
  lastWays.set(drawing, { matrix, linePen, byPen });
  return byPen;
}

const isSameList = (a: ArrayLike<number>, b: ArrayLike<number>): boolean => {
  if (a === b) return true;
  if (a.length !== b.length) return false;
  for (let k = 0; k < a.length; k++) if (a[k] !== b[k]) return false;
  return true;
};
