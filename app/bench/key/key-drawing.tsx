import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { titled } from '../../../core/drafting/graphic';
import { resolveSight } from '../../../core/sights/resolve-sight';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { PaneCanvas } from '../../board/pane-canvas';
import { SnapMark } from '../../board/snap-mark';
import { useGestures } from '../../board/use-gestures';
import { fit, paneMatrix, toU, toV, toX, toY, type BenchView, type PaneSize } from '../../board/view';
import type { ModelInfo } from '../../data/database';
import { drawingRow } from '../../data/drawings';
import type { Project, ProjectSight } from '../../data/project';
import { withSets } from '../../data/sets';
import { useDrawing } from '../../drawings/use-drawing';
import { useWatched } from '../../ui/watched';
import { painter } from '../../workers/painter';
import { Wash } from '../plumb/plumb';
import type { PointerStore } from '../plumb/pointer-store';
import { useHand } from '../plumb/use-hand';
import { useHit } from '../plumb/use-hit';
import { frameOf, pictureOf } from '../sight-geometry';
import { MADDER } from './sign';
import { TraceDrag, traceIn, type Trace } from './trace-drag';

interface Props {
  readonly project: Project;
  readonly model: ModelInfo;
  /** Whose drawing is shown. */
  readonly entry: ProjectSight;
  /** That which the Bench works on. */
  readonly sight: Sight | null;
  readonly size: PaneSize;
  readonly store: PointerStore;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

const Canvas = memo(PaneCanvas);

/** The drawing of another sight in the Key: what is pointed at is washed in both, and the plane that is worked on is a line in it, to be moved. */
export default function KeyDrawing({ project, model, entry, sight, size, store, onDraft, onChange }: Props) {
  const [view, setView] = useState<BenchView>({ u: 0, v: 0, zoom: 40, keyV: 0 });
  const own = useMemo(() => withSets(entry.sight, project), [entry.sight, project]);
  const live = useDrawing(drawingRow(project.id, entry.id), model, own, { lane: 'back' });
  const { drawn, paintKey } = live;
  const shown = useRef('');
  const isThere = drawn && paintKey && size.width > 1;
  useEffect(() => {
    if (!isThere || shown.current === entry.id) return;
    shown.current = entry.id;
    // with its levels, grid tags and title, as far as the painter can say how large it is with them
    void painter
      .ask((own) => own.room(paintKey, titled(entry.sight), entry.scale))
      .catch(() => null)
      .then((room) => setView(fit(room ?? drawn.bounds, size, 0)));
  }, [isThere, drawn, paintKey, size, entry]);
  const matrix = useMemo(() => paneMatrix(view, view.v, size), [view, size]);
  const title = useMemo(() => titled(entry.sight), [entry.sight]);
  const ask = useHit(model, store);

  const isFlat = useMemo(() => pictureOf(model, entry.sight) !== null, [model, entry.sight]);
  const plane = useMemo(() => (sight && isFlat && resolveSight(model, sight).cut ? frameOf(model, sight) : null), [model, sight, isFlat]);
  const trace = useMemo(() => plane && traceIn(frameOf(model, entry.sight), plane), [model, plane, entry.sight]);
  const [drag] = useState(() => new TraceDrag());
  useEffect(() => drag.follow({ sight, trace, onDraft, onChange }));
  const boardAt = (x: number, y: number): Vec2 => [toU(view, size, x), toV(view.zoom, view.v, size, y)];
  const toPane = ([u, v]: Vec2): Vec2 => [toX(view, size, u), toY(view.zoom, view.v, size, v)];
  const hand = useHand({ model, tool: drag, paintKey, matrix, zoom: view.zoom, boardAt, toBoard: (at) => at });
  const { element, bind } = useGestures({
    ...{ middle: 'v', setView, size },
    isHeld: () => drag.isHeld,
    onPress: hand.press,
    onLetGo: hand.letGo,
    onMove: (at) => {
      hand.move(at);
      if (drag.isHeld || store.get().planted) return;
      store.set({ pane: null });
      ask(paintKey, ...boardAt(at.x, at.y), view.zoom);
    },
    onPanned: () => store.set({ hit: null }),
  });
  const { hit, pane } = useWatched(store);
  return (
    <div
      {...bind()}
      ref={element}
      data-testid="key"
      className="absolute inset-0 cursor-crosshair touch-none bg-sheet select-none"
      onPointerLeave={() => !store.get().planted && store.set({ hit: null })}
    >
      <Canvas
        {...{ paintKey, matrix, size }}
        scale={entry.scale}
        sight={title}
        wash={null}
        isSecond
        label={`Key, drawing ${entry.sight.number} ${entry.sight.name}`}
      />
      <Wash store={store} paintKey={paintKey} matrix={matrix} />
      {sight && trace && <TraceLine {...{ trace, toPane, size }} number={sight.number} />}
      <SnapMark snapper={hand.snapper} mark={hand.mark} toPane={toPane} />
      <p className="absolute top-1.5 left-3 bg-sheet/90 font-semibold">
        {entry.sight.number} {entry.sight.name}
        <span className="block font-normal text-graphite">{live.isWorking ? 'drawing' : (live.fault ?? `1:${entry.scale}`)}</span>
      </p>
      {hit && pane === null && <p className="flag pointer-events-none absolute top-1.5 right-3 font-semibold">{hit.words}</p>}
    </div>
  );
}

/** The line of the plane that is worked on, across the pane. */
function TraceLine(props: {
  readonly trace: Trace;
  readonly toPane: (at: Vec2) => Vec2;
  readonly size: PaneSize;
  readonly number: string;
}) {
  const { trace, toPane, size, number } = props;
  const { across, at } = trace;
  const long = across[0] ** 2 + across[1] ** 2;
  const foot = toPane([(across[0] * at) / long, (across[1] * at) / long]);
  // the pane turns v over
  const way: Vec2 = [-across[1] / Math.sqrt(long), -across[0] / Math.sqrt(long)];
  const far = Math.hypot(foot[0], foot[1]) + size.width + size.height;
  const ends = ([-far, far] as const).map((t) => `${foot[0] + way[0] * t} ${foot[1] + way[1] * t}`);
  // its number stands where the line comes in from the left, or from below
  const isLevel = Math.abs(way[0]) > Math.abs(way[1]);
  const t = isLevel ? (size.width - 60 - foot[0]) / way[0] : (size.height - 40 - foot[1]) / way[1];
  const d = `M${ends.join('L')}`;
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full">
      <path d={d} stroke={MADDER} strokeWidth={1.4} strokeDasharray="12 3 2 3" aria-hidden="true" />
      <path
        d={d}
        stroke="transparent"
        strokeWidth={14}
        className={isLevel ? 'cursor-ns-resize' : 'cursor-ew-resize'}
        style={{ pointerEvents: 'stroke' }}
        data-testid="trace"
      >
        <title>{`${number} cuts here; drag to move it`}</title>
      </path>
      <text x={foot[0] + way[0] * t + 6} y={foot[1] + way[1] * t - 6} fontSize={12} fontWeight={600} fill={MADDER} aria-hidden="true">
        {number}
      </text>
    </svg>
  );
}
