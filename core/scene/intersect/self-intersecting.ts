import type { Vec3 } from '../../geometry/vec3';
import type { Scene } from '../scene';

/** Where an element runs through itself: a place, in the scene's coordinates, and the length of all lines in which it does, metres. */
export interface Crossed {
  readonly at: Vec3;
  length: number;
}

/** The elements that run through themselves. */
export function selfIntersectingElements({
  meetingEnds: e,
  meetingFaces,
  ownMeetings,
  trianglePart,
  partElement,
}: Scene): Map<number, Crossed> {
  const out = new Map<number, Crossed>();
  for (let m = ownMeetings; m < meetingFaces.length / 2; m++) {
    const i = m * 6;
    const element = partElement[trianglePart[meetingFaces[m * 2]!]!]!;
    const known = out.get(element) ?? { at: [e[i]!, e[i + 1]!, e[i + 2]!], length: 0 };
    known.length += Math.hypot(e[i + 3]! - e[i]!, e[i + 4]! - e[i + 1]!, e[i + 5]! - e[i + 2]!);
    out.set(element, known);
  }
  return out;
}
