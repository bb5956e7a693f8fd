/**
 * A plain depth-buffer raster, the yardstick of the bench. Every vertex is turned into the view once; triangles that look
 * away are skipped; the others are filled row by row with a depth that grows by one addition a pixel. Typed arrays
 * throughout, no shading, no lines. Returns the number of pixels covered, so that nothing is optimised away.
 */
export function depthRaster(
  positions: Float64Array,
  triangles: Uint32Array,
  frame: { right: readonly number[]; up: readonly number[]; look: readonly number[]; origin: readonly number[] },
  size: number,
): number {
  const n = positions.length / 3;
  const [u, v, w] = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
  const { right, up, look, origin } = frame;
  const [rx, ry, rz] = [right[0]!, right[1]!, right[2]!];
  const [px, py, pz] = [up[0]!, up[1]!, up[2]!];
  const [lx, ly, lz] = [look[0]!, look[1]!, look[2]!];
  const [ox, oy, oz] = [origin[0]!, origin[1]!, origin[2]!];
  let [u0, u1, v0, v1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0, k = 0; i < n; i++, k += 3) {
    const x = positions[k]! - ox;
    const y = positions[k + 1]! - oy;
    const z = positions[k + 2]! - oz;
    const a = x * rx + y * ry + z * rz;
    const b = x * px + y * py + z * pz;
    u[i] = a;
    v[i] = b;
    w[i] = x * lx + y * ly + z * lz;
    if (a < u0) u0 = a;
    if (a > u1) u1 = a;
    if (b < v0) v0 = b;
    if (b > v1) v1 = b;
  }
  const scale = (size - 1) / Math.max(u1 - u0, v1 - v0);
  for (let i = 0; i < n; i++) {
    u[i] = (u[i]! - u0) * scale;
    v[i] = (v[i]! - v0) * scale;
  }
  const depth = new Float32Array(size * size).fill(Infinity);
  for (let t = 0; t < triangles.length; t += 3) {
    const a = triangles[t]!;
    const b = triangles[t + 1]!;
    const c = triangles[t + 2]!;
    const ax = u[a]!;
    const ay = v[a]!;
    const abx = u[b]! - ax;
    const aby = v[b]! - ay;
    const acx = u[c]! - ax;
    const acy = v[c]! - ay;
    const area = abx * acy - aby * acx;
    if (!(area > 0)) continue;
    const j0 = Math.ceil(ay + Math.min(0, aby, acy));
    const j1 = Math.floor(ay + Math.max(0, aby, acy));
    if (j0 > j1) continue;
    const i0 = Math.ceil(ax + Math.min(0, abx, acx));
    const i1 = Math.floor(ax + Math.max(0, abx, acx));
    if (i0 > i1) continue;
    const wa = w[a]!;
    const dwb = (w[b]! - wa) / area;
    const dwc = (w[c]! - wa) / area;
    // barycentric weights of b and c are linear over the plane: e1 for b, e2 for c
    const stepW = acy * dwb - aby * dwc;
    for (let j = j0; j <= j1; j++) {
      const dy = j - ay;
      const dx = i0 - ax;
      let e1 = dx * acy - dy * acx;
      let e2 = dy * abx - dx * aby;
      let d = wa + e1 * dwb + e2 * dwc;
      for (let i = i0, at = j * size + i0; i <= i1; i++, at++) {
        if (e1 >= 0 && e2 >= 0 && e1 + e2 <= area && d < depth[at]!) depth[at] = d;
        e1 += acy;
        e2 -= aby;
        d += stepW;
      }
    }
  }
  let covered = 0;
  for (let i = 0; i < depth.length; i++) if (depth[i]! !== Infinity) covered++;
  return covered;
}
