import { memo, useMemo, useState } from 'react';
import { titled } from '../../../core/drafting/graphic';
import type { Sight } from '../../../core/sights/sight';
import { BackgroundGrip } from '../../backgrounds/background-grip';
import { BackgroundLayer } from '../../backgrounds/background-layer';
import { BackgroundsButton } from '../../backgrounds/backgrounds-button';
import { useBackgrounds, type KeepBackground } from '../../backgrounds/use-backgrounds';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import { PaneCanvas } from '../../board/pane-canvas';
import { token } from '../../ui/token';
import { Wash } from '../plumb/plumb';
import { ProofMarks } from './proof-marks';
import type { PointerStore } from '../plumb/pointer-store';
import type { LiveDrawing } from '../../drawings/use-drawing';
import { useHit } from '../plumb/use-hit';
import { useGestures } from '../../board/use-gestures';
import { paneMatrix, toU, toV, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly model: ModelInfo;
  readonly entry: ProjectSight | null;
  readonly sight: Sight | null;
  readonly live: LiveDrawing;
  readonly view: BenchView;
  readonly setView: (change: (v: BenchView) => BenchView) => void;
  readonly size: PaneSize;
  readonly store: PointerStore;
  /** What went wrong, under a heading in a word or two; whether it can be tried again. */
  readonly trouble: { readonly what: string; readonly words: string; readonly again: boolean } | null;
  readonly onPutAway: () => void;
  readonly project: Project;
  readonly onBackground: KeepBackground;
}

const Canvas = memo(PaneCanvas);

/** The Drawing, at true line weights for its scale. */
export function DrawingPane({ model, entry, sight, live, view, setView, size, store, trouble, onPutAway, project, onBackground }: Props) {
  const title = useMemo(() => sight && titled(sight), [sight]);
  const [wash] = useState(() => token('madder-wash'));
  const [unpainted, setUnpainted] = useState<string | null>(null);
  const matrix = useMemo(() => paneMatrix(view, view.v, size), [view, size]);
  const ask = useHit(model, store);
  const pane = entry && { pane: 'drawing' as const, sight: entry.id };
  const backgrounds = useBackgrounds(project, pane, onBackground);
  const { element, bind } = useGestures({
    ...{ middle: 'v', setView, size },
    onMove: ({ x, y }) => {
      if (store.get().planted) return;
      store.set({ pane: 'drawing', x, y });
      ask(live.paintKey, toU(view, size, x), toV(view.zoom, view.v, size, y), view.zoom);
    },
    // while the drawing is panned nothing under the pointer is named
    onPanned: () => store.set({ hit: null }),
  });
  const isEmpty = live.isCurrent && live.drawn?.isEmpty === true;
  return (
    <div
      {...bind()}
      ref={element}
      className="absolute inset-0 cursor-crosshair touch-none select-none"
      onPointerLeave={() => !store.get().planted && store.set({ pane: null, hit: null })}
    >
      <BackgroundLayer backgrounds={backgrounds.list} matrix={matrix} />
      <Canvas
        paintKey={live.paintKey}
        matrix={matrix}
        size={size}
        scale={entry?.scale ?? 100}
        sight={title}
        onFault={setUnpainted}
        wash={wash}
        label={sight ? `Drawing ${sight.number} ${sight.name}` : 'No drawing'}
      />
      {live.drawn && live.isCurrent && <ProofMarks findings={live.drawn.findings} view={view} size={size} />}
      <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
        {live.quick && <QuickCut live={live} matrix={matrix.join(' ')} />}
      </svg>
      <Wash store={store} paintKey={live.paintKey} matrix={matrix} />
      {backgrounds.handling && (
        <BackgroundGrip handling={backgrounds.handling} matrix={matrix} onMove={backgrounds.move} onPoint={backgrounds.point} />
      )}
      {pane && live.drawn && (
        <BackgroundsButton
          project={project.id}
          pane={pane}
          backgrounds={backgrounds}
          box={live.drawn.bounds}
          className="absolute right-3 bottom-1.5 z-10 bg-sheet/90"
        />
      )}
      {!live.drawn && !trouble && sight && <p className="absolute top-3 left-3 text-graphite">drawing for the first time…</p>}
      {!sight && (
        <p className="absolute top-3 left-3 max-w-sm text-graphite">
          Nothing to draw yet. New sight, at the right, or N: a section by two points in the Key below, the four elevations, a plan for each
          storey.
        </p>
      )}
      {isEmpty && (
        <p className="absolute top-3 left-3 border border-rule2 bg-sheet px-2 text-graphite">
          {model.plan && !model.elements.length
            ? 'An empty plan. Draw its outlines in the Key below; a scan goes behind it with Background.'
            : `Empty: ${live.drawn?.findings[0]?.words.replace(/^the drawing is empty: /, '') ?? 'nothing lies before this sight'}.`}
        </p>
      )}
      {unpainted && (
        <p role="alert" className="absolute bottom-3 left-3 z-10 max-w-[640px] border border-ink bg-sheet px-2 py-1">
          <b className="mr-2 bg-ink px-1.5 font-semibold text-sheet">not painted</b>
          {unpainted}
        </p>
      )}
      {trouble && (
        <p
          role="alert"
          // the pane takes the pointer for panning; the word in here is to be pressed
          onPointerDown={(e) => e.stopPropagation()}
          className="absolute top-3 left-3 z-10 max-w-[640px] border border-ink bg-sheet px-2 py-1"
        >
          <b className="mr-2 bg-ink px-1.5 font-semibold text-sheet">{trouble.what}</b>
          {trouble.words}
          <button type="button" className="word ml-3" onClick={onPutAway}>
            {trouble.again ? 'Try again' : 'Put away'}
          </button>
        </p>
      )}
    </div>
  );
}

/** The cut outline that follows the hand until the exact drawing is there. */
function QuickCut({ live, matrix }: { readonly live: LiveDrawing; readonly matrix: string }) {
  const d = live
    .quick!.flatMap((r) => r.face)
    .map((ring) => {
      let path = '';
      for (let i = 0; i < ring.length; i += 2) path += `${i ? 'L' : 'M'}${ring[i]} ${ring[i + 1]}`;
      return `${path}Z`;
    })
    .join('');
  return (
    <path
      data-testid="quick-cut"
      d={d}
      transform={`matrix(${matrix})`}
      fill="var(--color-madder)"
      fillOpacity={0.12}
      fillRule="evenodd"
      stroke="var(--color-madder)"
      strokeWidth={1.5}
      vectorEffect="non-scaling-stroke"
    />
  );
}
