/** Writes the smallest and the largest x y z of corners `from` up to `to` into `out` at `at`: six numbers; of none, infinities the wrong way round. */
export function boundCorners(corners: Float64Array | Float32Array, from: number, to: number, out: Float64Array, at = 0): Float64Array {
  let x0 = Infinity,
    y0 = Infinity,
    z0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity,
    z1 = -Infinity;
  for (let i = from * 3; i < to * 3; i += 3) {
    const x = corners[i]!,
      y = corners[i + 1]!,
      z = corners[i + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  out[at] = x0;
  out[at + 1] = y0;
  out[at + 2] = z0;
  out[at + 3] = x1;
  out[at + 4] = y1;
  out[at + 5] = z1;
  return out;
}

/** The same of the corners that a run of triangles has, `from` up to `to`. */
export function boundTriangles(
  corners: Float64Array | Float32Array,
  triangles: Uint32Array,
  from: number,
  to: number,
  out: Float64Array,
  at = 0,
): Float64Array {
  let x0 = Infinity,
    y0 = Infinity,
    z0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity,
    z1 = -Infinity;
  for (let i = from * 3; i < to * 3; i++) {
    const p = triangles[i]! * 3;
    const x = corners[p]!,
      y = corners[p + 1]!,
      z = corners[p + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  out[at] = x0;
  out[at + 1] = y0;
  out[at + 2] = z0;
  out[at + 3] = x1;
  out[at + 4] = y1;
  out[at + 5] = z1;
  return out;
}

/** Writes the box of one triangle into `out` at `at`, as `boundCorners` does. */
export function boundTriangle(vertices: Float64Array, triangles: Uint32Array, t: number, out: Float64Array, at: number): void {
  const a = triangles[t * 3]! * 3,
    b = triangles[t * 3 + 1]! * 3,
    c = triangles[t * 3 + 2]! * 3;
  for (let k = 0; k < 3; k++) {
    const x = vertices[a + k]!,
      y = vertices[b + k]!,
      z = vertices[c + k]!;
    out[at + k] = x < y ? (x < z ? x : z) : y < z ? y : z;
    out[at + 3 + k] = x > y ? (x > z ? x : z) : y > z ? y : z;
  }
}

/** Whether two boxes at places of two lists come as near to each other as `by` along every axis. */
export function boxesMeet(a: Float64Array, i: number, b: Float64Array, j: number, by: number): boolean {
  for (let k = 0; k < 3; k++) if (a[i + 3 + k]! < b[j + k]! - by || b[j + 3 + k]! < a[i + k]! - by) return false;
  return true;
}
