import { united, type Span } from '../geometry/numbers/spans';
import type { Vec2 } from '../geometry/vec3';
import type { Region } from './cut-faces';

/** The stretches along the line from a to b (in a drawing's coordinates) that lie in cut faces, metres from a, merged where they touch. */
export function matterOnLine(regions: readonly Region[], a: Vec2, b: Vec2): Span[] {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (!(length > 0)) return [];
  const d: Vec2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const out: [number, number][] = [];
  for (const region of regions) {
    if (region.use !== 'matter') continue;
    const hits: number[] = [];
    for (const ring of region.face)
      for (let i = 0, n = ring.length; i < n; i += 2) {
        const side = (k: number) => d[0] * (ring[(k + 1) % n]! - a[1]) - d[1] * (ring[k % n]! - a[0]);
        const [s0, s1] = [side(i), side(i + 2)];
        if (s0 > 0 === s1 > 0) continue;
        const t = s0 / (s0 - s1);
        const u = ring[i]! + t * (ring[(i + 2) % n]! - ring[i]!),
          v = ring[i + 1]! + t * (ring[(i + 3) % n]! - ring[i + 1]!);
        hits.push((u - a[0]) * d[0] + (v - a[1]) * d[1]);
      }
    hits.sort((p, q) => p - q);
    for (let k = 0; k + 1 < hits.length; k += 2)
      if (hits[k + 1]! > 0 && hits[k]! < length) out.push([Math.max(0, hits[k]!), Math.min(length, hits[k + 1]!)]);
  }
  return united(out, 1e-3);
}
