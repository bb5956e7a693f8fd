import { zipSync } from 'fflate';
import { landmarksOf } from '../../core/annotation/landmarks';
import { deliver } from '../../core/deliver';
import { draw } from '../../core/draw';
import type { Graphic } from '../../core/drafting/graphic';
import type { Filing } from '../../core/project-file/filing';
import type { NamedSet } from '../../core/drafting/rule-subjects';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { inLook, type Standard } from '../../core/drafting/standard/standard';
import type { Model } from '../../core/model/model';
import { emptyReason, isEmpty } from '../../core/proof/empty-reason';
import { publishable } from '../../core/publishable';
import type { TouchUp } from '../../core/touch-ups/touch-up';
import type { Scene } from '../../core/scene/scene';
import type { Sight } from '../../core/sights/sight';
import { writeDxf } from '../../core/writers/dxf';
import { fileName } from '../../core/writers/file-name';
import { writeJson } from '../../core/writers/json';
import { writeSvg, type ImageBehind } from '../../core/writers/svg';
import { keptDrawing, nextRow } from '../data/drawings';
import type { DrawnSight } from '../data/drawn-sight';
import { fingerprint } from '../../core/fingerprint/fingerprint';
import { loadModel } from '../data/models';
import type { FileForms } from '../data/project';
import { LETTERING_URLS } from './lettering';
import { shownFinding } from './shown-finding';

/** The fonts whose used signs a PDF takes along. */
const lettering = (): Promise<Uint8Array[]> =>
  Promise.all(LETTERING_URLS.map(async (url) => new Uint8Array(await (await fetch(url)).arrayBuffer())));

/** What is exported, in which form. */
export interface ExportJob extends FileForms {
  readonly format: 'dxf' | 'svg' | 'pdf' | 'json';
  /** `behind`: images that go along with an SVG. */
  readonly sights: readonly {
    /** Key under which its drawing may be kept. */
    readonly row: string;
    readonly sight: Sight;
    readonly scale: number;
    /** Name of the look that it is drawn in. */
    readonly look?: string;
    readonly sun?: Filing['sun'];
    readonly layers?: Filing['layers'];
    readonly touchUps?: readonly TouchUp[];
    readonly behind?: readonly ImageBehind[];
  }[];
  readonly archive: string;
  /** The project's own standard, null for the one that comes along, and the sets that its rules ask for. */
  readonly standard: Standard | null;
  readonly sets: readonly NamedSet[];
}

/** A file, and in a sentence each the sights on which nothing is to be seen. */
export interface Exported {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly empty: readonly string[];
}

/** A drawing that was made before and is current, also one that waits until what changed has been seen. */
async function currentDrawing(id: string, row: string, sight: Sight): Promise<DrawnSight | null> {
  const [info, ...kept] = await Promise.all([loadModel(id), keptDrawing(row), keptDrawing(nextRow(row))]);
  const print = info && fingerprint(info, sight);
  return kept.find((own) => own !== undefined && own.print === print)?.drawn ?? null;
}

/** Writes drawings of a model as one file: as they are kept, where they are current, and else drawn anew. */
export async function exportFile(
  id: string,
  model: Model,
  scene: Scene,
  job: ExportJob,
  progress: (share: number) => void,
): Promise<Exported> {
  const files: Record<string, Uint8Array> = {};
  const empty: string[] = [];
  // the pages of a PDF are one file, and so are the drawings of a DXF; all others are written as they are drawn, and the drawing is let go
  const pages: Graphic[] = [];
  const encoder = new TextEncoder();
  const base = job.standard ?? SHIPPED;
  for (const [i, { row, sight, scale, look, sun, layers, touchUps, behind }] of job.sights.entries()) {
    const kept = await currentDrawing(id, row, sight);
    const drawing = kept
      ? { ...kept, landmarks: landmarksOf(model, sight) }
      : publishable(model, sight, draw(model, scene, sight, { ranks: base.ranks }));
    if (isEmpty(drawing.drawing)) empty.push(`${sight.number}: ${shownFinding({ ...emptyReason(model, scene, sight), at: null }).words}`);
    const standard = inLook(base, look) ?? inLook(base)!;
    const { graphic } = deliver(model, scene, sight, drawing, {
      ...{ standard, scale, sun, layers, touchUps },
      ...{ sets: job.sets, outlines: job.outlines },
    });
    if (job.format === 'pdf' || job.format === 'dxf') pages.push(graphic);
    else {
      const text = job.format === 'svg' ? writeSvg(graphic, behind) : writeJson(graphic);
      files[fileName(sight, job.format, Object.keys(files))] = encoder.encode(text);
    }
    progress((i + 1) / job.sights.length);
  }
  const [only, ...more] = pages;
  if (only) {
    const name = more.length ? `${job.archive}.${job.format}` : fileName(only.sight, job.format);
    if (job.format === 'dxf') return { name, bytes: encoder.encode(writeDxf(pages, { block: job.block === true })), empty };
    const [{ writePdf }, fonts] = await Promise.all([import('../../core/writers/pdf'), lettering()]);
    return { name, bytes: await writePdf(pages, { fonts, paper: job.paper, title: more.length ? job.archive : model.name }), empty };
  }
  const names = Object.keys(files);
  if (names.length === 1) return { name: names[0]!, bytes: files[names[0]!]!, empty };
  // a fixed date, so that the same drawings give the same archive
  return { name: `${job.archive}.zip`, bytes: zipSync(files, { level: 6, mtime: new Date('2025-01-01T00:00:00Z') }), empty };
}
