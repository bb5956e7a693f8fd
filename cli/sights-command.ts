import { Fault } from '../core/faults/fault';
import type { Vec3 } from '../core/geometry/vec3';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import { makeSights, SIGHT_FORMS, type SightForm } from '../core/sights/make/make-sights';
import { ofFace } from '../core/sights/make/of-face';
import type { Sight } from '../core/sights/sight';
import { MODEL_OPTIONS, modelOptions } from './model-options';
import { readModelFile } from './read-model';
import { parse, UsageFault } from './usage';
import { checkOut, writeWhole } from './write-files';

const OPTIONS = {
  make: { type: 'string' },
  room: { type: 'string', multiple: true },
  out: { type: 'string' },
  ...MODEL_OPTIONS,
} as const;

const FORMS = 'four-sides, storeys, ceilings, rooms, grid (grid A..D, grid 1,3), face ID@x,y,z';

/** tarvex sights: sights by rule, as a list of sight files. */
export async function sightsCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, OPTIONS);
  const [path, ...more] = positionals;
  if (!path) throw new UsageFault('sights needs one model: tarvex sights MODEL --make FORM --out FILE.json');
  if (!values.out) throw new UsageFault('sights needs --out FILE.json');
  const make = maker([values.make ?? (values.room ? 'rooms' : ''), ...more].join(' ').trim(), values.room ?? []);
  await checkOut(values.out, [path, values.plan, values.correct, ...(values.with ?? [])]);
  const model = await readModelFile(path, await modelOptions(values));
  const sights = namingFile(path, () => make(model));
  // a sight to a line: the list is read, and divided, by people too
  await writeWhole(values.out, `[\n${sights.map((sight) => `  ${JSON.stringify(sight)}`).join(',\n')}\n]\n`);
  return 0;
}

/** A fault of the work names the file that it is about. */
function namingFile<T>(file: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof Fault) throw new Fault(error.code, { ...error.facts, file });
    throw error;
  }
}

/** What a form makes of a model; what is wrong with the form itself is said before the model is read. @throws UsageFault */
function maker(form: string, rooms: readonly string[]): (model: Model) => readonly Sight[] {
  const [kind = '', ...rest] = form.split(/\s+/);
  const which = rest.join(' ');
  if (isForm(kind)) {
    if (which && kind !== 'grid') throw new UsageFault(`--make ${kind} takes nothing behind it; it is "${form}"`);
    if (rooms.length && kind !== 'rooms') throw new UsageFault(`--room goes with --make rooms; it is "${form}"`);
    return (model) => makeSights(model, prepare(model), kind, kind === 'grid' ? [which] : rooms);
  }
  if (kind !== 'face') throw new UsageFault(`--make is "${form}"; it can be ${FORMS}`);
  const { id, point } = faceOf(which);
  return (model) => ofFace(model, prepare(model), id, point);
}

const isForm = (kind: string): kind is SightForm => (SIGHT_FORMS as readonly string[]).includes(kind);

function faceOf(which: string): { id: string; point: Vec3 } {
  const at = which.lastIndexOf('@');
  const point = which
    .slice(at + 1)
    .split(',')
    .map(Number);
  if (at < 1 || point.length !== 3 || !point.every(Number.isFinite) || /,\s*(,|$)/.test(which.slice(at)))
    throw new UsageFault(`--make face needs an element and a point on it, as ID@x,y,z in metres; it is "${which}"`);
  return { id: which.slice(0, at), point: point as unknown as Vec3 };
}
