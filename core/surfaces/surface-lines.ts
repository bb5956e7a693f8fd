import { patternLines, type PatternLine } from '../geometry/pattern-line';
import { Growing } from '../geometry/growing';
import type { LineFacts, LinesBuilder } from '../linework/lines-builder';
import { roleIndex } from '../sights/role';
import { FaceSpace, type Seen, type SeenFace } from '../linework/seen';

/** Sides in which visible faces meet are known to some hundredths of a millimetre, where they are seen aslant: what hides must lie so far before. */
export const NOISE = 1e-4;

/** What is known of a line of a pattern on an element. */
export const factsOnFace = (element: number): LineFacts => ({ role: roleIndex('surface'), joint: 0, jump: 0, element, beyond: [element] });

/**
 * Adds the lines of patterns on the faces that are seen, in the role surface: in true size on each face, along its level direction and up it,
 * cut off exactly where the face is no longer seen. They count from the zero of what is seen, so that courses of neighbouring faces meet.
 * Cost: for each line the sides of its face that it may meet.
 * @param patternOf the pattern of a face in metres; null for none
 */
export function surfaceLines(
  { pictures, faces, zero, finer }: Seen,
  patternOf: (face: SeenFace) => readonly PatternLine[] | null,
  into: LinesBuilder,
): void {
  const pieces = new Growing((n) => new Float64Array(n), 4096);
  for (const face of faces) {
    const pattern = patternOf(face);
    if (!pattern) continue;
    const space = new FaceSpace(pictures[face.picture]!, face.point, face.normal, zero);
    pieces.length = 0;
    for (const polygon of face.polygons) {
      const rings = polygon.map((ring) => space.ringFromPicture(ring));
      for (const family of pattern) patternLines(family, rings, pieces, NOISE / finer);
    }
    into.addSegments(space.allToPicture(pieces.view()), factsOnFace(face.element));
  }
}
