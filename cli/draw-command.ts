import { randomUUID } from 'node:crypto';
import { mkdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, extname, join, resolve } from 'node:path';
import type { Note, NoteCode } from '../core/faults/fault';
import { noteSentence } from '../core/faults/wording';
import type { Drawing } from '../core/linework/drawing';
import type { Model } from '../core/model/model';
import { emptyReason, isEmpty } from '../core/proof/empty-reason';
import type { Scene } from '../core/scene/scene';
import type { Sight } from '../core/sights/sight';
import { draw } from '../core/draw';
import { explainer } from '../core/writers/explain';
import { prepare } from '../core/scene/prepare';
import { STANDARD } from '../core/drafting/standard';
import { publish, publishable } from '../core/publish';
import { DXF_UNITS, DXF_VERSIONS, type DxfUnit, type DxfVersion } from '../core/writers/dxf-values';
import { readSight, readStandard } from './read-json';
import { MODEL_OPTIONS, modelOptions } from './model-options';
import { PAPERS, type Paper } from '../core/writers/paper';
import { lettering } from './lettering';
import { readModelFile } from './read-model';
import { oneOf, parse, UsageFault } from './usage';

/** tarvex draw: everything that can be wrong about the request is said before the model is read; a failed run leaves no file. */
export async function drawCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    sight: { type: 'string' },
    out: { type: 'string' },
    scale: { type: 'string' },
    standard: { type: 'string' },
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
  });
  const [path, ...more] = positionals;
  if (!path || more.length) throw new UsageFault('draw needs one model: tarvex draw MODEL --sight SIGHT.json --out FILE');
  if (!values.sight || !values.out) throw new UsageFault(`draw needs --${values.sight ? 'out FILE' : 'sight SIGHT.json'}`);
  const kind = oneOf('out', extname(values.out).toLowerCase(), ['.json', '.dxf', '.svg', '.pdf'])!;
  const paper = oneOf('paper', values.paper, Object.keys(PAPERS) as Paper[]);
  if (paper && kind !== '.pdf') throw new UsageFault(`--paper is for a PDF; --out is "${values.out}"`);
  if (values.outlines && kind !== '.dxf') throw new UsageFault(`--outlines is for a DXF; --out is "${values.out}"`);
  const scale = Number(values.scale ?? 100);
  if (!(scale > 0 && scale <= 1e6)) throw new UsageFault(`--scale is "${values.scale}"; it must be a number above 0, such as 50 for 1:50`);
  const dxfVersion = oneOf('dxf-version', values['dxf-version'], Object.keys(DXF_VERSIONS) as DxfVersion[]);
  const dxfUnit = oneOf('dxf-unit', values['dxf-unit'], Object.keys(DXF_UNITS) as DxfUnit[]);
  await checkOut(values.out, [path, values.sight, values.standard, values.plan, values.correct, ...(values.with ?? [])]);
  const options = await modelOptions(values);
  const sight = await readSight(values.sight);
  const standard = values.standard ? await readStandard(values.standard) : STANDARD;

  const clock = () => performance.now();
  const t0 = clock();
  const model = await readModelFile(path, options);
  const t1 = clock();
  const scene = prepare(model);
  const t2 = clock();
  const explainDir = values.explain;
  const pictures: Promise<void>[] = [];
  if (explainDir) await mkdir(explainDir, { recursive: true });
  const explain = explainer();
  const raw = draw(model, scene, sight, {
    ranks: standard.ranks,
    clock: values.times ? clock : undefined,
    watch: explainDir
      ? (step) => {
          const [name, svg] = explain(step);
          pictures.push(writeFile(join(explainDir, name), svg));
        }
      : undefined,
  });
  await Promise.all(pictures);
  const drawing = values.times ? { ...raw, report: { ...raw.report, ms: { read: t1 - t0, prepare: t2 - t1, ...raw.report.ms } } } : raw;
  const graphic = publish(publishable(model, sight, drawing), sight, {
    standard,
    scale,
    isClosed: true,
    ...(values['no-levels'] && { levels: false }),
    ...(values['no-grid'] && { grid: false }),
    title: !values['no-title'],
    outlines: values.outlines === true,
  });
  let text: string | Uint8Array;
  if (kind === '.pdf')
    text = await (await import('../core/writers/pdf')).writePdf([graphic], { fonts: await lettering(), paper, title: model.name });
  else if (kind === '.json') text = (await import('../core/writers/json')).writeJson(graphic, { flat: values.flat === true });
  else if (kind === '.svg') text = (await import('../core/writers/svg')).writeSvg(graphic);
  else
    text = (await import('../core/writers/dxf')).writeDxf(graphic, {
      unit: dxfUnit ?? 'mm',
      ...(dxfVersion && { version: dxfVersion }),
      block: values.block === true,
      plain: values.plain === true,
    });
  await writeWhole(values.out, text);
  const doubts = doubtsOf(model, scene, sight, drawing);
  for (const doubt of doubts) process.stderr.write(`tarvex: ${noteSentence(doubt)}\n`);
  return values.strict && doubts.length ? 3 : 0;
}

/** What a drafter should know before the drawing goes on: units that are not sure, outlines that stay open, nothing to see. */
const DOUBTS: readonly NoteCode[] = ['unit-missing', 'unit-unknown', 'unit-doubtful', 'unit-guessed', 'outline-open', 'elevation-askew'];

function doubtsOf(model: Model, scene: Scene, sight: Sight, drawing: Drawing): Note[] {
  const doubts = drawing.report.notes.filter(({ code }) => DOUBTS.includes(code));
  return isEmpty(drawing) ? [...doubts, emptyReason(model, scene, sight)] : doubts;
}

/** Before any work: the file is none that is read, and its folder is there. @throws UsageFault */
async function checkOut(out: string, read: readonly (string | undefined)[]): Promise<void> {
  const own = resolve(out);
  const same = read.find((file) => file !== undefined && resolve(file.replace(/@[-+.\d,]+$/, '')) === own);
  if (same !== undefined) throw new UsageFault(`--out is "${out}", which is read for this drawing: it would be overwritten`);
  const folder = dirname(own);
  const isFolder = await stat(folder).then(
    (is) => is.isDirectory(),
    () => false,
  );
  if (!isFolder) throw new UsageFault(`--out is "${out}"; there is no folder ${folder}`);
}

/** Writes beside the file first, so that a full disk or a stop leaves either the old file or the new one, never half of one. */
async function writeWhole(path: string, text: string | Uint8Array): Promise<void> {
  // of this run alone: another may write the same file
  const part = `${path}.${randomUUID()}.part`;
  try {
    await writeFile(part, text);
    await rename(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}
