import { side } from './tile-index';

/** The fourth corner may lie this far off the plane of the others, metres. */
const FLAT = 1e-7;

/** Scratch: a quadrilateral by four edge functions, its plane, its box and its smallest and largest depth. */
export const QUAD = new Float64Array(22);
export const PLANE = 12;
export const BOX = 16;

/**
 * Whether the triangle at c and the one that follows it are two halves of one flat convex quadrilateral, as the faces of most boxes
 * and walls are; it is put into the scratch. `data` has the record of the first at `at`.
 */
export function quadOf(p: Float64Array, c: number, data: Float64Array, at: number): boolean {
  const d = c + 9;
  for (let k = 0; k < 3; k++) {
    // the edge from corner k to the next, which the other runs the other way
    const a = c + k * 3,
      b = c + ((k + 1) % 3) * 3;
    for (let n = 0; n < 3; n++) {
      const e = d + n * 3,
        f = d + ((n + 1) % 3) * 3;
      if (
        p[a] !== p[f] ||
        p[a + 1] !== p[f + 1] ||
        p[b] !== p[e] ||
        p[b + 1] !== p[e + 1] ||
        p[a + 2] !== p[f + 2] ||
        p[b + 2] !== p[e + 2]
      )
        continue;
      const far = d + ((n + 2) % 3) * 3,
        own = c + ((k + 2) % 3) * 3;
      const off = data[at + 9]! * p[far]! + data[at + 10]! * p[far + 1]! + data[at + 11]! * p[far + 2]! + data[at + 12]!;
      if (Math.abs(off) > FLAT) return false;
      side(QUAD, 0, p[a]!, p[a + 1]!, p[far]!, p[far + 1]!);
      side(QUAD, 3, p[far]!, p[far + 1]!, p[b]!, p[b + 1]!);
      side(QUAD, 6, p[b]!, p[b + 1]!, p[own]!, p[own + 1]!);
      side(QUAD, 9, p[own]!, p[own + 1]!, p[a]!, p[a + 1]!);
      // convex where the diagonal ends, too
      if (QUAD[0]! * p[own]! + QUAD[1]! * p[own + 1]! + QUAD[2]! < 0 || QUAD[3]! * p[own]! + QUAD[4]! * p[own + 1]! + QUAD[5]! < 0)
        return false;
      if (QUAD[6]! * p[far]! + QUAD[7]! * p[far + 1]! + QUAD[8]! < 0 || QUAD[9]! * p[far]! + QUAD[10]! * p[far + 1]! + QUAD[11]! < 0)
        return false;
      for (let i = 0; i < 4; i++) QUAD[PLANE + i] = data[at + 9 + i]!;
      for (let i = 0; i < 3; i++) {
        const low = Math.min(p[a + i]!, p[b + i]!, p[far + i]!, p[own + i]!),
          high = Math.max(p[a + i]!, p[b + i]!, p[far + i]!, p[own + i]!);
        if (i < 2) {
          QUAD[BOX + i] = low;
          QUAD[BOX + 2 + i] = high;
        } else {
          QUAD[BOX + 4] = low;
          QUAD[BOX + 5] = high;
        }
      }
      return true;
    }
  }
  return false;
}
