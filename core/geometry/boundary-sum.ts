const _double = new Float64Array(3);
const _bits = new Uint32Array(_double.buffer);

/**
 * Tells whether triangles close: whether every edge is run through as often one way as the other, corners at the same place being
 * one. Each edge adds a mixed figure of its two places, taken away again when it is run through backwards; the sum is 0 when all
 * cancel (and else with a chance of one in 2^60). Needs no table of corners or edges. Ours; the idea of sums that do not depend
 * on an order is that of M. Carter, J. Wegman, Universal Classes of Hash Functions, 1979.
 */
export function isClosed(positions: ArrayLike<number>, triangles: ArrayLike<number>): boolean {
  let a = 0,
    b = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const p = placeOf(positions, triangles[t]! * 3),
      q = placeOf(positions, triangles[t + 1]! * 3),
      r = placeOf(positions, triangles[t + 2]! * 3);
    a = (a + signed(p, q, 0x9e3779b1) + signed(q, r, 0x9e3779b1) + signed(r, p, 0x9e3779b1)) | 0;
    b = (b + signed(p, q, 0x85ebca6b) + signed(q, r, 0x85ebca6b) + signed(r, p, 0x85ebca6b)) | 0;
  }
  return a === 0 && b === 0;
}

function placeOf(positions: ArrayLike<number>, at: number): number {
  // adding 0 makes one zero of the two
  for (let k = 0; k < 3; k++) _double[k] = positions[at + k]! + 0;
  let h = 0x2545f491;
  for (let k = 0; k < 6; k++) h = mix(h ^ _bits[k]!);
  return h;
}

function signed(p: number, q: number, seed: number): number {
  return (mix(Math.imul(p, seed) + (q ^ seed)) - mix(Math.imul(q, seed) + (p ^ seed))) | 0;
}

function mix(h: number): number {
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return h ^ (h >>> 15);
}
