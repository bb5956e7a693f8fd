import { landmarksOf, type Landmarks } from './annotation/landmarks';
import { namesOf, type DrawingNames } from './drafting/drawing-names';
import type { Drawing } from './linework/drawing';
import type { Model } from './model/model';
import type { Sight } from './sights/sight';

/** A drawing with all that is needed to publish it, once and again, without its model. */
export interface Publishable {
  readonly drawing: Drawing;
  readonly names: DrawingNames;
  readonly landmarks: Landmarks;
}

/** @throws Fault storey-unknown */
export const publishable = (model: Model, sight: Sight, drawing: Drawing): Publishable => ({
  drawing,
  names: namesOf(model, drawing),
  landmarks: landmarksOf(model, sight),
});
