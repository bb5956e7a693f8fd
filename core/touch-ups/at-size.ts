import { arcBounds, type Arc } from '../geometry/arcs/arc';
import type { Drawing } from '../linework/drawing';
import { scaleOf } from '../scene/scale';
import type { Shape } from './shape';
import type { Tie, TouchUp } from './touch-up';

/*
 * Tolerances of hand work are those of buildings: a millimetre beside a line is on it. What is smaller is enlarged before, by a power of
 * two as a scene is, so that no digit changes, and as large as it was again afterwards.
 */

/** By which power of two a drawing is enlarged for work by hand; 1 from a metre up. */
export function finenessOf({ points }: Pick<Drawing, 'points'>): number {
  let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    u0 = Math.min(u0, points[i]!);
    u1 = Math.max(u1, points[i]!);
    v0 = Math.min(v0, points[i + 1]!);
    v1 = Math.max(v1, points[i + 1]!);
  }
  return scaleOf({ size: Math.hypot(u1 - u0, v1 - v0), reach: Math.max(-u0, u1, -v0, v1) });
}

/** The same of lines. */
export function finenessOfShapes(shapes: readonly Shape[]): number {
  const points = shapes.flatMap(({ path, arc }) => [...(path ?? arcBounds(arc))]);
  return finenessOf({ points: Float64Array.from(points) });
}

const arcTimes = ([u, v, a, b, ...angles]: Arc, by: number): Arc => [u * by, v * by, a * by, b * by, ...angles];
const times = (numbers: readonly number[], by: number): number[] => numbers.map((x) => x * by);

export const shapeTimes = (shape: Shape, by: number): Shape =>
  shape.arc ? { arc: arcTimes(shape.arc, by) } : { path: times(shape.path, by) };

export const tieTimes = ({ element, box }: Tie, by: number): Tie => ({ element, box: times(box, by) as unknown as Tie['box'] });

/** A touch-up so many times as large; texts keep their height, which is one on paper. */
export function touchUpTimes(own: TouchUp, by: number): TouchUp {
  const tie = 'tie' in own && own.tie ? { tie: tieTimes(own.tie, by) } : {};
  switch (own.kind) {
    case 'hide':
    case 'redraw':
      return { ...own, on: { ...shapeTimes(own.on, by), tie: tieTimes(own.on.tie, by) } };
    case 'line':
      return { ...own, ...tie, points: times(own.points, by) };
    case 'arc':
      return { ...own, ...tie, arc: arcTimes(own.arc, by) };
    case 'fill':
      return { ...own, ...tie, rings: own.rings.map((ring) => times(ring, by)) };
    case 'text':
      return { ...own, ...tie, at: [own.at[0] * by, own.at[1] * by] };
    case 'mask':
      return { ...own, ...tie, ring: times(own.ring, by) };
  }
}
