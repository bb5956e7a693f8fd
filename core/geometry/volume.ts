/** Six times the volume between triangle `t` and the corner at place `o`, with its sign: over a closed body they add up to its own. */
export function sixVolumes(vertices: Float64Array, triangles: Uint32Array, t: number, o: number): number {
  const a = triangles[t * 3]! * 3,
    b = triangles[t * 3 + 1]! * 3,
    c = triangles[t * 3 + 2]! * 3;
  const ax = vertices[a]! - vertices[o]!,
    ay = vertices[a + 1]! - vertices[o + 1]!,
    az = vertices[a + 2]! - vertices[o + 2]!;
  const bx = vertices[b]! - vertices[o]!,
    by = vertices[b + 1]! - vertices[o + 1]!,
    bz = vertices[b + 2]! - vertices[o + 2]!;
  const cx = vertices[c]! - vertices[o]!,
    cy = vertices[c + 1]! - vertices[o + 1]!,
    cz = vertices[c + 2]! - vertices[o + 2]!;
  return ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
}
