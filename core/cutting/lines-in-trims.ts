import { WELD } from '../geometry/tolerances';
import type { Scene } from '../scene/scene';
import type { Frame } from '../sights/frame';

/** Lines of a scene for which the cut lines of a face stand: 1 for each of its edges, and of the lines in which surfaces meet. */
export interface LinesInTrims {
  readonly edges: Uint8Array;
  readonly meetings: Uint8Array;
}

/**
 * The lines that lie in faces which trims made. Such a face is drawn by its regions, in which one material gives way to another:
 * the edges of the bodies themselves would show what gave way.
 * @param planes frames of trims whose faces the sight looks at
 * Cost: the parts that touch a plane.
 */
export function linesInTrims(scene: Scene, shown: Uint8Array, planes: readonly Frame[]): LinesInTrims | null {
  if (!planes.length) return null;
  const { vertices, triangles, trianglePart, edgeVertices, edgeFaces, partBounds, partEdgeStart, meetingEnds, meetingFaces } = scene;
  const edges = new Uint8Array(scene.edgeKind.length);
  const meetings = new Uint8Array(meetingFaces.length / 2);
  for (const { origin, look } of planes) {
    const isIn = (x: number, y: number, z: number) =>
      Math.abs((x - origin[0]) * look[0] + (y - origin[1]) * look[1] + (z - origin[2]) * look[2]) < NEAR;
    const holds = (v: number) => isIn(vertices[v * 3]!, vertices[v * 3 + 1]!, vertices[v * 3 + 2]!);
    const holdsFace = (t: number) => holds(triangles[t * 3]!) && holds(triangles[t * 3 + 1]!) && holds(triangles[t * 3 + 2]!);
    /** Whether an edge is one of a face in the plane, or of an open surface that ends in it. */
    const isRim = (a: number, b: number) => b < 0 || holdsFace(a) || holdsFace(b);
    for (let part = 0; part < shown.length; part++) {
      if (shown[part] !== 1 || !touches(partBounds, part * 6, origin, look)) continue;
      for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++)
        if (holds(edgeVertices[e * 2]!) && holds(edgeVertices[e * 2 + 1]!) && isRim(edgeFaces[e * 2]!, edgeFaces[e * 2 + 1]!)) edges[e] = 1;
    }
    for (let m = 0; m < meetings.length; m++) {
      const [a, b] = [meetingFaces[m * 2]!, meetingFaces[m * 2 + 1]!];
      if (shown[trianglePart[a]!] !== 1 || shown[trianglePart[b]!] !== 1) continue;
      const end = (k: number) => isIn(meetingEnds[m * 6 + k]!, meetingEnds[m * 6 + k + 1]!, meetingEnds[m * 6 + k + 2]!);
      if (end(0) && end(3)) meetings[m] = 1;
    }
  }
  return { edges, meetings };
}

/** Caps are welded to what they close: their corners are as near to the plane as that. */
const NEAR = 2 * WELD;

/** Whether a box comes to a plane. */
function touches(box: Float64Array, b: number, origin: readonly number[], look: readonly number[]): boolean {
  let [middle, reach] = [0, 0];
  for (let k = 0; k < 3; k++) {
    middle += ((box[b + k]! + box[b + k + 3]!) / 2 - origin[k]!) * look[k]!;
    reach += (Math.abs(look[k]!) * (box[b + k + 3]! - box[b + k]!)) / 2;
  }
  return Math.abs(middle) <= reach + NEAR;
}
