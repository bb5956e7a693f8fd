import Joi from 'joi';
import { UNITS } from './length-unit';

/* What is set right about a model, as every door checks it: the screens' commands, project files, and the files of the command line. */

export const UNIT = Joi.valid(...Object.keys(UNITS));
export const UP = Joi.valid('y', 'z');

/** An element's correction. */
export const ELEMENT_CORRECTION = Joi.object({
  class: Joi.string().max(60),
  material: Joi.string().allow('').max(200),
  storey: Joi.string().allow('').max(200),
  rank: Joi.number().min(0).max(100).allow(null),
  leftOut: Joi.valid(true),
});

/** What of a row of a plan's table is changed; metres. */
export const PLAN_ROW_CHANGE = Joi.object({
  class: Joi.string().allow('').max(60),
  base: Joi.number().min(-1000).max(10_000),
  height: Joi.number().min(-1000).max(10_000),
  material: Joi.string().allow('').max(200),
});

const metres = Joi.number().min(-1e8).max(1e8);

/** An outline drawn into a plan by hand. */
export const DRAWN_OUTLINE = Joi.object({
  layer: Joi.string().allow('').max(300).required(),
  rings: Joi.array().items(Joi.array().items(metres).min(4).max(1e6)).min(1).max(1e4).required(),
});

/** Where one model of several stands. */
export const PLACEMENT = Joi.object({
  by: Joi.array().items(metres).length(3).required(),
  turn: Joi.number().min(-1e3).max(1e3).required(),
});
