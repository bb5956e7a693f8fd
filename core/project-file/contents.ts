import Joi from 'joi';
import { DRAWN_OUTLINE, ELEMENT_CORRECTION, PLACEMENT, PLAN_ROW_CHANGE, UNIT, UP } from '../model/correction-schemas';
import { TOUCH_UP, type TouchUp } from '../touch-ups/touch-up';
import { PAPERS } from '../writers/paper';
import { FILING, type Filing } from './filing';
import { VERSION, type FiledModel, type FiledSet, type FileForms } from './project-file';
import type { Corrections } from '../model/correct';

/** What `project.json` says. */
export interface Contents {
  readonly name: string;
  readonly models: readonly (Omit<FiledModel, 'model'> & { readonly folder: string })[];
  readonly elements: NonNullable<Corrections['elements']>;
  readonly sights: readonly (Filing & {
    readonly id: string;
    readonly scale: number;
    readonly file: string;
    readonly touchUps?: readonly TouchUp[];
  })[];
  readonly sets: readonly FiledSet[];
  readonly files: FileForms;
  readonly accepted: readonly string[];
  readonly backgrounds: readonly Readonly<Record<string, unknown>>[];
  readonly images: readonly { readonly key: string; readonly type: string; readonly file: string }[];
}

const key = Joi.string().max(200);
const words = Joi.string().allow('').max(1000);
const list = (item: Joi.Schema) => Joi.array().items(item).max(1e6).default([]);
const corrected = Joi.object().pattern(Joi.string(), ELEMENT_CORRECTION);

const schema = Joi.object({
  format: Joi.valid('tarvex-project').required(),
  version: Joi.number().integer().min(1).max(VERSION).required(),
  name: Joi.string().max(200).required(),
  models: list(
    Joi.object({
      key: key.required(),
      name: words.required(),
      fileName: words.required(),
      folder: Joi.string().max(200).required(),
      corrections: Joi.object({
        unit: UNIT,
        up: UP,
        plan: Joi.object().pattern(Joi.string().allow(''), PLAN_ROW_CHANGE),
        drawn: Joi.array().items(DRAWN_OUTLINE),
        elements: corrected,
      }).default({}),
      placement: PLACEMENT.required(),
      isHidden: Joi.boolean().required(),
    }),
  ),
  elements: corrected.default({}),
  sights: list(
    Joi.object({
      id: key.required(),
      scale: Joi.number().min(0.01).max(1e6).required(),
      file: Joi.string().max(400).required(),
      touchUps: Joi.array().items(TOUCH_UP).max(100_000),
      ...FILING,
    }),
  ),
  sets: list(Joi.object({ id: key.required(), name: words.required(), elements: Joi.array().items(key).required() })),
  files: Joi.object({ block: Joi.boolean(), outlines: Joi.boolean(), paper: Joi.valid(...Object.keys(PAPERS)) }).default({}),
  accepted: list(Joi.string().max(1000)),
  backgrounds: list(Joi.object()),
  images: list(
    Joi.object({ key: key.required(), type: Joi.valid('image/png', 'image/jpeg').required(), file: Joi.string().max(200).required() }),
  ),
});

/** By which the file is known; of no use beyond that. */
interface Form {
  readonly format: string;
  readonly version: number;
}

/** @throws Error that names the field and what is wrong with it */
export function checkContents(value: unknown): Contents {
  const { error, value: checked } = schema.validate(value, { convert: false }) as Joi.ValidationResult<Contents & Form>;
  if (!error) {
    const { format: _, version: __, ...contents } = checked;
    return contents;
  }
  const [{ path, message } = { path: [], message: '' }] = error.details;
  throw new Error(`${path.join('.')} ${message.replace(/^"[^"]*" /, '')}`);
}
