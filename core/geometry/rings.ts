/** A closed outline as u, v, u, v … without repeating its first corner. */
export type Ring = Float64Array;

/** A face with holes: the first ring is the outer one, counter-clockwise; the others run clockwise. */
export type Face = readonly Ring[];

/** Smallest and largest corner of something in the picture. */
export type Box = readonly [u0: number, v0: number, u1: number, v1: number];

/** Signed area of a ring, square metres; positive when it runs counter-clockwise. Measured from its first corner, so that far coordinates lose nothing. */
export function ringArea(ring: Ring): number {
  let twice = 0;
  const n = ring.length;
  const x = ring[0] ?? 0,
    y = ring[1] ?? 0;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) twice += (ring[j]! - x) * (ring[i + 1]! - y) - (ring[i]! - x) * (ring[j + 1]! - y);
  return twice / 2;
}

export const faceArea = (face: Face): number =>
  face.reduce((sum, ring, k) => sum + (k ? -Math.abs(ringArea(ring)) : Math.abs(ringArea(ring))), 0);

/** Smallest and largest corner of rings: [u0, v0, u1, v1]. */
export function ringBounds(rings: readonly Ring[]): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      box[0] = Math.min(box[0], ring[i]!);
      box[1] = Math.min(box[1], ring[i + 1]!);
      box[2] = Math.max(box[2], ring[i]!);
      box[3] = Math.max(box[3], ring[i + 1]!);
    }
  return box;
}

/** Whether a point lies inside a ring; on the outline either answer may come. */
export function ringContains(ring: Ring, u: number, v: number): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const vi = ring[i + 1]!,
      vj = ring[j + 1]!;
    if (vi > v !== vj > v && u < ((ring[j]! - ring[i]!) * (v - vi)) / (vj - vi) + ring[i]!) inside = !inside;
  }
  return inside;
}

/** Whether a point lies inside a face and in none of its holes; on an outline either answer may come. */
export const faceContains = (face: Face, u: number, v: number): boolean =>
  ringContains(face[0]!, u, v) && !face.slice(1).some((hole) => ringContains(hole, u, v));

/** Whether a corner lies on the line between two others, within `off`, and between them; all by their place in a list of u and v. */
export function isBetween(places: Float64Array, from: number, at: number, to: number, off: number): boolean {
  const du = places[to]! - places[from]!,
    dv = places[to + 1]! - places[from + 1]!;
  const l = Math.hypot(du, dv);
  if (l < 1e-9) return false;
  const pu = places[at]! - places[from]!,
    pv = places[at + 1]! - places[from + 1]!;
  const along = (pu * du + pv * dv) / l;
  return along > 0 && along < l && Math.abs(pu * dv - pv * du) / l < off;
}

/** The same corners the other way round. */
export function reversed(ring: Ring): Ring {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[ring.length - 2 - i]!;
    out[i + 1] = ring[ring.length - 1 - i]!;
  }
  return out;
}
