import { namesOfElements } from './drafting/drawing-names';
import { prepareDrawing } from './draw';
import type { Seen } from './linework/seen';
import type { Model } from './model/model';
import type { Scene } from './scene/scene';
import type { Sight } from './sights/sight';
import { seeFaces } from './surfaces/see-faces';
import { castShadows, type Sun } from './surfaces/shadows';

/**
 * The faces that a sight shows, for patterns, tones and shadows: a step of the pipeline beside that of the lines, asked for where a look or a
 * sun wants it. With a sun each has what that does not reach of it.
 * @throws Fault storey-unknown
 */
export function facesOf(model: Model, whole: Scene, sight: Sight, sun: Sun | null = null): Seen {
  const { scene, queries } = prepareDrawing(model, whole, sight);
  const asked = queries.filter((query) => query !== null);
  const seen = seeFaces(model, scene, asked);
  const lit = sun ? castShadows(model, scene, asked, seen, sun) : seen;
  return { ...lit, names: namesOfElements(model, new Set(lit.faces.map(({ element }) => element))) };
}
