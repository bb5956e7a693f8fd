import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { deliver } from '../core/deliver';
import { draw } from '../core/draw';
import type { Graphic } from '../core/drafting/graphic';
import type { Standard } from '../core/drafting/standard/standard';
import type { Sun } from '../core/surfaces/shadows';
import type { Note, NoteCode } from '../core/faults/fault';
import type { Model } from '../core/model/model';
import { cutMisses } from '../core/proof/cut-misses';
import { emptyReason, isEmpty } from '../core/proof/empty-reason';
import { publishable } from '../core/publishable';
import type { LayerStates } from '../core/drafting/layer-states';
import type { TouchUp } from '../core/touch-ups/touch-up';
import type { NamedSet } from '../core/drafting/rule-subjects';
import type { Scene } from '../core/scene/scene';
import type { Sight } from '../core/sights/sight';
import type { DxfUnit, DxfVersion } from '../core/writers/dxf-values';
import { explainer } from '../core/writers/explain';
import type { Paper } from '../core/writers/paper';
import { lettering } from './lettering';

export const FORMATS = ['dxf', 'svg', 'pdf', 'json'] as const;
export type Format = (typeof FORMATS)[number];

/** How a sight is drawn and written. */
export interface DrawHow {
  readonly format: Format;
  readonly scale: number;
  /** In the look that is wished. */
  readonly standard: Standard;
  /** The named sets of a project, for rules that ask for one. */
  readonly sets?: readonly NamedSet[] | undefined;
  /** What was done by hand. */
  readonly touchUps?: readonly TouchUp[] | undefined;
  /** Which layers are off or not plotted. */
  readonly layers?: LayerStates | undefined;
  /** Where the sun stands, for shadows; null for none. */
  readonly sun: Sun | null;
  readonly levels: boolean;
  readonly grid: boolean;
  readonly title: boolean;
  readonly outlines: boolean;
  readonly block: boolean;
  readonly plain: boolean;
  readonly flat: boolean;
  readonly paper: Paper | undefined;
  readonly unit: DxfUnit;
  readonly version: DxfVersion | undefined;
  /** Folder for a picture after each step. */
  readonly explain: string | undefined;
  /** Milliseconds of what came before; the times of all steps go into the report. */
  readonly times: { readonly read: number; readonly prepare: number } | undefined;
}

/** What is on paper of a sight, and what is doubtful about it. */
export interface Drawn {
  readonly graphic: Graphic;
  readonly doubts: readonly Note[];
}

/** Draws a sight. */
export async function drawOnPaper(model: Model, scene: Scene, sight: Sight, how: DrawHow): Promise<Drawn> {
  // prettier-ignore
  const pictures: Promise<void>[] = [];
  const explain = explainer();
  const folder = how.explain;
  if (folder) await mkdir(folder, { recursive: true });
  const raw = draw(model, scene, sight, {
    ranks: how.standard.ranks,
    clock: how.times && (() => performance.now()),
    watch: folder
      ? (step) => {
          const [name, svg] = explain(step);
          pictures.push(writeFile(join(folder, name), svg));
        }
      : undefined,
  });
  await Promise.all(pictures);
  const drawing = how.times ? { ...raw, report: { ...raw.report, ms: { ...how.times, ...raw.report.ms } } } : raw;
  const { graphic, lost } = deliver(model, scene, sight, publishable(model, sight, drawing), {
    ...{ standard: how.standard, scale: how.scale, sets: how.sets, touchUps: how.touchUps, layers: how.layers, sun: how.sun },
    ...(!how.levels && { levels: false }),
    ...(!how.grid && { grid: false }),
    title: how.title,
    outlines: how.outlines,
  });
  const doubts = drawing.report.notes.filter(({ code }) => DOUBTS.includes(code));
  if (isEmpty(drawing)) doubts.push(emptyReason(model, scene, sight));
  doubts.push(...cutMisses(model, sight, drawing));
  if (lost.length) doubts.push({ code: 'touch-ups-lost', facts: { count: lost.length } });
  return { graphic, doubts };
}

/** Forms of which one file holds several drawings. */
export const FORMS_OF_MANY: readonly Format[] = ['pdf', 'dxf'];

/** Writes what is on paper: one drawing, or several into one file of a form that holds them. */
export async function written(graphics: readonly [Graphic, ...Graphic[]], title: string, how: DrawHow): Promise<string | Uint8Array> {
  const [graphic] = graphics;
  switch (how.format) {
    case 'pdf':
      return (await import('../core/writers/pdf')).writePdf(graphics, { fonts: await lettering(), paper: how.paper, title });
    case 'json':
      return (await import('../core/writers/json')).writeJson(graphic, { flat: how.flat });
    case 'svg':
      return (await import('../core/writers/svg')).writeSvg(graphic);
    case 'dxf': {
      const { writeDxf } = await import('../core/writers/dxf');
      return writeDxf(graphics, { unit: how.unit, ...(how.version && { version: how.version }), block: how.block, plain: how.plain });
    }
  }
}

/** What a drafter should know before the drawing goes on: units that are not sure, outlines that stay open, nothing to see. */
const DOUBTS: readonly NoteCode[] = [
  'unit-missing',
  'unit-unknown',
  'unit-doubtful',
  'unit-guessed',
  'outline-open',
  'elevation-askew',
  'frame-rolled',
];
