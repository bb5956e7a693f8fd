import Joi from 'joi';
import { Fault } from '../core/faults/fault';
import type { Corrections } from '../core/model/correct';
import { ELEMENT_CORRECTION, PLAN_ROW_CHANGE } from '../core/model/correction-schemas';
import { UNITS, type LengthUnit } from '../core/model/length-unit';
import type { PlanChanges } from '../core/model/plan';
import type { ReadOptions } from './read-model';
import { readJson } from './read-json';
import { oneOf, UsageFault } from './usage';

/** The options of all commands that read a model. */
export const MODEL_OPTIONS = {
  unit: { type: 'string' },
  up: { type: 'string' },
  patience: { type: 'string' },
  plan: { type: 'string' },
  with: { type: 'string', multiple: true },
  lay: { type: 'string' },
  correct: { type: 'string' },
} as const;

interface Values {
  readonly unit?: string | undefined;
  readonly up?: string | undefined;
  readonly patience?: string | undefined;
  readonly plan?: string | undefined;
  readonly with?: string[] | undefined;
  readonly lay?: string | undefined;
  readonly correct?: string | undefined;
}

const planSchema = Joi.object().pattern(Joi.string(), PLAN_ROW_CHANGE);
const correctionSchema = Joi.object().pattern(Joi.string(), ELEMENT_CORRECTION);

/** Checks them before anything is read. @throws UsageFault, Fault sight-not-json, sight-field */
export async function modelOptions({ unit, up, patience, plan, with: others, lay, correct }: Values): Promise<ReadOptions> {
  return {
    unit: oneOf('unit', unit, Object.keys(UNITS) as LengthUnit[]),
    up: oneOf('up', up, ['y', 'z']),
    patience: seconds(patience),
    plan: plan === undefined ? undefined : await readPlanTable(plan),
    elements: correct === undefined ? undefined : await readCorrections(correct),
    others: (others ?? []).map(otherModel),
    lay: oneOf('lay', lay, ['map', 'grid', 'as-is']),
  };
}

/** FILE, or FILE@x,y,z,degrees: where its zero is put, and how far it is turned. */
function otherModel(value: string): NonNullable<ReadOptions['others']>[number] {
  const at = /^(.+)@([-+.\de]+),([-+.\de]+)(?:,([-+.\de]+))?(?:,([-+.\de]+))?$/.exec(value);
  if (!at) return { path: value };
  const [x, y, z, turn] = at.slice(2).map((n) => Number(n ?? 0)) as [number, number, number, number];
  if (![x, y, z, turn].every(Number.isFinite))
    throw new UsageFault(`--with is "${value}"; after @ come x,y,z in metres and a turn in degrees`);
  return { path: at[1]!, placement: { by: [x, y, z], turn: (turn * Math.PI) / 180 } };
}

const readPlanTable = (path: string) => readChecked<PlanChanges>(path, planSchema);
const readCorrections = (path: string) => readChecked<NonNullable<Corrections['elements']>>(path, correctionSchema);

/** A file of JSON, checked. @throws Fault sight-not-json, sight-field */
async function readChecked<T>(path: string, schema: Joi.ObjectSchema): Promise<T> {
  const { error, value } = schema.validate(await readJson(path), { convert: false });
  if (!error) return value as T;
  const [{ path: at, message } = { path: [], message: '' }] = error.details;
  throw new Fault('sight-field', { file: path, field: at.join('.') || 'the table', reason: message.replace(/^"[^"]*" /, '') });
}

/** A number of seconds above 0, or undefined where none is given. */
function seconds(value: string | undefined): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!(number > 0 && number <= 86_400)) throw new UsageFault(`--patience is "${value}"; it must be a number of seconds above 0`);
  return number;
}
