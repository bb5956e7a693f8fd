import { COPLANAR_COS, SMOOTH_COS, SPECK, WELD } from '../../geometry/numbers/tolerances';
import { EdgeKind, type Scene } from '../scene';

/** What is asked of a scene to find where its triangles cross. */
export type Meshes = Pick<
  Scene,
  | 'vertices'
  | 'triangles'
  | 'normals'
  | 'triangleEdges'
  | 'edgeKind'
  | 'edgeFaces'
  | 'edgeVertices'
  | 'sliverOf'
  | 'partTriangleStart'
  | 'partEdgeStart'
  | 'partBounds'
>;

/** Cosine of 10°: a line this near to a facet joint runs along it. */
const ALONG = 0.985;

/**
 * Finds where two triangles cross; what it finds is said at `meetings`. Keeps its scratch between calls.
 * Method: the interval test of T. Möller, A Fast Triangle-Triangle Intersection Test, 1997; the handling of contacts is ours.
 */
export class TriangleIntersection {
  private readonly scene: Meshes;
  /** Signed distances of a triangle's corners to the other's plane; what lies within WELD is 0 and counts as outside. */
  private readonly dS = new Float64Array(3);
  private readonly dT = new Float64Array(3);
  /** Two points of each triangle on the common line. */
  private readonly onS = new Float64Array(6);
  private readonly onT = new Float64Array(6);

  constructor(scene: Meshes) {
    this.scene = scene;
  }

  /** Writes the common segment of two triangles into `out` at `at`; false when they do not run through each other. */
  between(s: number, t: number, out: Float64Array, at: number): boolean {
    const { normals, sliverOf } = this.scene;
    if (sliverOf[s]! >= 0 || sliverOf[t]! >= 0) return false;
    if (!this.distances(t, s, this.dT) || !this.distances(s, t, this.dS)) return false;
    const sx = normals[s * 3]!,
      sy = normals[s * 3 + 1]!,
      sz = normals[s * 3 + 2]!;
    const tx = normals[t * 3]!,
      ty = normals[t * 3 + 1]!,
      tz = normals[t * 3 + 2]!;
    const cos = sx * tx + sy * ty + sz * tz;
    if (cos > COPLANAR_COS) return false;
    // two pipes of one axis cross with the joints of their facets: where they run on into each other smoothly there is no line
    if (cos > SMOOTH_COS) {
      const direction = [sy * tz - sz * ty, sz * tx - sx * tz, sx * ty - sy * tx] as const;
      if (this.isAlongFacets(s, direction) && this.isAlongFacets(t, direction)) return false;
    }
    if (!this.points(t, this.dT, s, this.onT) || !this.points(s, this.dS, t, this.onS)) return false;
    const dx = sy * tz - sz * ty,
      dy = sz * tx - sx * tz,
      dz = sx * ty - sy * tx;
    const { onS, onT } = this;
    const s3 = onS[0]! * dx + onS[1]! * dy + onS[2]! * dz,
      s6 = onS[3]! * dx + onS[4]! * dy + onS[5]! * dz;
    const t3 = onT[0]! * dx + onT[1]! * dy + onT[2]! * dz,
      t6 = onT[3]! * dx + onT[4]! * dy + onT[5]! * dz;
    // of the two stretches on the common line the later beginning and the earlier end
    const fromS = Math.min(s3, s6) >= Math.min(t3, t6);
    const toS = Math.max(s3, s6) <= Math.max(t3, t6);
    const a = fromS ? onS : onT,
      ka = (fromS ? s3 <= s6 : t3 <= t6) ? 0 : 3;
    const b = toS ? onS : onT,
      kb = (toS ? s3 <= s6 : t3 <= t6) ? 3 : 0;
    const from = Math.max(Math.min(s3, s6), Math.min(t3, t6)),
      to = Math.min(Math.max(s3, s6), Math.max(t3, t6));
    const size = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (to - from < SPECK * 0.01 * size) return false;
    for (let k = 0; k < 3; k++) {
      out[at + k] = a[ka + k]!;
      out[at + 3 + k] = b[kb + k]!;
    }
    return true;
  }

  /** Whether a direction runs along a facet joint of a triangle. */
  private isAlongFacets(t: number, [x, y, z]: readonly [number, number, number]): boolean {
    const { vertices, triangleEdges, edgeKind, edgeVertices } = this.scene;
    for (let k = t * 3; k < t * 3 + 3; k++) {
      const e = triangleEdges[k]!;
      if (edgeKind[e] !== EdgeKind.smooth) continue;
      const [p, q] = [edgeVertices[e * 2]! * 3, edgeVertices[e * 2 + 1]! * 3];
      const [a, b, c] = [vertices[q]! - vertices[p]!, vertices[q + 1]! - vertices[p + 1]!, vertices[q + 2]! - vertices[p + 2]!];
      if (Math.abs(a * x + b * y + c * z) > ALONG * Math.hypot(a, b, c) * Math.hypot(x, y, z)) return true;
    }
    return false;
  }

  /** Distances of t's corners to the plane of s; false when they are all on one side. */
  private distances(t: number, s: number, out: Float64Array): boolean {
    const { vertices, triangles, normals } = this.scene;
    const o = triangles[s * 3]! * 3;
    let inside = false,
      outside = false;
    for (let k = 0; k < 3; k++) {
      const v = triangles[t * 3 + k]! * 3;
      const d =
        normals[s * 3]! * (vertices[v]! - vertices[o]!) +
        normals[s * 3 + 1]! * (vertices[v + 1]! - vertices[o + 1]!) +
        normals[s * 3 + 2]! * (vertices[v + 2]! - vertices[o + 2]!);
      out[k] = Math.abs(d) < WELD ? 0 : d;
      if (out[k]! < 0) inside = true;
      else outside = true;
    }
    return inside && outside;
  }

  /** The two points in which the sides of t pass through the plane of s; false where t's own edge does the work already. */
  private points(t: number, d: Float64Array, s: number, out: Float64Array): boolean {
    const { vertices, triangles } = this.scene;
    let n = 0;
    let zeros = 0;
    let lone = -1;
    for (let k = 0; k < 3; k++) {
      if (d[k] === 0) zeros++;
      else lone = k;
      const j = k === 2 ? 0 : k + 1;
      if (d[k]! < 0 === d[j]! < 0) continue;
      const isUp = triangles[t * 3 + k]! < triangles[t * 3 + j]!;
      const a = isUp ? k : j,
        b = isUp ? j : k;
      const f = d[a]! / (d[a]! - d[b]!);
      const p = triangles[t * 3 + a]! * 3,
        q = triangles[t * 3 + b]! * 3;
      for (let c = 0; c < 3; c++) out[n * 3 + c] = vertices[p + c]! + f * (vertices[q + c]! - vertices[p + c]!);
      n++;
    }
    if (n !== 2) return false;
    // A whole side of t lies in the plane: the surfaces cross there only if the face beyond that side comes out of it.
    return zeros < 2 || this.comesOut(t, (lone + 1) % 3, s);
  }

  /** Whether the neighbour of t across its side k reaches to the outer side of the plane of s. */
  private comesOut(t: number, k: number, s: number): boolean {
    const { vertices, triangles, triangleEdges, edgeFaces, edgeVertices, normals } = this.scene;
    const e = triangleEdges[t * 3 + k]!;
    const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
    if (other < 0) return false;
    const far =
      (triangles[other * 3]! + triangles[other * 3 + 1]! + triangles[other * 3 + 2]! - edgeVertices[e * 2]! - edgeVertices[e * 2 + 1]!) * 3;
    const o = triangles[s * 3]! * 3;
    let d = 0;
    for (let c = 0; c < 3; c++) d += normals[s * 3 + c]! * (vertices[far + c]! - vertices[o + c]!);
    return d > WELD;
  }
}
