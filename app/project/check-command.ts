import Joi from 'joi';
import { UNITS } from '../../core/model/length-unit';
import { checkBackground } from '../data/background-schema';
import { checked } from '../data/checked';
import { checkForms } from '../data/file-forms';
import type { Command, Intent } from './commands';

/** Coordinates and lengths, metres. */
const metres = Joi.number().min(-1e8).max(1e8);
const key = Joi.string().max(200);
const words = Joi.string().max(300);
const rings = Joi.array().items(Joi.array().items(metres).min(4).max(1e6)).min(1).max(1e4);
const outline = Joi.object({ layer: words.required(), rings: rings.required() });
const planRow = Joi.object({
  layer: words.required(),
  changed: Joi.object({
    class: words.allow(''),
    base: metres,
    height: metres.min(0),
    material: words.allow(''),
  }).required(),
});
const element = Joi.object({
  class: words,
  material: words.allow(''),
  storey: words.allow(''),
  rank: Joi.number().integer().min(-1e6).max(1e6).allow(null),
  leftOut: Joi.valid(true),
});
const placement = Joi.object({
  by: Joi.array().items(metres).length(3).required(),
  turn: Joi.number().min(-1e3).max(1e3).required(),
});
const unit = Joi.valid(...Object.keys(UNITS));
const up = Joi.valid('y', 'z');
const part = {
  fileName: words,
  base: key,
  placement,
  isHidden: Joi.boolean(),
};
const required = Object.fromEntries(Object.entries(part).map(([name, schema]) => [name, schema.required()]));

const entries = Joi.array().items(
  Joi.object({ id: key.required(), sight: Joi.object().required(), scale: Joi.number().min(0.01).max(1e6).required() }),
);

/** Sights, backgrounds and files have checks of their own, which name the field. */
const FIELDS: Readonly<Record<Intent, Joi.SchemaMap>> = {
  'add sights': {
    sights: entries.min(1).required(),
  },
  'change sight': {
    id: key.required(),
    patch: Joi.object({ set: Joi.object().required(), cleared: Joi.array().items(Joi.string()).required() }),
    scale: Joi.number().min(0.01).max(1e6),
    goesOn: Joi.boolean(),
  },
  'remove sights': { ids: Joi.array().items(key).required() },
  background: { id: key.required(), background: Joi.object().allow(null).required() },
  files: { files: Joi.object().required() },
  merge: {
    sights: entries.required(),
    sets: Joi.array().items(Joi.object({ id: key.required(), name: words.required(), elements: Joi.array().items(key).required() })),
    backgrounds: Joi.array().items(Joi.object()),
    accepted: Joi.array().items(Joi.string().max(1000)),
  },
  rename: { name: Joi.string().trim().min(1).max(120).required() },
  'take reading': { model: key.required() },
  'put changes away': {},
  'accept findings': { findings: Joi.array().items(Joi.string().max(1000)).min(1).required() },
  'show accepted': {},
  'keep set': { elements: Joi.array().items(key).min(1).required() },
  'delete set': { id: key.required() },
  correct: {
    patch: Joi.object({
      unit,
      up,
      elements: Joi.object({ ids: Joi.array().items(key).min(1).required(), changed: element.required() }),
      plan: planRow,
      draw: outline,
      undraw: outline,
    })
      .min(1)
      .required(),
  },
  arrange: {
    step: Joi.alternatives(
      Joi.object({
        add: Joi.object({
          ...required,
          key: key.required(),
          name: words.required(),
          corrections: Joi.object({ unit, up, plan: Joi.object() }).required(),
        }).required(),
      }),
      Joi.object({ remove: key.required() }),
      Joi.object({ change: key.required(), to: Joi.object(part).min(1).required() }),
      Joi.object({ change: key.required(), plan: planRow.required() }),
    ).required(),
    isNewer: Joi.boolean(),
  },
};

const label = Joi.string().max(400).required();
const SCHEMAS = Object.fromEntries(
  Object.entries(FIELDS).map(([intent, fields]) => [intent, Joi.object({ intent: Joi.valid(intent), label, ...fields })]),
) as Record<Intent, Joi.ObjectSchema>;
const HISTORY = Joi.object({ intent: Joi.valid('undo', 'redo').required() });

/**
 * Checks a command, field by field, before anything is looked up; whether what it names exists is checked where it is carried out.
 * @throws Fault sight-field, with the field and why
 */
export function checkCommand(command: Command): void {
  checked(SCHEMAS[command.intent as Intent] ?? HISTORY, command, command.intent);
  if (command.intent === 'background' && command.background) checkBackground(command.background);
  if (command.intent === 'merge') command.backgrounds?.forEach(checkBackground);
  if (command.intent === 'files') checkForms(command.files);
}
