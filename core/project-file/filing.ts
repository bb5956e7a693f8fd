import Joi from 'joi';
import { LAYER_STATES } from '../drafting/graphic';
import type { LayerStates } from '../drafting/layer-states';

/** How a sight is filed among the others of a project. */
export interface Filing {
  /** Name of the group it is put into. */
  readonly group?: string;
  /** Its place within its group, before those with a higher figure. */
  readonly order?: number;
  /** Name of the look in which it is drawn; the first of the standard where there is none. */
  readonly look?: string;
  /** Where the sun stands, for shadows; degrees round from north, and up from the horizon. */
  readonly sun?: { readonly azimuth: number; readonly height: number };
  /** Layers that are off, or not plotted, by their names. */
  readonly layers?: LayerStates;
  /** Whether the plans of other sights leave its sign out. */
  readonly hidesSign?: boolean;
}

export const FILING = {
  group: Joi.string().trim().min(1).max(120),
  order: Joi.number().min(-1e6).max(1e6),
  look: Joi.string().trim().min(1).max(60),
  sun: Joi.object({ azimuth: Joi.number().min(0).max(360).required(), height: Joi.number().greater(0).max(90).required() }),
  layers: Joi.object().pattern(Joi.string().max(120), Joi.valid(...LAYER_STATES)),
  hidesSign: Joi.boolean(),
} satisfies Joi.SchemaMap;
