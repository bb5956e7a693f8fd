import { cutLoops } from './cutting/cut-loops';
import { earthRegion } from './cutting/earth';
import { makeRegions, type CutFaces } from './cutting/regions';
import type { Note } from './faults/fault';
import { cropDrawing } from './linework/crop';
import { cutLines } from './linework/cut-lines';
import type { Drawing, StepTimes } from './linework/drawing';
import { joinLines } from './linework/join-lines';
import { removeDoubles } from './linework/remove-doubles';
import { Segments, type SegmentList } from './linework/segments';
import { visibleLines } from './linework/visible-lines';
import type { Model } from './model/model';
import type { Scene } from './scene/scene';
import { moveFrame } from './sights/frame';
import { resolveSight } from './sights/resolve-sight';
import { shownParts } from './sights/shown';
import type { Sight } from './sights/sight';
import { candidateEdges, type CandidateEdges } from './visibility/candidate-edges';
import { hide, type Pieces } from './visibility/hide';
import { occluders } from './visibility/occluders';
import { tileIndex } from './visibility/tile-index';
import { viewSpace } from './sights/view-space';

export interface DrawOptions {
  /** A clock in milliseconds; without one the report has no times and a drawing is the same byte for byte. */
  readonly clock?: (() => number) | undefined;
  /** Only the cut faces and their lines: quick enough to follow a hand. */
  readonly cutOnly?: boolean | undefined;
  /** Is shown the result of each step, for pictures of how a drawing comes about. */
  readonly watch?: ((step: DrawStep) => void) | undefined;
}

export type DrawStep =
  | { readonly name: 'cut'; readonly faces: CutFaces }
  | { readonly name: 'candidates'; readonly edges: CandidateEdges }
  | { readonly name: 'pieces'; readonly pieces: Pieces }
  | { readonly name: 'single'; readonly segments: SegmentList }
  | { readonly name: 'joined'; readonly drawing: Drawing };

const NO_FACES: CutFaces = { regions: [], outlines: [], outlinePart: [], open: [] };

/**
 * The whole pipeline: from a prepared model and a checked sight to the sight's drawing.
 * @throws Fault storey-unknown
 */
export function draw(model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Drawing {
  const { clock = () => 0, watch } = options;
  const t0 = clock();
  const plane = resolveSight(model, sight);
  const frame = moveFrame(plane.frame, model.origin);
  const shown = shownParts(model, sight);
  const limits = { cut: plane.cut, depth: sight.depth ?? Infinity };
  const view = viewSpace(scene, frame, shown);

  const united = plane.cut ? makeRegions(model, cutLoops(scene, view, shown), frame) : NO_FACES;
  const faces = earthRegion(model, united);
  watch?.({ name: 'cut', faces });
  const t1 = clock();

  const segments = new Segments();
  cutLines(model, faces, segments);
  let t2 = t1;
  if (!(plane.cut && (sight.depth === 0 || options.cutOnly))) {
    const edges = candidateEdges(scene, view, frame, shown, limits, sight.hidden === true);
    watch?.({ name: 'candidates', edges });
    const hiders = occluders(
      scene,
      view,
      shown,
      limits,
      frame,
      faces.regions.map((r) => r.face),
      faces.regions.filter((r) => r.use === 'earth').map((r) => r.face),
    );
    const tiles = tileIndex(hiders);
    const pieces = hide(scene, view, edges, hiders, tiles, sight.hidden === true);
    watch?.({ name: 'pieces', pieces });
    visibleLines(model, scene, edges, pieces, hiders, tiles, sight.kind === 'elevation', segments);
    t2 = clock();
  }

  const single = removeDoubles(segments.done());
  watch?.({ name: 'single', segments: single });
  const lines = joinLines(single);
  const t3 = clock();
  const ms: StepTimes = options.clock ? { cut: t1 - t0, visibility: t2 - t1, linework: t3 - t2 } : {};
  const notes: Note[] = [...model.notes, ...openNotes(model, faces)];
  const drawing = cropDrawing(
    {
      version: 1,
      frame: plane.frame,
      ...lines,
      regions: faces.regions,
      report: { triangles: scene.triangles.length / 3, elements: model.elements.length, ms, notes },
    },
    sight.limits,
  );
  watch?.({ name: 'joined', drawing });
  return drawing;
}

function openNotes(model: Model, faces: CutFaces): Note[] {
  return faces.open
    .filter(({ part }) => model.elements[model.partElement[part]!]!.use !== 'terrain')
    .map(({ part, points }) => {
      const element = model.elements[model.partElement[part]!]!;
      return {
        code: 'outline-open',
        facts: { class: element.class, name: element.name, id: element.id, u: points[0]!.toFixed(3), v: points[1]!.toFixed(3) },
      };
    });
}
