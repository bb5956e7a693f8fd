/** So much of the surface of a terrain looks up or down. */
const LEVEL = 0.8;
/** A face that leans by less than 60° looks up or down (its cosine). */
const SLOPE = 0.5;

/**
 * Whether what a geographic element shows is the ground: as its predefined type says (IFC 4.3, IfcGeographicElementTypeEnum), or, where
 * that says nothing, when nearly all of its surface looks up or down. A plant, a rock or a bench is a thing that stands on it.
 * @param triangles three corners each, x y z one behind the other
 */
export function isGround(predefined: string | undefined, positions: Float64Array, triangles: Uint32Array): boolean {
  if (predefined === 'TERRAIN') return true;
  if (predefined !== undefined && predefined !== 'USERDEFINED') return false;
  let [level, all] = [0, 0];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t]! * 3, triangles[t + 1]! * 3, triangles[t + 2]! * 3];
    const [ux, uy, uz] = [positions[b]! - positions[a]!, positions[b + 1]! - positions[a + 1]!, positions[b + 2]! - positions[a + 2]!];
    const [vx, vy, vz] = [positions[c]! - positions[a]!, positions[c + 1]! - positions[a + 1]!, positions[c + 2]! - positions[a + 2]!];
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    const area = Math.sqrt(nx * nx + ny * ny + nz * nz);
    all += area;
    if (Math.abs(nz) > SLOPE * area) level += area;
  }
  return all > 0 && level >= LEVEL * all;
}
