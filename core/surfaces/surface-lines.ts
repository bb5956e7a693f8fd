import { patternLines, type PatternLine } from '../geometry/pattern-line';
import type { Lines } from '../linework/drawing';
import { LinesBuilder } from '../linework/lines-builder';
import { roleIndex } from '../sights/role';
import { FaceSpace, mapRing, type Seen, type SeenFace } from '../linework/seen';

/**
 * The lines of patterns on the faces that are seen, in the role surface: in true size on each face, along its level direction and up it,
 * cut off exactly where the face is no longer seen. They count from the zero of what is seen, so that courses of neighbouring faces meet.
 * Cost: for each line the sides of its face that it may meet.
 * @param patternOf the pattern of a face in metres; null for none
 */
export function surfaceLines({ pictures, faces, zero }: Seen, patternOf: (face: SeenFace) => readonly PatternLine[] | null): Lines {
  const out = new LinesBuilder();
  const facts = { role: roleIndex('surface'), joint: 0, jump: 0 };
  for (const face of faces) {
    const pattern = patternOf(face);
    if (!pattern) continue;
    const space = new FaceSpace(pictures[face.picture]!, face.point, face.normal, zero);
    const pieces: number[] = [];
    for (const polygon of face.polygons) {
      const rings = polygon.map((ring) => mapRing(ring, (at) => space.fromPicture(at)));
      for (const family of pattern) patternLines(family, rings, pieces);
    }
    out.addSegments(space.allToPicture(pieces), { ...facts, element: face.element, beyond: [face.element] });
  }
  return out.done();
}
