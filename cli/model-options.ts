import Joi from 'joi';
import { readFile } from 'node:fs/promises';
import { Fault } from '../core/faults/fault';
import { UNITS, type LengthUnit } from '../core/model/length-unit';
import type { PlanChanges } from '../core/plan/plan';
import type { ReadOptions } from './read-model';
import { oneOf, UsageFault } from './usage';

/** The options of all commands that read a model. */
export const MODEL_OPTIONS = {
  unit: { type: 'string' },
  up: { type: 'string' },
  patience: { type: 'string' },
  plan: { type: 'string' },
} as const;

interface Values {
  readonly unit?: string | undefined;
  readonly up?: string | undefined;
  readonly patience?: string | undefined;
  readonly plan?: string | undefined;
}

const planSchema = Joi.object().pattern(
  Joi.string(),
  Joi.object({
    class: Joi.string().allow('').max(60),
    base: Joi.number().min(-1000).max(10_000),
    height: Joi.number().min(-1000).max(10_000),
    material: Joi.string().allow('').max(200),
  }),
);

/** Checks them before anything is read. @throws UsageFault, Fault sight-not-json, sight-field */
export async function modelOptions({ unit, up, patience, plan }: Values): Promise<ReadOptions> {
  return {
    unit: oneOf('unit', unit, Object.keys(UNITS) as LengthUnit[]),
    up: oneOf('up', up, ['y', 'z']),
    patience: seconds(patience),
    plan: plan === undefined ? undefined : await readPlanTable(plan),
  };
}

async function readPlanTable(path: string): Promise<PlanChanges> {
  let table: unknown;
  try {
    table = JSON.parse(await readFile(path, 'utf8'));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code) throw error;
    throw new Fault('sight-not-json', { file: path, reason: (error as Error).message.slice(0, 80) });
  }
  const { error, value } = planSchema.validate(table, { convert: false });
  if (error) {
    const [{ path: at, message } = { path: [], message: '' }] = error.details;
    throw new Fault('sight-field', { file: path, field: at.join('.') || 'the table', reason: message.replace(/^"[^"]*" /, '') });
  }
  return value as PlanChanges;
}

/** A number of seconds above 0, or undefined where none is given. */
function seconds(value: string | undefined): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!(number > 0 && number <= 86_400)) throw new UsageFault(`--patience is "${value}"; it must be a number of seconds above 0`);
  return number;
}
