import { cut } from './cutting/cut';
import { namesOfElements } from './drafting/drawing-names';
import type { Seen } from './linework/seen';
import type { Model } from './model/model';
import { pullApart } from './scene/pull-apart';
import type { Scene } from './scene/scene';
import { pulledParts } from './sights/shown';
import type { Sight } from './sights/sight';
import { partsOf, viewsOf } from './sights/views-of';
import { seeFaces } from './surfaces/see-faces';
import { castShadows, type Sun } from './surfaces/shadows';

/**
 * The faces that a sight shows, for patterns, tones and shadows: what a drawing of it leaves to be asked for. With a sun each has what that does
 * not reach of it.
 * @throws Fault storey-unknown
 */
export function facesOf(model: Model, prepared: Scene, sight: Sight, sun: Sun | null = null): Seen {
  const told = partsOf(model, sight);
  const { scene, traces } = pullApart(prepared, pulledParts(model, sight, told.shown, prepared.scale));
  const views = viewsOf(model, scene, sight, told).views.filter((view) => !(view.isCut && view.reach === 0));
  const cuts = cut(model, scene, views, {});
  const queries = views.map((view, k) => ({ view, cut: cuts[k]!, traces }));
  const seen = seeFaces(model, scene, queries);
  const lit = sun ? castShadows(model, scene, queries, seen, sun) : seen;
  return { ...lit, names: namesOfElements(model, new Set(lit.faces.map(({ element }) => element))) };
}
