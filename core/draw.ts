import { cut, type Cut, type CutOptions } from './cutting/cut';
import type { CutMemory } from './cutting/cut-memory';
import type { CutFaces } from './cutting/cut-faces';
import { Fault } from './faults/fault';
import { compose, type Shown } from './linework/compose';
import type { Drawing } from './linework/drawing';
import type { Model } from './model/model';
import { pullApart } from './scene/pull-apart';
import type { Scene } from './scene/scene';
import { joinSegments, type SegmentList } from './sights/segments';
import { pulledParts } from './sights/shown';
import type { Sight } from './sights/sight';
import type { View } from './sights/view';
import { partsOf, viewsOf, type SightViews } from './sights/views-of';
import { HelperGone } from './visibility/message-queue';
import { see, type VisibilityQuery, type Watch } from './visibility/see';
import { seeInTwoThreads, type Helper } from './visibility/two-threads';

export interface DrawOptions extends Pick<CutOptions, 'ranks'> {
  /** A clock in milliseconds; without one the report has no times and a drawing is the same byte for byte. */
  readonly clock?: (() => number) | undefined;
  /** Only the cut faces, without a line: quick enough to follow a hand. */
  readonly cutOnly?: boolean | undefined;
  /** What was cut last, for cuts that follow a hand. */
  readonly memory?: CutMemory | undefined;
  /** Asked between the steps: whether nobody waits for this drawing any more. */
  readonly isStale?: (() => boolean) | undefined;
  /** Is shown the result of each step, for pictures of how a drawing comes about. */
  readonly watch?: ((step: DrawStep) => void) | undefined;
}

export type DrawStep =
  | { readonly name: 'cut'; readonly faces: CutFaces }
  | Parameters<Watch>[0]
  | { readonly name: 'single'; readonly segments: SegmentList }
  | { readonly name: 'joined'; readonly drawing: Drawing };

/** A sight whose Views are there and cut, before anything is asked to be seen. */
export interface PreparedDrawing {
  readonly model: Model;
  /** That of the model, or one of its own where a sight pulls things apart. */
  readonly scene: Scene;
  readonly sight: Sight;
  readonly found: SightViews;
  readonly views: readonly View[];
  /** Of each View. */
  readonly cuts: readonly Cut[];
  /** Of each View what is to be asked; null where only what is cut is drawn of it. */
  readonly queries: readonly (VisibilityQuery | null)[];
  readonly options: DrawOptions;
  /** When it was begun, and when all was cut. */
  readonly times: readonly [begun: number, cut: number];
}

/**
 * The whole pipeline: from a prepared model and a checked sight to the sight's drawing.
 * @throws Fault storey-unknown, drawing-stale
 */
export function draw(model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Drawing {
  const prepared = prepareDrawing(model, scene, sight, options);
  const lines = prepared.queries.map((query) => query && see(prepared.scene, query, () => goOn(options), options.watch));
  return finishDrawing(prepared, lines);
}

/**
 * The same drawing, byte for byte, with the help of another thread that has the scene. What a sight pulls apart is a scene of its own and
 * drawn without help.
 * @throws Fault storey-unknown, drawing-stale
 */
export async function drawWith(helper: Helper, model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Promise<Drawing> {
  const prepared = prepareDrawing(model, scene, sight, options);
  const own = prepared.scene === scene ? helper : null;
  const lines: (SegmentList | null)[] = [];
  for (const query of prepared.queries) lines.push(query && (await seeWith(own, prepared.scene, query, options)));
  return finishDrawing(prepared, lines);
}

/** What is seen, in two threads; in this one alone where the other has gone. */
async function seeWith(helper: Helper | null, scene: Scene, query: VisibilityQuery, options: DrawOptions): Promise<SegmentList> {
  try {
    return await seeInTwoThreads(scene, query, helper, () => goOn(options));
  } catch (error) {
    if (error instanceof HelperGone) return see(scene, query, () => goOn(options));
    throw error;
  }
}

/** @throws Fault drawing-stale, where nobody waits any more */
function goOn({ isStale }: DrawOptions): void {
  if (isStale?.()) throw new Fault('drawing-stale');
}

/**
 * The first step, of lines and of faces alike: the Views of a sight, cut.
 * @throws Fault storey-unknown, drawing-stale
 */
export function prepareDrawing(model: Model, whole: Scene, sight: Sight, options: DrawOptions = {}): PreparedDrawing {
  const { clock, ranks, cutOnly, memory, watch } = options;
  const begun = clock?.() ?? 0;
  const told = memory?.parts(model, sight) ?? partsOf(model, sight);
  const { scene, traces } = pullApart(whole, pulledParts(model, sight, told.shown, whole.scale));
  const found = viewsOf(model, scene, sight, told);
  const views = cutOnly ? found.views.filter(({ place }) => !place.isOverhead) : found.views;
  const cuts = cut(model, scene, views, { ranks, facesOnly: cutOnly, memory });
  if (watch) for (const { faces } of cuts) watch({ name: 'cut', faces });
  const queries = views.map((view, k) => (view.isCut && (view.reach === 0 || cutOnly) ? null : { view, cut: cuts[k]!, traces }));
  const times = [begun, clock?.() ?? 0] as const;
  goOn(options);
  return { model, scene, sight, found, views, cuts, queries, options, times };
}

/** The last step: what is cut and what is seen of each View as one drawing. */
export function finishDrawing(prepared: PreparedDrawing, lines: readonly (SegmentList | null)[]): Drawing {
  const { model, scene, sight, found, views, cuts, times } = prepared;
  const { clock, watch } = prepared.options;
  const seen = clock?.() ?? 0;
  const shown = views.map((view, k): Shown => ({ view, cut: cuts[k]!, lines: lines[k] ?? joinSegments([]) }));
  const drawing = compose(model, scene, found, sight.jumps, shown, watch && ((segments) => watch({ name: 'single', segments })));
  watch?.({ name: 'joined', drawing });
  const ms = clock ? { cut: times[1] - times[0], visibility: seen - times[1], linework: clock() - seen } : {};
  return { ...drawing, report: { ...drawing.report, ms } };
}
