import earcut from 'earcut';

/**
 * Divides a face of three or more corners into triangles of its own sense.
 * @param face indices of corners, round the face
 * @param corners x y z of each
 * @returns indices into `face`, three for each triangle
 */
export function triangulate(face: readonly number[], corners: ArrayLike<number>): readonly number[] {
  if (face.length === 3) return [0, 1, 2];
  // Newell's normal decides which axis to drop, so that the projection has the largest area.
  let nx = 0,
    ny = 0,
    nz = 0;
  for (let i = 0; i < face.length; i++) {
    const a = face[i]! * 3;
    const b = face[(i + 1) % face.length]! * 3;
    nx += (corners[a + 1]! - corners[b + 1]!) * (corners[a + 2]! + corners[b + 2]!);
    ny += (corners[a + 2]! - corners[b + 2]!) * (corners[a]! + corners[b]!);
    nz += (corners[a]! - corners[b]!) * (corners[a + 1]! + corners[b + 1]!);
  }
  const [ax, ay, az] = [Math.abs(nx), Math.abs(ny), Math.abs(nz)];
  const [i, j, sign] = az >= ax && az >= ay ? [0, 1, nz] : ax >= ay ? [1, 2, nx] : [2, 0, ny];
  const flat = face.flatMap((c) => [corners[c * 3 + i]!, corners[c * 3 + j]!]);
  const out = earcut(flat);
  if (out.length !== (face.length - 2) * 3) {
    const fan: number[] = [];
    for (let k = 1; k + 1 < face.length; k++) fan.push(0, k, k + 1);
    return fan;
  }
  // earcut keeps no orientation: compare with the normal's sign.
  const [p, q, r] = [out[0]! * 2, out[1]! * 2, out[2]! * 2];
  const turn = (flat[q]! - flat[p]!) * (flat[r + 1]! - flat[p + 1]!) - (flat[r]! - flat[p]!) * (flat[q + 1]! - flat[p + 1]!);
  return turn * sign >= 0 ? out : out.slice().reverse();
}
