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
  with: { type: 'string', multiple: true },
  lay: { type: 'string' },
} as const;

interface Values {
  readonly unit?: string | undefined;
  readonly up?: string | undefined;
  readonly patience?: string | undefined;
  readonly plan?: string | undefined;
  readonly with?: string[] | undefined;
  readonly lay?: string | undefined;
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
export async function modelOptions({ unit, up, patience, plan, with: others, lay }: Values): Promise<ReadOptions> {
  return {
    unit: oneOf('unit', unit, Object.keys(UNITS) as LengthUnit[]),
    up: oneOf('up', up, ['y', 'z']),
    patience: seconds(patience),
    plan: plan === undefined ? undefined : await readPlanTable(plan),
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
