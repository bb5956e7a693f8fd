import Flatbush from 'flatbush';
import { linePoints, type Drawing } from '../../core/linework/drawing';

/** Finds the lines of a drawing near a place. */
export interface LineIndex {
  /** The nearest line within `reach` metres; -1 where there is none. */
  nearest(u: number, v: number, reach: number): number;
  /** All lines whose boxes are within it. */
  near(u: number, v: number, reach: number): number[];
}

/** An index over the segments of all lines; null where there is none. */
export function lineIndex(drawing: Drawing): LineIndex | null {
  const segments: number[] = [],
    lines: number[] = [];
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const points = linePoints(drawing, l, 2e-3);
    for (let i = 0; i + 3 < points.length; i += 2) {
      segments.push(points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!);
      lines.push(l);
    }
  }
  if (!lines.length) return null;
  const index = new Flatbush(lines.length);
  for (let i = 0; i < segments.length; i += 4)
    index.add(
      Math.min(segments[i]!, segments[i + 2]!),
      Math.min(segments[i + 1]!, segments[i + 3]!),
      Math.max(segments[i]!, segments[i + 2]!),
      Math.max(segments[i + 1]!, segments[i + 3]!),
    );
  index.finish();
  const [at, lineOf] = [Float64Array.from(segments), Uint32Array.from(lines)];
  const found = (u: number, v: number, reach: number) => index.search(u - reach, v - reach, u + reach, v + reach);
  return {
    near: (u, v, reach) => [...new Set(found(u, v, reach).map((s) => lineOf[s]!))],
    nearest(u, v, reach) {
      let [best, least] = [-1, reach];
      for (const s of found(u, v, reach)) {
        const [au, av, bu, bv] = at.subarray(s * 4, s * 4 + 4) as unknown as [number, number, number, number];
        const [du, dv] = [bu - au, bv - av];
        const t = Math.max(0, Math.min(1, ((u - au) * du + (v - av) * dv) / (du * du + dv * dv || 1)));
        const d = Math.hypot(au + t * du - u, av + t * dv - v);
        if (d < least) [best, least] = [lineOf[s]!, d];
      }
      return best;
    },
  };
}
