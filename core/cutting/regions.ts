import { append } from '../geometry/append';
import { ringBounds, type Face, type Ring } from '../geometry/polygons';
import { SNAP } from '../geometry/tolerances';
import type { Model } from '../model/model';
import type { Frame } from '../geometry/frame';
import type { Outline } from './close-loops';
import { regionsInOrder } from './canonical-order';
import type { CutMemory } from './cut-memory';
import { regionsOfCluster } from './cluster-regions';
import { clustersOf } from './clusters';
import type { RankRule } from './material-rank';

/** A closed cut face with holes, in the sight's plane, with its material and the elements it came from. */
export interface Region {
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
  readonly elements: readonly number[];
  /** What it is: matter, or the air of a cavity, or the earth below a cut terrain. */
  readonly use: 'matter' | 'air' | 'earth';
  /** Number of the trim or side of the keep box that cuts here, from 1; absent for the sight's own plane. */
  readonly trim?: number;
  readonly face: Face;
}

/** Cut outlines of a sight: regions, and what stays open. */
export interface CutFaces {
  readonly regions: readonly Region[];
  /** The snapped outlines they were made of, with the part of each: lines find their element in them. */
  readonly outlines: readonly Ring[];
  readonly outlinePart: readonly number[];
  readonly open: readonly { readonly part: number; readonly points: Ring }[];
  /** Outlines that were closed over a gap. */
  readonly mended: readonly Outline[];
}

/** Nothing is cut. */
export const NOTHING_CUT: CutFaces = { regions: [], outlines: [], outlinePart: [], open: [], mended: [] };

/** Outlines that are farther apart than this have nothing to do with each other, metres: layers that meet may miss their face by as much. */
const APART = 1e-3;

export interface RegionOptions {
  /** The parts (1) that stay apart from others of their material. */
  readonly joints?: Uint8Array;
  /** Layers go on through weaker ones of a wall that they stand at, to their own material. */
  readonly layersMeet?: boolean | undefined;
  /** An office's own table of ranks, which goes before the one that comes along. */
  readonly ranks?: readonly RankRule[] | undefined;
}

/**
 * Makes regions of cut outlines, heap by heap of those that come near one another: outlines of one material are united, across elements; where no material is known each element
 * keeps its own, unless they run through one another; layers of a build-up become regions of their own. Where regions of different materials overlap, the higher
 * rank keeps the place, so regions never cover one another. With a `memory` heaps are looked up that were cut like this before.
 */
export function makeRegions(
  model: Model,
  outlines: readonly Outline[],
  frame: Frame,
  options: RegionOptions = {},
  memory?: CutMemory,
): CutFaces {
  const boxes = outlines.map(({ points }) => ringBounds([points]));
  const [closed, open]: [Outline[][], Outline[]] = [[], []];
  for (const heap of clustersOf(boxes, APART)) {
    const own = heap.map((k) => outlines[k]!);
    if (own.some(({ isClosed }) => isClosed)) closed.push(own);
    else append(open, own);
  }
  // what encloses nothing is soonest done in one go
  if (open.length) closed.push(open);
  const heaps = closed.map((own) => {
    const make = () => regionsOfCluster(model, own, frame, options);
    return memory ? memory.regionsOf(own, make) : make();
  });
  return {
    regions: regionsInOrder(heaps.flatMap(({ regions }) => regions)),
    outlines: heaps.flatMap((heap) => heap.outlines),
    outlinePart: heaps.flatMap(({ outlinePart }) => outlinePart),
    open: heaps.flatMap(({ open }) => open),
    mended: outlines.filter((o) => o.isClosed && o.gap > SNAP),
  };
}
