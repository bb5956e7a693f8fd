import { Fault } from '../core/faults/fault';
import type { Vec2, Vec3 } from '../core/geometry/vec3';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import { roomAt } from '../core/room-at';
import { alongPath } from '../core/sights/make/along-path';
import { numbered } from '../core/sights/make/number';
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

const FORMS = 'four-sides, storeys, ceilings, rooms, room x,y,z, grid (grid A..D, grid 1,3), along x,y x,y every D, face ID@x,y,z';

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
  if (/^(storeys|ceilings)/.test(values.make ?? '') && sights.some(({ limits }) => limits))
    process.stderr.write(
      `tarvex: ${values.out}: limited to the building; the ground goes on beyond (take "limits" out to show it to its edge)\n`,
    );
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
  if (kind === 'room') {
    const point = pointOf(which, '--make room needs a place in the room, at the height at which it is cut, as x,y,z in metres');
    return (model) => roomAt(model, prepare(model), point);
  }
  if (kind === 'along') {
    const [path, every] = pathOf(rest);
    return (model) => numbered(alongPath(path, every, boundsOf(model)));
  }
  if (kind !== 'face') throw new UsageFault(`--make is "${form}"; it can be ${FORMS}`);
  const { id, point } = faceOf(which);
  return (model) => ofFace(model, prepare(model), id, point);
}

const isForm = (kind: string): kind is SightForm => (SIGHT_FORMS as readonly string[]).includes(kind);

function faceOf(which: string): { id: string; point: Vec3 } {
  const at = which.lastIndexOf('@');
  const words = '--make face needs an element and a point on it, as ID@x,y,z in metres';
  if (at < 1) throw new UsageFault(`${words}; it is "${which}"`);
  return { id: which.slice(0, at), point: pointOf(which.slice(at + 1), words, which) };
}

/** Three numbers with commas between them. @throws UsageFault with what is needed */
function pointOf(text: string, words: string, whole = text): Vec3 {
  const point = text.split(',').map(Number);
  if (point.length !== 3 || !point.every(Number.isFinite) || /,\s*(,|$)|^\s*(,|$)/.test(text))
    throw new UsageFault(`${words}; it is "${whole}"`);
  return point as unknown as Vec3;
}

/** Points of a path and a distance: `0,2 12,2 every 4`. @throws UsageFault */
function pathOf(words: readonly string[]): [Vec2[], number] {
  const at = words.indexOf('every');
  const path = words.slice(0, at < 0 ? undefined : at).map((word) => word.split(',').map(Number));
  const every = Number(words[at + 1] ?? NaN);
  const isRight = at >= 2 && words.length === at + 2 && every > 0 && path.every((p) => p.length === 2 && p.every(Number.isFinite));
  if (!isRight)
    throw new UsageFault(
      `--make along needs the points of a path and a distance in metres, as x,y x,y every D; it is "${words.join(' ')}"`,
    );
  return [path as unknown as Vec2[], every];
}

/** Minima and maxima of a model, in the coordinates of its file. */
function boundsOf({ positions, origin }: Model): number[] {
  const out = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    const [k, x] = [i % 3, positions[i]! + origin[i % 3]!];
    out[k] = Math.min(out[k]!, x);
    out[k + 3] = Math.max(out[k + 3]!, x);
  }
  return out;
}
