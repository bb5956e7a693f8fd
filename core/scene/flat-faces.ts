import { EdgeKind } from './scene';

/**
 * The flat face of each triangle: those that hang together over coplanar edges have the number of one of them.
 * Cost: one visit to each edge. Method: union and find, written out for so many.
 */
export function flatFaces(triangles: number, edgeFaces: Int32Array, edgeKind: Uint8Array): Uint32Array {
  const face = new Uint32Array(triangles);
  for (let t = 0; t < triangles; t++) face[t] = t;
  const leader = (t: number): number => {
    while (face[t] !== t) t = face[t] = face[face[t]!]!;
    return t;
  };
  for (let e = 0; e < edgeKind.length; e++) {
    if (edgeKind[e] !== EdgeKind.coplanar || edgeFaces[e * 2]! < 0 || edgeFaces[e * 2 + 1]! < 0) continue;
    const a = leader(edgeFaces[e * 2]!),
      b = leader(edgeFaces[e * 2 + 1]!);
    // the lower number leads
    if (a < b) face[b] = a;
    else face[a] = b;
  }
  for (let t = 0; t < triangles; t++) face[t] = leader(t);
  return face;
}
