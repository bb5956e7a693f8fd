import type { Vec2 } from '../geometry/vec3';
import type { Sight } from './sight';
import { sin } from '../geometry/numbers/trigonometry';

/** One leg of a section along a path: a section of its own, and where it stands in the drawing. */
export interface Leg {
  readonly sight: Sight;
  /** Metres along the drawing at which the leg begins, and its length. */
  readonly from: number;
  readonly length: number;
  /** From where to where it is drawn in its own u: the outer legs go on beyond the line where the limits of the sight say so. */
  readonly drawn: readonly [from: number, to: number];
}

/** Sine of the angle within which a leg runs square to the first: such a leg only steps back or forth and takes no width. */
export const SQUARE = sin(Math.PI / 180);

/** Whether a sight is a section whose line steps sideways. */
export const isJogged = ({ kind, frame, path }: Sight): boolean => kind === 'section' && !frame && path !== undefined && path.length > 2;

/** The legs of a path that take width; those that run square to the first one are jogs. */
export function wideLegs(path: readonly Vec2[]): { readonly path: readonly [Vec2, Vec2]; readonly length: number }[] {
  const wide: { path: [Vec2, Vec2]; length: number }[] = [];
  const first: Vec2 = [path[1]![0] - path[0]![0], path[1]![1] - path[0]![1]];
  const size = Math.hypot(...first);
  for (let i = 0; i + 1 < path.length; i++) {
    const [a, b] = [path[i]!, path[i + 1]!];
    const d: Vec2 = [b[0] - a[0], b[1] - a[1]];
    const length = Math.hypot(...d);
    if (Math.abs(d[0] * first[0] + d[1] * first[1]) >= SQUARE * length * size) wide.push({ path: [a, b], length });
  }
  return wide;
}

/**
 * The legs of a section along its path, in the order in which they stand side by side in the drawing. Legs that run square to the
 * first one are jogs: there the plane steps, and nothing is drawn. The outer ones have the limits of the sight that lie beyond the line.
 */
export function legsOf(sight: Sight): Leg[] {
  const { legDepths, limits: { left, right } = {} } = sight;
  const wide = wideLegs(sight.path!).map((leg, k) => ({ ...leg, depth: legDepths && k < legDepths.length ? legDepths[k] : sight.depth }));
  // u counts from the end that lies left in the drawing
  if (sight.look === 'right') wide.reverse();
  const long = wide.reduce((sum, { length }) => sum + length, 0);
  const begin = left === null ? -Infinity : Math.min(0, left ?? 0);
  const end = right === null ? Infinity : Math.max(long, right ?? long);
  let from = 0;
  return wide.map(({ path, length, depth }, k) => {
    const drawn = [k ? 0 : begin, k === wide.length - 1 ? end - from : length] as const;
    const open = (at: number) => (Number.isFinite(at) ? at : null);
    const limits = { left: open(drawn[0]), right: open(drawn[1]) };
    const leg: Leg = { sight: { ...sight, path, depth, legDepths: undefined, limits }, from, length, drawn };
    from += length;
    return leg;
  });
}
