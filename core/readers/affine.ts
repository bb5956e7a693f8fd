/** A placement as 3MF writes it: the pictures of the three axes, then the shift; a point is a row before it. */
export type Affine = readonly [number, number, number, number, number, number, number, number, number, number, number, number];

/** Places corners, three numbers each. */
export function apply(m: Affine, corners: Float64Array): Float64Array {
  const out = new Float64Array(corners.length);
  for (let i = 0; i < corners.length; i += 3)
    for (let k = 0; k < 3; k++) out[i + k] = corners[i]! * m[k]! + corners[i + 1]! * m[3 + k]! + corners[i + 2]! * m[6 + k]! + m[9 + k]!;
  return out;
}

/** The placement that does `inner` first, then `outer`. */
export function multiply(outer: Affine, inner: Affine): Affine {
  const rows = apply([...outer.slice(0, 9), 0, 0, 0] as unknown as Affine, Float64Array.from(inner));
  for (let k = 0; k < 3; k++) rows[9 + k]! += outer[9 + k]!;
  return [...rows] as unknown as Affine;
}
