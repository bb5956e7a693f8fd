import { arcPoint, circleArc, type Arc } from '../geometry/arcs/arc';
import type { BulgedPath } from '../drafting/graphic';
import type { DrawnSide } from '../linework/boundary-edges';
import { decimal } from './numbers';
import { atan2, cos, sin, tan } from '../geometry/numbers/trigonometry';

/** Where a place of a drawing stands on its page, millimetres from the page's lower left corner. */
export interface OnPage {
  /** Millimetres of paper to a metre. */
  readonly k: number;
  readonly x: (u: number) => number;
  readonly y: (v: number) => number;
}

/** Radians that one curve goes at most: what it leaves of a circle is then some 1e-7 of its radius. */
const WIDEST = Math.PI / 8;

export const number = (x: number): string => decimal(x, 5);
const place = (x: number, y: number): string => `${number(x)} ${number(y)}`;

export function polyline(points: Float64Array, from: number, to: number, { x, y }: OnPage): string {
  const isClosed = to - from > 3 && points[from * 2] === points[to * 2 - 2] && points[from * 2 + 1] === points[to * 2 - 1];
  let out = '';
  for (let p = from; p < (isClosed ? to - 1 : to); p++)
    out += `${place(x(points[p * 2]!), y(points[p * 2 + 1]!))} ${p === from ? 'm' : 'l'}\n`;
  return isClosed ? `${out}h\n` : out;
}

/** An arc from where the pen is: curves of the third degree, so close that no eye and no ruler tells them from it. */
export function arcTo(arc: Arc, isForward: boolean, { x, y }: OnPage): string {
  const [, , axisU, axisV, ratio, start, end] = arc;
  const parts = Math.ceil((end - start) / WIDEST);
  const step = ((end - start) / parts) * (isForward ? 1 : -1);
  // the handles of a curve that begins and ends along a circle (after A. Riškus, Approximation of a cubic Bézier curve by circular arcs, 2006, from memory)
  const handle = (4 / 3) * tan(step / 4);
  const along = (t: number): [number, number] => [-sin(t) * axisU - cos(t) * ratio * axisV, -sin(t) * axisV + cos(t) * ratio * axisU];
  let out = '';
  for (let n = 0; n < parts; n++) {
    const [a, b] = [(isForward ? start : end) + n * step, (isForward ? start : end) + (n + 1) * step];
    const [[pu, pv], [qu, qv], [du, dv], [eu, ev]] = [arcPoint(arc, a), arcPoint(arc, b), along(a), along(b)];
    out += `${place(x(pu + handle * du), y(pv + handle * dv))} ${place(x(qu - handle * eu), y(qv - handle * ev))} ${place(x(qu), y(qv))} c\n`;
  }
  return out;
}

export function arcPath(arc: Arc, page: OnPage): string {
  const [u, v] = arcPoint(arc, arc[5]);
  return `${place(page.x(u), page.y(v))} m\n${arcTo(arc, true, page)}`;
}

/** Straight stretches and arcs by their bulges. */
export function bulgedPath(path: BulgedPath, page: OnPage): string {
  let out = '';
  for (let i = 0; i < path.length; i += 3) {
    const [x, y, bulge] = [path[i]!, path[i + 1]!, path[i - 1] ?? 0];
    if (bulge) out += arcTo(...arcOfBulge(path[i - 3]!, path[i - 2]!, x, y, bulge), page);
    else out += `${place(page.x(x), page.y(y))} ${i ? 'l' : 'm'}\n`;
  }
  return out;
}

/** The arc between two places, and whether it runs as its angle grows. */
function arcOfBulge(ax: number, ay: number, bx: number, by: number, bulge: number): [arc: Arc, isForward: boolean] {
  // the middle lies square to the chord, at the left of one that turns counter-clockwise
  const off = (1 - bulge * bulge) / (4 * bulge);
  const [u, v] = [(ax + bx) / 2 - (by - ay) * off, (ay + by) / 2 + (bx - ax) * off];
  const [from, to] = bulge > 0 ? [[ax, ay], [bx, by]] as const : [[bx, by], [ax, ay]] as const; // prettier-ignore
  const start = atan2(from[1] - v, from[0] - u);
  const end = atan2(to[1] - v, to[0] - u);
  return [circleArc(u, v, Math.hypot(ax - u, ay - v), start, end > start ? end : end + 2 * Math.PI), bulge > 0];
}

/** Closed rings of straight sides and arcs. */
export const ringPath = (ring: readonly DrawnSide[], page: OnPage): string =>
  `${place(page.x(ring[0]!.from[0]), page.y(ring[0]!.from[1]))} m\n${ring
    .map(({ to, arc, isForward }) => (arc ? arcTo(arc, isForward, page) : `${place(page.x(to[0]), page.y(to[1]))} l\n`))
    .join('')}h\n`;
