import { mkdir } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { SHIPPED } from '../core/drafting/standard/shipped-standard';
import { inLook, lookNames, type Standard } from '../core/drafting/standard/standard';
import type { LayerStates } from '../core/drafting/layer-states';
import type { TouchUp } from '../core/touch-ups/touch-up';
import type { Sun } from '../core/surfaces/shadows';
import { sunIn } from '../core/surfaces/sun-text';
import { Fault, type Note } from '../core/faults/fault';
import { noteSentence, sentence } from '../core/faults/wording';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import { withNamedSets } from '../core/sights/named-sets';
import type { Sight } from '../core/sights/sight';
import { DXF_UNITS, DXF_VERSIONS, type DxfUnit, type DxfVersion } from '../core/writers/dxf-values';
import { fileName } from '../core/writers/file-name';
import { PAPERS, type Paper } from '../core/writers/paper';
import { drawOnPaper, FORMATS, FORMS_OF_MANY, written, type DrawHow, type Drawn } from './draw-file';
import { MODEL_OPTIONS, modelOptions } from './model-options';
import { readSights, readStandard } from './read-json';
import { readModelFile } from './read-model';
import { isProjectPath, readProjectHere } from './read-project';
import { oneOf, parse, UsageFault } from './usage';
import { checkFolder, checkOut, writeWhole } from './write-files';

const OPTIONS = {
  sight: { type: 'string' },
  out: { type: 'string' },
  format: { type: 'string' },
  only: { type: 'string' },
  scale: { type: 'string' },
  standard: { type: 'string' },
  look: { type: 'string' },
  sun: { type: 'string' },
  ...MODEL_OPTIONS,
  'dxf-unit': { type: 'string' },
  'dxf-version': { type: 'string' },
  paper: { type: 'string' },
  block: { type: 'boolean' },
  outlines: { type: 'boolean' },
  'no-levels': { type: 'boolean' },
  'no-grid': { type: 'boolean' },
  'no-title': { type: 'boolean' },
  plain: { type: 'boolean' },
  flat: { type: 'boolean' },
  times: { type: 'boolean' },
  explain: { type: 'string' },
  strict: { type: 'boolean' },
} as const;

const ENDINGS = ['.json', '.dxf', '.svg', '.pdf'] as const;

/** What is to be drawn, and at which scale. */
interface Wish {
  readonly sight: Sight;
  readonly scale: number | undefined;
  readonly look?: string | undefined;
  readonly sun?: Sun | undefined;
  readonly layers?: LayerStates | undefined;
  readonly touchUps?: readonly TouchUp[] | undefined;
}

/** tarvex draw: everything that can be wrong about the request is said before the model is read; a failed run leaves no file. */
export async function drawCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, OPTIONS);
  const [path, ...more] = positionals;
  if (!path || more.length) throw new UsageFault('draw needs one model: tarvex draw MODEL --sight SIGHT.json --out FILE');
  const isProject = isProjectPath(path);
  if (!values.out || (!values.sight && !isProject)) throw new UsageFault(`draw needs --${values.sight ? 'out FILE' : 'sight SIGHT.json'}`);
  if (values.only && values.sight) throw new UsageFault('--only picks sights of a project; it does not go with --sight');
  const ending = extname(values.out).toLowerCase();
  // a name without an ending is that of a folder
  const isFolder = !ENDINGS.includes(ending as (typeof ENDINGS)[number]) && (!ending || (isProject && !values.sight));
  const format = isFolder ? (oneOf('format', values.format, FORMATS) ?? 'dxf') : oneOf('out', ending, ENDINGS)!.slice(1);
  if (values.format && !isFolder) throw new UsageFault(`--format is for a folder; --out is "${values.out}"`);
  const how = await howOf(values, format as DrawHow['format'], isFolder ? 'format' : 'out', isProject);
  const scale = numberAbove(values.scale);
  if (isFolder) await checkFolder(values.out);
  else await checkOut(values.out, [path, values.sight, values.standard, values.plan, values.correct, ...(values.with ?? [])]);
  const options = await modelOptions(values);
  const one = values.sight ? await readSights(values.sight) : null;
  const isMany = Array.isArray(one) || (isProject && !values.sight);
  if (isMany && !isFolder && !FORMS_OF_MANY.includes(format as DrawHow['format']))
    throw new UsageFault(`--out is "${values.out}"; many sights are written into a folder, or one file of DXF or PDF`);

  const t0 = performance.now();
  const project = isProject ? await readProjectHere(path, options) : null;
  for (const words of project?.lost ?? []) process.stderr.write(`tarvex: ${path}: ${words}\n`);
  const wishes = one
    ? (Array.isArray(one) ? one : [one]).map((sight): Wish => ({ sight, scale: undefined }))
    : picked(project!.project.sights, values.only);
  const model: Model = project ? project.model : await readModelFile(path, options);
  const t1 = performance.now();
  const scene = prepare(model);
  const times = values.times ? { read: t1 - t0, prepare: performance.now() - t1 } : undefined;
  const { files, sets } = project?.project ?? {};
  const base = (values.standard ? undefined : project?.project.standard) ?? how.base;
  const chosen = looked(base, values.look);
  const isOfProject = isProject && !values.sight;
  const asWished = (wish: Wish): DrawHow => ({
    ...how,
    scale: scale ?? wish.scale ?? 100,
    standard: values.look === undefined ? (inLook(base, wish.look) ?? chosen) : chosen,
    sets,
    sun: how.sun ?? wish.sun ?? null,
    layers: wish.layers,
    touchUps: wish.touchUps,
    block: how.block || (isOfProject && files?.block === true),
    outlines: how.outlines || (isOfProject && files?.outlines === true),
    paper: how.paper ?? (isOfProject ? files?.paper : undefined),
    times,
  });
  const drawn = (wish: Wish) => drawOnPaper(model, scene, withNamedSets(wish.sight, sets ?? []), asWished(wish));
  if (!isFolder) {
    const all: Drawn[] = [];
    for (const wish of wishes) all.push(await drawn(wish));
    const [first, ...rest] = all.map(({ graphic }) => graphic);
    if (!first) throw new UsageFault(`${values.sight ?? path} has no sights`);
    await writeWhole(values.out, await written([first, ...rest], model.name, asWished(wishes[0]!)));
    return Math.max(...all.map(({ doubts }, k) => told(doubts, all.length > 1 ? `${wishes[k]!.sight.number}: ` : '', values.strict)));
  }
  await mkdir(values.out, { recursive: true });
  const names: string[] = [];
  let code = 0;
  for (const wish of wishes) {
    const name = fileName(wish.sight, format, names);
    names.push(name);
    try {
      const { graphic, doubts } = await drawn(wish);
      await writeWhole(join(values.out, name), await written([graphic], model.name, asWished(wish)));
      code = Math.max(code, told(doubts, `${wish.sight.number}: `, values.strict));
    } catch (error) {
      // one that cannot be drawn does not keep the others from it
      if (!(error instanceof Fault)) throw error;
      process.stderr.write(`tarvex: ${wish.sight.number}: ${sentence(error, path)}\n`);
      code = 1;
    }
  }
  return code;
}

function told(doubts: readonly Note[], before: string, isStrict: boolean | undefined): number {
  for (const doubt of doubts) process.stderr.write(`tarvex: ${before}${noteSentence(doubt)}\n`);
  return isStrict && doubts.length ? 3 : 0;
}

/** The sights of a project that are wished, in their order there; all where none is named. @throws UsageFault */
function picked(sights: readonly Wish[], only: string | undefined): readonly Wish[] {
  if (only === undefined) return sights;
  const numbers = only.split(',').map((number) => number.trim());
  const missing = numbers.find((number) => !sights.some(({ sight }) => sight.number === number));
  if (missing !== undefined)
    throw new UsageFault(`--only names "${missing}"; the project has ${sights.map(({ sight }) => sight.number).join(' ') || 'no sights'}`);
  return sights.filter(({ sight }) => numbers.includes(sight.number));
}

type Values = ReturnType<typeof parse<typeof OPTIONS>>['values'];

async function howOf(
  values: Values,
  format: DrawHow['format'],
  told: 'out' | 'format',
  isProject: boolean,
): Promise<Omit<DrawHow, 'scale' | 'times'> & { readonly base: Standard }> {
  const said = `--${told} is "${told === 'out' ? values.out : format}"`;
  const paper = oneOf('paper', values.paper, Object.keys(PAPERS) as Paper[]);
  if (paper && format !== 'pdf') throw new UsageFault(`--paper is for a PDF; ${said}`);
  if (values.outlines && format !== 'dxf') throw new UsageFault(`--outlines is for a DXF; ${said}`);
  const base = values.standard ? await readStandard(values.standard) : SHIPPED;
  return {
    format,
    paper,
    base,
    // a project may have a standard of its own, and looks of other names
    standard: isProject && !values.standard ? inLook(base)! : looked(base, values.look),
    sun: values.sun === undefined ? null : sunOf(values.sun),
    levels: !values['no-levels'],
    grid: !values['no-grid'],
    title: !values['no-title'],
    outlines: values.outlines === true,
    block: values.block === true,
    plain: values.plain === true,
    flat: values.flat === true,
    unit: oneOf('dxf-unit', values['dxf-unit'], Object.keys(DXF_UNITS) as DxfUnit[]) ?? 'mm',
    version: oneOf('dxf-version', values['dxf-version'], Object.keys(DXF_VERSIONS) as DxfVersion[]),
    explain: values.explain,
  };
}

/** @throws UsageFault where the standard has no such look */
function looked(standard: Standard, look: string | undefined): Standard {
  const own = inLook(standard, look);
  if (!own) throw new UsageFault(`--look is "${look}"; the standard "${standard.name}" has ${lookNames(standard).join(', ')}`);
  return own;
}

/** @throws UsageFault */
function sunOf(value: string): Sun {
  const told = sunIn(value);
  if ('why' in told) throw new UsageFault(`--sun is "${value}"; ${told.why}`);
  return told.sun;
}

function numberAbove(value: string | undefined): number | undefined {
  if (value === undefined) return undefined;
  const scale = Number(value);
  if (!(scale > 0 && scale <= 1e6)) throw new UsageFault(`--scale is "${value}"; it must be a number above 0, such as 50 for 1:50`);
  return scale;
}
