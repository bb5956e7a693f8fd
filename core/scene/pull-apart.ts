import { boundCorners } from '../geometry/bounds';
import type { Vec3 } from '../geometry/vec3';
import { boundBlocks } from './prepare';
import { intersectionsBetween } from './intersect/intersections';
import type { Scene } from './scene';

/** A group of parts and how far it is moved, metres of the scene. */
export interface Pull {
  /** 1 for the parts that move. */
  readonly parts: Uint8Array;
  readonly by: Vec3;
}

export interface PulledApart {
  readonly scene: Scene;
  /** Lines from where groups were to where they are, along the corners of their boxes: x y z of both ends, six numbers each. */
  readonly traces: Float64Array;
}

const NO_TRACES = new Float64Array(0);

/**
 * Moves groups of parts of a prepared scene; a part that is in several moves by all of them. Traces run from the four lower corners of
 * each group's box. Nothing is prepared again: only where parts that moved otherwise than one another run through each other is asked anew.
 * Cost: a copy of the corners, and the pairs of parts that came apart or together.
 */
export function pullApart(scene: Scene, pulls: readonly Pull[]): PulledApart {
  if (!pulls.length) return { scene, traces: NO_TRACES };
  const { partVertexStart, triangles } = scene;
  const parts = partVertexStart.length - 1;
  const vertices = scene.vertices.slice();
  const partBounds = scene.partBounds.slice();
  const shift = new Float64Array(parts * 3);
  const traces: number[] = [];
  for (const { parts: moved, by } of pulls) {
    const [dx, dy, dz] = by;
    let [x0, y0, z0, x1, y1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity];
    for (let part = 0; part < parts; part++) {
      if (!moved[part] || !(partBounds[part * 6]! <= partBounds[part * 6 + 3]!)) continue;
      const b = part * 6;
      [x0, y0, z0] = [Math.min(x0, partBounds[b]!), Math.min(y0, partBounds[b + 1]!), Math.min(z0, partBounds[b + 2]!)];
      [x1, y1] = [Math.max(x1, partBounds[b + 3]!), Math.max(y1, partBounds[b + 4]!)];
      for (let i = partVertexStart[part]! * 3; i < partVertexStart[part + 1]! * 3; i++) vertices[i]! += by[i % 3]!;
      for (let k = 0; k < 3; k++) shift[part * 3 + k]! += by[k]!;
      boundCorners(vertices, partVertexStart[part]!, partVertexStart[part + 1]!, partBounds, b);
    }
    if (x0 === Infinity) continue;
    for (const [x, y] of [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ] as const)
      traces.push(x, y, z0, x + dx, y + dy, z0 + dz);
  }
  const apart: Scene = { ...scene, vertices, partBounds, blockBounds: boundBlocks(vertices, triangles) };
  return { scene: { ...apart, ...intersectionsAnew(scene, apart, shift) }, traces: Float64Array.from(traces) };
}

/** The lines in which parts run through each other: of those that moved together they moved too, of others they are found anew. */
function intersectionsAnew(before: Scene, apart: Scene, shift: Float64Array): Pick<Scene, 'meetingEnds' | 'meetingFaces' | 'ownMeetings'> {
  const { meetingEnds, meetingFaces, ownMeetings, trianglePart } = before;
  const areTogether = (p: number, q: number) => [0, 1, 2].every((k) => shift[p * 3 + k] === shift[q * 3 + k]);
  const [ends, faces]: [number[], number[]] = [[], []];
  const keep = (m: number) => {
    const [a, b] = [meetingFaces[m * 2]!, meetingFaces[m * 2 + 1]!];
    const part = trianglePart[a]!;
    if (!areTogether(part, trianglePart[b]!)) return;
    for (let k = 0; k < 6; k++) ends.push(meetingEnds[m * 6 + k]! + shift[part * 3 + (k % 3)]!);
    faces.push(a, b);
  };
  for (let m = 0; m < ownMeetings; m++) keep(m);
  const found = intersectionsBetween(apart, (p, q) => !areTogether(p, q));
  for (const x of found.ends) ends.push(x);
  for (const t of found.faces) faces.push(t);
  const own = faces.length / 2;
  for (let m = ownMeetings; m < meetingFaces.length / 2; m++) keep(m);
  return { meetingEnds: Float64Array.from(ends), meetingFaces: Uint32Array.from(faces), ownMeetings: own };
}
