import { closeOutlines } from './drafting/close-outlines';
import { withFaces } from './drafting/drawing-names';
import { ON_FACES } from './drafting/faces-on-paper';
import type { Graphic } from './drafting/graphic';
import { withStates, type LayerStates } from './drafting/layer-states';
import { layersAlong } from './drafting/layers-along';
import { wantsFaces } from './drafting/wants-faces';
import { facesOf } from './faces-of';
import type { Model } from './model/model';
import { publish, type PublishOptions } from './publish';
import type { Publishable } from './publishable';
import type { Scene } from './scene/scene';
import type { Sight } from './sights/sight';
import type { Sun } from './surfaces/shadows';
import { touchUp, type Lost } from './touch-ups/apply';
import type { TouchUp } from './touch-ups/touch-up';

/** How a drawing leaves. The standard is in the look that is wished. */
export interface DeliverHow extends Pick<PublishOptions, 'standard' | 'scale' | 'sets' | 'levels' | 'grid' | 'title' | 'outlines'> {
  /** What was done by hand. */
  readonly touchUps?: readonly TouchUp[] | undefined;
  /** Which layers are off or not plotted. */
  readonly layers?: LayerStates | undefined;
  /** Where the sun stands, for shadows; none where it is left out. */
  readonly sun?: Sun | null | undefined;
}

/** What is written into a file, and the hand work that found no place on it. */
export interface Delivered {
  readonly graphic: Graphic;
  readonly lost: readonly Lost[];
}

/**
 * The second half of the way from a model to a file, for whoever writes one: the faces that a look or a sun asks for, hand work, standard and
 * annotation, closed outlines, layers that are off. The drawing may be a kept one, of an earlier reading.
 * @throws Fault storey-unknown
 */
export function deliver(
  model: Model,
  scene: Scene,
  sight: Sight,
  drawn: Publishable,
  { touchUps, layers, sun = null, ...how }: DeliverHow,
): Delivered {
  const asksForFaces = sun !== null || wantsFaces(how.standard, how.scale);
  const own = asksForFaces ? withFaces(drawn, facesOf(model, scene, sight, sun)) : drawn;
  const done = touchUps && touchUp(own.drawing, own.names, touchUps);
  const whole = publish(done ? { ...own, drawing: done.drawing } : own, sight, {
    ...how,
    hand: done?.hand,
    close: closeOutlines,
    onFaces: ON_FACES,
    layersAlong,
  });
  return { graphic: withStates(whole, layers), lost: done?.lost ?? [] };
}
