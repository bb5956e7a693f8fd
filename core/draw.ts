import { cut, type CutOptions } from './cutting/cut';
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
import { partsOf, viewsOf } from './sights/views-of';
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

/**
 * The whole pipeline: from a prepared model and a checked sight to the sight's drawing.
 * @throws Fault storey-unknown, drawing-stale
 */
export function draw(model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Drawing {
  const begun = begin(model, scene, sight, options);
  return begun.end(begun.queries.map((query) => see(begun.scene, query, begun.goOn, options.watch)));
}

/**
 * The same drawing, byte for byte, with the help of another thread that has the scene. What a sight pulls apart is a scene of its own and
 * drawn without help.
 * @throws Fault storey-unknown, drawing-stale
 */
export async function drawWith(helper: Helper, model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Promise<Drawing> {
  const begun = begin(model, scene, sight, options);
  const lines: SegmentList[] = [];
  for (const query of begun.queries)
    lines.push(
      await seeInTwoThreads(begun.scene, query, begun.scene === scene ? helper : null, begun.goOn).catch((error: unknown) => {
        if (error instanceof HelperGone) return see(begun.scene, query, begun.goOn);
        throw error;
      }),
    );
  return begun.end(lines);
}

/** A drawing whose Views are cut: what is to be seen of each is asked, in one thread or two, and put in at the end. */
interface Begun {
  readonly scene: Scene;
  /** Of the Views in their order; none where only what is cut is drawn. */
  readonly queries: readonly VisibilityQuery[];
  readonly goOn: () => void;
  readonly end: (lines: readonly SegmentList[]) => Drawing;
}

function begin(model: Model, prepared: Scene, sight: Sight, { clock, ranks, cutOnly, memory, isStale, watch }: DrawOptions): Begun {
  const goOn = () => {
    if (isStale?.()) throw new Fault('drawing-stale');
  };
  const t0 = clock?.() ?? 0;
  const told = memory?.parts(model, sight) ?? partsOf(model, sight);
  const { scene, traces } = pullApart(prepared, pulledParts(model, sight, told.shown, prepared.scale));
  const found = viewsOf(model, scene, sight, told);
  const views = cutOnly ? found.views.filter(({ place }) => !place.isOverhead) : found.views;
  const cuts = cut(model, scene, views, { ranks, facesOnly: cutOnly, memory });
  if (watch) for (const { faces } of cuts) watch({ name: 'cut', faces });
  const t1 = clock?.() ?? 0;
  goOn();
  const isSeen = views.map((view) => !(view.isCut && (view.reach === 0 || cutOnly)));
  return {
    scene,
    queries: views.flatMap((view, k) => (isSeen[k] ? [{ view, cut: cuts[k]!, traces }] : [])),
    goOn,
    end: (lines) => {
      const t2 = clock?.() ?? 0;
      const left = [...lines];
      const shown = views.map((view, k): Shown => ({ view, cut: cuts[k]!, lines: isSeen[k] ? left.shift()! : joinSegments([]) }));
      const drawing = compose(model, scene, found, sight.jumps, shown, watch && ((segments) => watch({ name: 'single', segments })));
      watch?.({ name: 'joined', drawing });
      const ms = clock ? { cut: t1 - t0, visibility: t2 - t1, linework: clock() - t2 } : {};
      return { ...drawing, report: { ...drawing.report, ms } };
    },
  };
}
