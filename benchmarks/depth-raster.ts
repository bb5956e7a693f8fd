/**
 * A plain depth-buffer raster, the yardstick of the bench: every triangle turned into the view, its pixels' depths written
 * where they are nearer. No shading, no lines. Returns the number of pixels covered, so that nothing is optimised away.
 */
export function depthRaster(
  positions: Float64Array,
  triangles: Uint32Array,
  frame: { right: readonly number[]; up: readonly number[]; look: readonly number[]; origin: readonly number[] },
  size: number,
): number {
  const n = positions.length / 3;
  const u = new Float32Array(n),
    v = new Float32Array(n),
    w = new Float32Array(n);
  const { right: r, up: p, look: l, origin: o } = frame;
  let u0 = Infinity,
    u1 = -Infinity,
    v0 = Infinity,
    v1 = -Infinity;
  for (let i = 0; i < n; i++) {
    const x = positions[i * 3]! - o[0]!,
      y = positions[i * 3 + 1]! - o[1]!,
      z = positions[i * 3 + 2]! - o[2]!;
    const a = x * r[0]! + y * r[1]! + z * r[2]!,
      b = x * p[0]! + y * p[1]! + z * p[2]!;
    u[i] = a;
    v[i] = b;
    w[i] = x * l[0]! + y * l[1]! + z * l[2]!;
    if (a < u0) u0 = a;
    if (a > u1) u1 = a;
    if (b < v0) v0 = b;
    if (b > v1) v1 = b;
  }
  const k = (size - 1) / Math.max(u1 - u0, v1 - v0);
  for (let i = 0; i < n; i++) {
    u[i] = (u[i]! - u0) * k;
    v[i] = (v[i]! - v0) * k;
  }
  const depth = new Float32Array(size * size).fill(Infinity);
  for (let t = 0; t < triangles.length; t += 3) {
    const a = triangles[t]!,
      b = triangles[t + 1]!,
      c = triangles[t + 2]!;
    const ax = u[a]!,
      ay = v[a]!,
      bx = u[b]!,
      by = v[b]!,
      cx = u[c]!,
      cy = v[c]!;
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (area === 0) continue;
    const i0 = Math.max(0, Math.ceil(Math.min(ax, bx, cx))),
      i1 = Math.min(size - 1, Math.floor(Math.max(ax, bx, cx)));
    const j0 = Math.max(0, Math.ceil(Math.min(ay, by, cy))),
      j1 = Math.min(size - 1, Math.floor(Math.max(ay, by, cy)));
    const inv = 1 / area;
    for (let j = j0; j <= j1; j++)
      for (let i = i0; i <= i1; i++) {
        const e0 = ((bx - i) * (cy - j) - (by - j) * (cx - i)) * inv,
          e1 = ((cx - i) * (ay - j) - (cy - j) * (ax - i)) * inv,
          e2 = 1 - e0 - e1;
        if (e0 < 0 || e1 < 0 || e2 < 0) continue;
        const d = e0 * w[a]! + e1 * w[b]! + e2 * w[c]!;
        const at = j * size + i;
        if (d < depth[at]!) depth[at] = d;
      }
  }
  let covered = 0;
  for (let i = 0; i < depth.length; i++) if (depth[i]! !== Infinity) covered++;
  return covered;
}
