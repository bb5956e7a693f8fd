import type { Vec2 } from '../../../core/geometry/vec3';
import type { Snap } from '../../board/snapper';
import type { ModelInfo } from '../../data/database';

/** Where straight grid lines cross, and the place on one, within so many metres of a place of the plan; crossings first. */
export function gridSnaps({ grid, origin }: ModelInfo, at: Vec2, reach: number): Snap[] {
  const lines = grid
    .filter(({ curve }) => !curve)
    .map(({ tag, from, to }) => {
      const a: Vec2 = [from[0] + origin[0], from[1] + origin[1]];
      const d: Vec2 = [to[0] - from[0], to[1] - from[1]];
      const length = Math.hypot(...d) || 1;
      const along = ((at[0] - a[0]) * d[0] + (at[1] - a[1]) * d[1]) / (length * length);
      const foot: Vec2 = [a[0] + d[0] * along, a[1] + d[1] * along];
      return { tag, a, d, foot, isNear: Math.hypot(foot[0] - at[0], foot[1] - at[1]) <= reach };
    })
    .filter((line) => line.isNear);
  const crossings: Snap[] = [];
  lines.forEach((p, i) => {
    for (const q of lines.slice(i + 1)) {
      const across = p.d[0] * q.d[1] - p.d[1] * q.d[0];
      if (Math.abs(across) < 1e-9) continue;
      const t = ((q.a[0] - p.a[0]) * q.d[1] - (q.a[1] - p.a[1]) * q.d[0]) / across;
      const x: Vec2 = [p.a[0] + p.d[0] * t, p.a[1] + p.d[1] * t];
      if (Math.hypot(x[0] - at[0], x[1] - at[1]) <= reach) crossings.push({ at: x, words: `grid ${p.tag} and ${q.tag}` });
    }
  });
  return [...crossings, ...lines.map(({ tag, foot }) => ({ at: foot, words: `grid ${tag}` }))];
}
