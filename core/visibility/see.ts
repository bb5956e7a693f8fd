import type { Cut } from '../cutting/cut';
import type { Scene } from '../scene/scene';
import { Segments, type SegmentList } from '../sights/segments';
import type { View } from '../sights/view';
import { candidateEdges } from './candidate-edges';
import type { CandidateEdges } from './candidates';
import { Clips } from './clips';
import { fillTiles } from './tiles/fill-tiles';
import type { Picture } from './picture';
import { hide } from './hide';
import type { Pieces } from './pieces';
import { tilesOf, type Tiles } from './tiles/tile-index';
import { gridOf } from './tiles/tile-store';
import { triangleBatches } from './tiles/triangle-batches';
import { openViewSpace } from './view-space';
import { visibleLines } from './visible-lines';
import { wantedTiles } from './tiles/wanted-tiles';
import { giveBack, takeWorkspace, type Workspace } from './workspace';

/** What is asked of the lines of one View. Plain data: another thread can be asked too. */
export interface VisibilityQuery {
  readonly view: View;
  /** What the View cuts hides what lies behind it. */
  readonly cut: Pick<Cut, 'hiders' | 'earth' | 'backs' | 'backFaces'>;
  /** Lines along which something was pulled apart, six numbers of space each. */
  readonly traces: Float64Array;
}

/** Is shown what comes about on the way. */
export type Watch = (
  step: { readonly name: 'candidates'; readonly edges: CandidateEdges } | { readonly name: 'pieces'; readonly pieces: Pieces },
) => void;

export function openPicture(scene: Scene, { view, cut, traces }: VisibilityQuery, workspace: Workspace): Picture {
  const clips = new Clips(view);
  const batches = triangleBatches(scene, view, clips);
  return {
    scene,
    view,
    space: openViewSpace(scene, view.frame, view.distance, workspace),
    clips,
    batches,
    grid: gridOf(batches),
    cutFaces: cut.hiders,
    earthFaces: cut.earth,
    backs: cut.backs,
    backFaces: cut.backFaces,
    hasTraces: traces.length > 0,
    workspace,
  };
}

/** The lines of a run of the scene's edges, with their roles; with the last edges come those that belong to no part alone. */
export function linesOf(
  picture: Picture,
  { view, traces }: VisibilityQuery,
  seen: Uint8Array,
  tiles: Tiles,
  fromEdge: number,
  toEdge: number,
  goOn: () => void,
  watch?: Watch,
): SegmentList {
  const { scene, space } = picture;
  const edges = candidateEdges(picture, seen, tiles, fromEdge, toEdge, toEdge === scene.edgeKind.length ? traces : null);
  watch?.({ name: 'candidates', edges });
  goOn();
  const pieces = hide(scene, space, edges, tiles, view.keepsHidden, view.joints);
  watch?.({ name: 'pieces', pieces });
  goOn();
  const lines = new Segments(pieces.count);
  visibleLines(view, scene, edges, pieces, tiles, lines);
  return lines.done();
}

/** All lines of a View, in this thread. `goOn` is called between the steps and throws where nobody waits for them any more. */
export function see(scene: Scene, query: VisibilityQuery, goOn: () => void, watch?: Watch): SegmentList {
  const workspace = takeWorkspace();
  try {
    const picture = openPicture(scene, query, workspace);
    const seen = new Uint8Array(query.view.shown.length);
    const { grid } = picture;
    const tiles = tilesOf(grid, [fillTiles(picture, wantedTiles(picture), 0, grid.columns, seen)]);
    goOn();
    return linesOf(picture, query, seen, tiles, 0, scene.edgeKind.length, goOn, watch);
  } finally {
    giveBack(workspace);
  }
}
