import type { Late } from '../../workers/paint.worker';
import type { Touching } from '../touch/use-touch';
import { lazy, memo, Suspense, useEffect, useMemo, useState } from 'react';
import type { Vec2, Vec3 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { BackgroundLayer } from '../../backgrounds/background-layer';
import { PaneBackgrounds } from '../../backgrounds/pane-backgrounds';
import { useBackgrounds, type KeepBackground } from '../../backgrounds/use-backgrounds';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import { PaneCanvas } from '../../board/pane-canvas';
import { token } from '../../ui/token';
import { Wash } from '../plumb/plumb';
import { elementActs } from '../element-acts';
import { DrawingAsks, type DrawingAsked } from './drawing-asks';
import { DrawingNotes } from './drawing-notes';
import { LimitDrag } from './limit-drag';
import { LimitHandles } from './limit-handles';
import { PlaneDrag } from '../removing/plane-drag';
import { Planes } from '../removing/planes';
import { pictureOf } from '../sight-geometry';
import { EitherTool } from '../../board/either-tool';
import { QuickCut } from './quick-cut';
import type { PointerStore } from '../plumb/pointer-store';
import type { ShownFinding } from '../../data/drawn-sight';
import type { LiveDrawing } from '../../drawings/use-drawing';
import { useHand } from '../plumb/use-hand';
import { useFaces } from '../../drawings/use-faces';
import { useHit } from '../plumb/use-hit';
import { RightClick, type Doable } from '../../ui/right-click';
import { useGestures } from '../../board/use-gestures';
import type { Tool } from '../../board/tool';
import { SnapMark } from '../../board/snap-mark';
import { paneMatrix, toU, toV, toX, toY, type BenchView, type PaneSize } from '../../board/view';

type Notes = Pick<React.ComponentProps<typeof DrawingNotes>, 'trouble' | 'onPutAway' | 'mends' | 'onMend'>;

interface Props extends DrawingAsked, Notes {
  /** What a right click offers. */
  readonly menu: readonly Doable[];
  readonly model: ModelInfo;
  readonly entry: ProjectSight | null;
  readonly sight: Sight | null;
  readonly live: LiveDrawing;
  readonly view: BenchView;
  readonly setView: (change: (v: BenchView) => BenchView) => void;
  readonly size: PaneSize;
  readonly store: PointerStore;
  readonly project: Project;
  readonly onBackground: KeepBackground;
  /** What is put on it late. */
  readonly title: Late | null;
  readonly touch: Touching;
  /** What the proof found in it. */
  readonly findings: readonly ShownFinding[];
  /** An element is to be opened from its four sides. */
  readonly onSides: (element: string) => void;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

const Canvas = memo(PaneCanvas);
const ProofMarks = lazy(() => import('./proof-marks'));
const ChangeMarks = lazy(() => import('./change-marks'));
const TouchMarks = lazy(() => import('../touch/touch-marks'));

/** The Drawing, at true line weights for its scale. */
export function DrawingPane(props: Props) {
  const { menu, model, entry, sight, live, view, setView, size, store, trouble, onPutAway, project, onBackground } = props;
  const { area, face, tilt, onStop, title, touch, findings, mends, onMend, onSides, onDraft, onChange } = props;
  const [wash] = useState(() => token('madder-wash'));
  const [unpainted, setUnpainted] = useState<string | null>(null);
  const matrix = useMemo(() => paneMatrix(view, view.v, size), [view, size]);
  const faces = useFaces({
    ...{ model, sight },
    paintKey: live.isCurrent ? live.paintKey : null,
    standard: project.standard,
    look: entry?.look,
    sun: entry?.sun,
    scale: entry?.scale ?? 100,
  });
  const ask = useHit(model, store);
  const pane = entry && { pane: 'drawing' as const, sight: entry.id };
  const backgrounds = useBackgrounds(project, pane, onBackground);
  const [limits] = useState(() => new LimitDrag());
  const [planes] = useState(() => new PlaneDrag());
  const [handles] = useState(() => new EitherTool([limits, planes]));
  const tool: Tool = backgrounds.tool ?? touch.work ?? face ?? area ?? tilt?.drawing ?? handles;
  const picture = useMemo(() => sight && pictureOf(model, sight), [model, sight]);
  useEffect(() => {
    limits.follow({ sight, onDraft, onChange });
    planes.follow({ sight, pointAt: (at) => picture!.pointAt(at), onDraft, onChange });
  });
  const { paintKey } = live;
  const boardAt = (x: number, y: number): Vec2 => [toU(view, size, x), toV(view.zoom, view.v, size, y)];
  const hand = useHand({ model, tool, paintKey, matrix, zoom: view.zoom, boardAt, toBoard: (at) => at });
  const toPane = ([u, v]: Vec2): Vec2 => [toX(view, size, u), toY(view.zoom, view.v, size, v)];
  const pointToPane = (point: Vec3): Vec2 => toPane(picture!.placeOf(point));
  const { element, bind } = useGestures({
    ...{ middle: 'v', setView, size },
    isHeld: () => tool.isHeld,
    onPress: (at) => {
      hand.press(at);
      // what is taken covers nothing up
      if (tool.isHeld) store.set({ hit: null });
    },
    onLetGo: hand.letGo,
    onClick: hand.click,
    onMove: (at) => {
      const { x, y } = at;
      hand.move(at);
      if (tool.isHeld || store.get().planted) return;
      store.set({ pane: 'drawing', x, y });
      ask(paintKey, ...boardAt(x, y), view.zoom);
    },
    // while the drawing is panned nothing under the pointer is named
    onPanned: () => store.set({ hit: null }),
  });
  return (
    <RightClick label="Drawing" items={menu} here={() => elementActs(sight, store.get().hit, onChange, onSides)}>
      <div
        {...bind()}
        ref={element}
        data-testid="drawing"
        className={`group absolute inset-0 touch-none select-none ${tool.cursor ?? 'cursor-crosshair'}`}
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
          wash={entry?.look ? null : wash}
          look={entry?.look}
          layers={entry?.layers}
          stamp={faces.of}
          label={sight ? `Drawing ${sight.number} ${sight.name}` : 'No drawing'}
        />
        {live.drawn && live.isCurrent && findings.length > 0 && (
          <Suspense>
            <ProofMarks findings={findings} view={view} size={size} />
          </Suspense>
        )}
        <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
          {live.quick && <QuickCut regions={live.quick} matrix={matrix.join(' ')} />}
        </svg>
        <Wash store={store} paintKey={live.paintKey} matrix={matrix} />
        {pane && live.drawn && (
          <PaneBackgrounds
            {...{ pane, backgrounds, matrix }}
            box={live.drawn.bounds}
            className="absolute right-3 bottom-1.5 z-10 bg-sheet/90"
          />
        )}
        <DrawingAsks {...{ area, face, tilt, onStop, sight, picture, view, size, pointToPane }} />
        {sight && live.drawn && !live.drawn.isEmpty && tool === handles && (
          <LimitHandles {...{ sight, view, size }} bounds={live.drawn.bounds} onTake={(side) => limits.take(side)} />
        )}
        {picture && (
          <Planes
            {...{ sight, size }}
            isOn={tool === handles}
            look={picture.look}
            toPane={pointToPane}
            onTake={(grip) => planes.take(grip)}
          />
        )}
        {touch.work && (
          <Suspense>
            <TouchMarks
              work={touch.work}
              paintKey={live.paintKey}
              touchUps={title?.touchUps ?? []}
              toPane={toPane}
              zoom={view.zoom}
              onEnd={touch.end}
            />
          </Suspense>
        )}
        {live.next && (
          <Suspense>
            <ChangeMarks live={live} toPane={toPane} />
          </Suspense>
        )}
        <SnapMark snapper={hand.snapper} mark={hand.mark} toPane={toPane} />
        <DrawingNotes
          {...{ model, sight, live, unpainted, trouble, onPutAway, mends, onMend }}
          faces={faces}
          isAsked={area !== null || face !== null || tilt !== null}
        />
      </div>
    </RightClick>
  );
}
