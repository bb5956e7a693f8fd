import Joi from 'joi';
import { checked } from './checked';
import type { Background } from './background';

const place = Joi.array().items(Joi.number().min(-1e8).max(1e8)).length(2).required();

const schema = Joi.object({
  id: Joi.string().max(60).required(),
  name: Joi.string().max(300).required(),
  image: Joi.string().max(60).required(),
  width: Joi.number().integer().min(1).max(20_000).required(),
  height: Joi.number().integer().min(1).max(20_000).required(),
  on: Joi.alternatives(
    Joi.object({ pane: Joi.valid('key').required(), storey: Joi.string().allow(null).required() }),
    Joi.object({ pane: Joi.valid('drawing').required(), sight: Joi.string().required() }),
  ).required(),
  at: place,
  metresPerPixel: Joi.number().min(1e-7).max(1e4).required(),
  turn: Joi.number().min(-100).max(100).required(),
  fade: Joi.number().min(0).max(1).required(),
  isLocked: Joi.boolean().required(),
  isHidden: Joi.boolean().required(),
});

/** @throws Fault sight-field */
export const checkBackground = (background: Background): void => checked(schema, background, background.name);
