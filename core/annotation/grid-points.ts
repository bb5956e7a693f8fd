import type { Vec2 } from '../geometry/vec3';
import type { Model } from '../model/model';

/** Lines that cross at a smaller angle than this meet nowhere in particular; sine. */
const ALIKE = 1e-9;

/** A place that grid lines give: where two cross, or the nearest on one. */
export interface GridPoint {
  readonly at: Vec2;
  readonly tags: readonly string[];
}

/**
 * Where straight grid lines cross, and the nearest place on each, within so many metres of a place of the plan; crossings first.
 * @param at in the coordinates of the file
 */
export function gridPoints({ grid, origin }: Pick<Model, 'grid' | 'origin'>, at: Vec2, reach: number): GridPoint[] {
  const isNear = ([x, y]: Vec2) => Math.hypot(x - at[0], y - at[1]) <= reach;
  const lines = grid
    .filter(({ curve, from, to }) => !curve && Math.hypot(to[0] - from[0], to[1] - from[1]) > 0)
    .map(({ tag, from, to }) => {
      const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
      const a: Vec2 = [from[0] + origin[0], from[1] + origin[1]];
      const d: Vec2 = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
      const along = (at[0] - a[0]) * d[0] + (at[1] - a[1]) * d[1];
      return { tag, a, d, foot: [a[0] + d[0] * along, a[1] + d[1] * along] as Vec2 };
    })
    .filter(({ foot }) => isNear(foot));
  const crossings = lines.flatMap((p, i) =>
    lines.slice(i + 1).flatMap((q): GridPoint[] => {
      const across = p.d[0] * q.d[1] - p.d[1] * q.d[0];
      if (Math.abs(across) < ALIKE) return [];
      const t = ((q.a[0] - p.a[0]) * q.d[1] - (q.a[1] - p.a[1]) * q.d[0]) / across;
      return [{ at: [p.a[0] + p.d[0] * t, p.a[1] + p.d[1] * t], tags: [p.tag, q.tag] }];
    }),
  );
  return [...crossings.filter((p) => isNear(p.at)), ...lines.map(({ tag, foot }) => ({ at: foot, tags: [tag] }))];
}
