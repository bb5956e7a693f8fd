import Joi from 'joi';
import { DRAWN_OUTLINE, ELEMENT_CORRECTION, PLACEMENT, PLAN_ROW_CHANGE, UNIT, UP } from '../../core/model/correction-schemas';
import { FILING } from '../../core/project-file/filing';
import { checkTouchUps, TOUCH_UP } from '../../core/touch-ups/touch-up';
import { checkBackground } from '../data/background-schema';
import { checked } from '../data/checked';
import { asFile, takenIn } from '../data/standards';
import { checkForms } from '../data/file-forms';
import type { Command, Intent } from './commands';

const key = Joi.string().max(200);
const words = Joi.string().max(300);
const planRow = Joi.object({ layer: words.required(), changed: PLAN_ROW_CHANGE.required() });
const part = {
  fileName: words,
  base: key,
  placement: PLACEMENT,
  isHidden: Joi.boolean(),
};
const required = Object.fromEntries(Object.entries(part).map(([name, schema]) => [name, schema.required()]));

const patch = Joi.object({ set: Joi.object().required(), cleared: Joi.array().items(Joi.string()).required() });
const scale = Joi.number().min(0.01).max(1e6);
/** null takes a field away. */
const filing = Object.fromEntries(Object.entries(FILING).map(([name, schema]) => [name, schema.allow(null)]));
const entries = Joi.array().items(
  Joi.object({
    id: key.required(),
    sight: Joi.object().required(),
    scale: scale.required(),
    touchUps: Joi.array().items(TOUCH_UP),
    ...FILING,
  }),
);

/** Sights, backgrounds and files have checks of their own, which name the field. */
const FIELDS: Readonly<Record<Intent, Joi.SchemaMap>> = {
  'add sights': {
    sights: entries.min(1).required(),
  },
  'change sight': {
    id: key.required(),
    patch,
    scale,
    goesOn: Joi.boolean(),
  },
  'change sights': {
    changes: Joi.array()
      .items(Joi.object({ id: key.required(), patch, scale, filing: Joi.object(filing).min(1) }))
      .min(1)
      .required(),
    goesOn: Joi.boolean(),
  },
  'touch up': { id: key.required(), add: Joi.array().items(Joi.object()).min(1), remove: Joi.array().items(key).min(1) },
  'remove sights': { ids: Joi.array().items(key).required() },
  background: { id: key.required(), background: Joi.object().allow(null).required() },
  files: { files: Joi.object().required() },
  standard: { standard: Joi.object().allow(null).required(), goesOn: Joi.boolean() },
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
      unit: UNIT,
      up: UP,
      elements: Joi.object({ ids: Joi.array().items(key).min(1).required(), changed: ELEMENT_CORRECTION.required() }),
      plan: planRow,
      draw: DRAWN_OUTLINE,
      undraw: DRAWN_OUTLINE,
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
          corrections: Joi.object({ unit: UNIT, up: UP, plan: Joi.object() }).required(),
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
  if (command.intent === 'touch up' && command.add) checkTouchUps(command.add);
  if (command.intent === 'files') checkForms(command.files);
  if (command.intent === 'standard' && command.standard) takenIn(asFile(command.standard), command.standard.name || 'standard');
}
