import type { Vec2 } from '../geometry/vec3';
import { between, endsOf, isOnePoint, nearestOn, placeAt, roundOf, type Shape } from './shape';
import type { Trimmed } from './trim';

/**
 * The part of a line between the places on it that are nearest to two others, and what is left beside it; of a whole circle the way round
 * from the first, anticlockwise.
 */
export function partOf(shape: Shape, from: Vec2, to: Vec2): Trimmed {
  const [a, b] = [nearestOn(shape, from), nearestOn(shape, to)];
  const round = roundOf(shape);
  if (shape.arc && round) {
    const end = b > a ? b : b + round;
    return { gone: between(shape, a, end), left: [between(shape, end, a + round)] };
  }
  const [first, last] = [Math.min(a, b), Math.max(a, b)];
  const [start, end] = endsOf(shape);
  if (round) return { gone: between(shape, first, last), left: [between(shape, last, first + round)] };
  const isPiece = (p: number, q: number) => !isOnePoint(placeAt(shape, p), placeAt(shape, q));
  const left = [[start, first], [last, end]] as const; // prettier-ignore
  return { gone: between(shape, first, last), left: left.filter(([p, q]) => isPiece(p, q)).map(([p, q]) => between(shape, p, q)) };
}
