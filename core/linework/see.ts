import type { LinesInTrims } from '../cutting/lines-in-trims';
import type { Face } from '../geometry/polygons';
import { Segments, type SegmentList } from './segments';
import { visibleLines } from './visible-lines';
import type { Scene } from '../scene/scene';
import type { Frame } from '../sights/frame';
import type { Sight } from '../sights/sight';
import { openViewSpace } from '../sights/view-space';
import { candidateEdges, type CandidateEdges, type ViewLimits } from '../visibility/candidate-edges';
import { fillTiles, type CutFace, type Picture } from '../visibility/fill-tiles';
import { hide, type Pieces } from '../visibility/hide';
import { tilesOf, type Tiles } from '../visibility/tile-index';
import { gridOf } from '../visibility/tile-store';
import { viewUnits } from '../visibility/view-units';
import { wantedTiles } from '../visibility/wanted-tiles';

/** What is asked of the lines of one picture. Plain data: another thread can be asked too. */
export interface Ask {
  readonly frame: Frame;
  /** Of the eye before the picture's plane, Infinity for parallels. */
  readonly distance: number;
  /** Parts that are shown (1), and of them those that are left whole (2). */
  readonly shown: Uint8Array;
  /** Parts that keep their joints (1). */
  readonly joints: Uint8Array;
  readonly limits: ViewLimits;
  /** Lines that are drawn as those of cut faces already; null for none. */
  readonly inTrims: LinesInTrims | null;
  readonly cutFaces: readonly CutFace[];
  readonly earthFaces: readonly Face[];
  readonly keepHidden: boolean;
  /** Lines along which something was pulled apart, six numbers of space each. */
  readonly traces: Float64Array;
  /** 1 for elements whose parts are of several materials, and for terrain. */
  readonly isMixed: Uint8Array;
  readonly isTerrain: Uint8Array;
  readonly roles: Pick<Sight, 'kind' | 'far' | 'jumps'>;
}

/** Is shown what comes about on the way. */
export type Watch = (
  step: { readonly name: 'candidates'; readonly edges: CandidateEdges } | { readonly name: 'pieces'; readonly pieces: Pieces },
) => void;

export function openPicture(scene: Scene, ask: Ask): Picture {
  const { frame, distance, shown, limits, cutFaces, earthFaces, keepHidden } = ask;
  const units = viewUnits(scene, frame, shown, limits, distance);
  return {
    scene,
    view: openViewSpace(scene, frame, distance),
    units,
    grid: gridOf(units),
    shown,
    limits,
    frame: distance === Infinity ? frame : null,
    cutFaces,
    earthFaces,
    keepHidden,
    hasTraces: ask.traces.length > 0,
  };
}

/** The lines of a run of the scene's edges, with their roles; with the last edges come those that belong to no part alone. */
export function linesOf(
  picture: Picture,
  ask: Ask,
  seen: Uint8Array,
  tiles: Tiles,
  fromEdge: number,
  toEdge: number,
  goOn: () => void,
  watch?: Watch,
): SegmentList {
  const { scene, view } = picture;
  const traces = toEdge === scene.edgeKind.length ? ask.traces : null;
  const edges = candidateEdges(picture, ask, seen, tiles, fromEdge, toEdge, traces);
  watch?.({ name: 'candidates', edges });
  goOn();
  const pieces = hide(scene, view, edges, tiles, ask.keepHidden, ask.joints);
  watch?.({ name: 'pieces', pieces });
  goOn();
  const lines = new Segments(pieces.count);
  visibleLines(ask, scene, edges, pieces, tiles, lines);
  return lines.done();
}

/** All lines of a picture, in this thread. `goOn` is called between the steps and throws where nobody waits for them any more. */
export function seeAlone(scene: Scene, ask: Ask, goOn: () => void, watch?: Watch): SegmentList {
  const picture = openPicture(scene, ask);
  const seen = new Uint8Array(ask.shown.length);
  const { grid } = picture;
  const tiles = tilesOf(grid, [fillTiles(picture, wantedTiles(picture), 0, grid.columns, seen)]);
  goOn();
  return linesOf(picture, ask, seen, tiles, 0, scene.edgeKind.length, goOn, watch);
}
