import { lazy, memo, Suspense, useEffect, useMemo, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { BackgroundLayer } from '../../backgrounds/background-layer';
import { PaneBackgrounds } from '../../backgrounds/pane-backgrounds';
import { useBackgrounds, type KeepBackground } from '../../backgrounds/use-backgrounds';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import { GridLines } from '../../board/helper-lines';
import { KeyLines } from './key-lines';
import { Aim } from './aim';
import { KeySigns, OtherSigns } from './key-signs';
import { NorthPoint } from './north-point';
import type { Grip } from './sign';
import { GripDrag } from './grip-drag';
import { useMatter } from './use-matter';
import { KeyAsking } from './key-asking';
import { PaneCanvas } from '../../board/pane-canvas';
import { Wash } from '../plumb/plumb';
import type { PointerStore } from '../plumb/pointer-store';
import { PlaneDrag } from '../removing/plane-drag';
import { Planes } from '../removing/planes';
import { EitherTool } from '../../board/either-tool';
import { frameOf, fromKey, keyPicture, planToPane, toKey, type KeyFrame } from '../sight-geometry';
import { DrawOutlines } from './draw-outlines';
import { Storeys } from './storeys';
import { useHit } from '../plumb/use-hit';
import type { Outlines } from './use-outlines';
import type { useKey } from './use-key';
import { SnapMark } from '../../board/snap-mark';
import type { Tool } from '../../board/tool';
import { RightClick, type Doable } from '../../ui/right-click';
import { useGestures } from '../../board/use-gestures';
import type { Asked } from '../use-asked';
import { useHand } from '../plumb/use-hand';
import { gridPoints } from '../../../core/annotation/grid-points';
import { gridWords } from './grid-words';
import { toU, toV, toX, toY, unmapped, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  /** What a right click offers. */
  readonly menu: readonly Doable[];
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly sight: Sight | null;
  readonly keyFrame: KeyFrame;
  readonly shown: ReturnType<typeof useKey>;
  readonly view: BenchView;
  readonly setView: (change: (v: BenchView) => BenchView) => void;
  readonly size: PaneSize;
  readonly store: PointerStore;
  readonly grid: readonly { readonly tag: string; readonly u: number }[];
  readonly hovered: string | null;
  /** What is asked of the hand. */
  readonly asked: Asked;
  readonly onStopPlacing: () => void;
  readonly outlines: Outlines;
  readonly onBackground: KeepBackground;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

const Canvas = memo(PaneCanvas);
const OutlineTool = lazy(() => import('./outline-tool'));

/** The Key: where sights are placed and moved. The plan turned until the sight's line lies level, or the elevation under a plan. */
export function KeyPane(props: Props) {
  const { project, model, sights, selected, sight, keyFrame, shown, view, setView, size, store, grid, hovered } = props;
  const { menu, asked, onStopPlacing, outlines, onBackground, onDraft, onChange } = props;
  const ask = useHit(model, store);
  const keyPane = shown.isElevation ? null : { pane: 'key' as const, storey: model.storeys[shown.storey]?.name ?? null };
  const backgrounds = useBackgrounds(project, keyPane, onBackground);
  const planMatrix = useMemo(() => planToPane(keyFrame, view, size), [keyFrame, view, size]);
  const level = frameOf(model, shown.sight).origin[2];
  const matter = useMatter(model, sight, shown);

  const [grip] = useState(() => new GripDrag());
  const [planes] = useState(() => new PlaneDrag());
  const [grips] = useState(() => new EitherTool([grip, planes]));
  const picture = useMemo(() => keyPicture(keyFrame, shown.isElevation), [keyFrame, shown.isElevation]);
  useEffect(() => {
    grip.follow({ sight, keyFrame, planeOf: (own) => frameOf(model, own), level, mainAngle: model.mainAngle, setView, onDraft, onChange });
    planes.follow({ sight, pointAt: picture.pointAt, onDraft, onChange });
  });
  const tool: Tool = backgrounds.tool ?? (outlines.isOn && !shown.isElevation ? outlines.tool : (asked.keyTool ?? grips));
  const planAt = (x: number, y: number): Vec2 => fromKey(keyFrame, [toU(view, size, x), toV(view.zoom, view.keyV, size, y)]);
  const hand = useHand({
    ...{ model, tool, paintKey: shown.live.paintKey, matrix: shown.matrix, zoom: view.zoom, boardAt: planAt },
    // the plan is drawn about the model's origin, its front at the height of the file
    toBoard: ([u, v]) =>
      shown.isElevation
        ? fromKey(keyFrame, [u + toKey(keyFrame, [model.origin[0], model.origin[1]])[0], v + model.origin[2]])
        : [model.origin[0] + u, model.origin[1] + v],
    more: (at, reach) => (shown.isElevation ? [] : gridWords(gridPoints(model, at, reach))),
  });
  const toPane = (at: Vec2): Vec2 => {
    const [u, v] = toKey(keyFrame, at);
    return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
  };
  const { element, bind } = useGestures({
    ...{ middle: 'keyV', setView, size },
    isHeld: () => tool.isHeld,
    onPress: (at) => {
      hand.press(at);
      // what is taken covers nothing up
      if (tool.isHeld) store.set({ hit: null });
    },
    onMove: (at) => {
      hand.move(at);
      if (tool.isHeld || store.get().planted) return;
      store.set({ pane: 'key', x: at.x, y: at.y });
      ask(shown.live.paintKey, ...unmapped(shown.matrix, at.x, at.y), view.zoom);
    },
    onLetGo: hand.letGo,
    onClick: hand.click,
    onPanned: () => store.set({ hit: null }),
  });
  const onGrip = (which: Grip, e: React.PointerEvent) => {
    const { left, top } = element.current!.getBoundingClientRect();
    if (tool === grips) grip.take(which, planAt(e.clientX - left, e.clientY - top));
  };

  return (
    <RightClick label="Key" items={menu}>
      <div
        {...bind()}
        ref={element}
        data-testid="key"
        className={`absolute inset-0 touch-none select-none ${tool.cursor ?? 'cursor-crosshair'}`}
        onPointerLeave={() => !store.get().planted && store.set({ pane: null, hit: null })}
      >
        <svg aria-hidden="true" className="absolute inset-0 h-full w-full">
          <GridLines grid={grid} view={view} size={size} />
        </svg>
        {!shown.isElevation && <BackgroundLayer backgrounds={backgrounds.list} matrix={planMatrix} />}
        <Canvas
          paintKey={shown.live.paintKey}
          matrix={shown.matrix}
          size={size}
          scale={selected?.scale ?? 100}
          sight={null}
          wash={null}
          strength={0.8}
          isSecond
          label={shown.isElevation ? 'Key, elevation' : 'Key, plan'}
        />
        <Wash store={store} paintKey={shown.live.paintKey} matrix={shown.matrix} />
        {!shown.isElevation && <KeyLines model={model} frame={keyFrame} storey={shown.storey} view={view} size={size} />}
        <svg className="pointer-events-none absolute inset-0 h-full w-full">
          {!shown.isElevation && (
            <OtherSigns
              sights={sights.filter((s) => s.id !== selected?.id && (!s.hidesSign || s.id === hovered))}
              frame={keyFrame}
              view={view}
              size={size}
              hovered={hovered}
            />
          )}
          {sight && !asked.placing && !outlines.isOn && (
            <KeySigns model={model} sight={sight} level={level} frame={keyFrame} view={view} size={size} matter={matter} onGrip={onGrip} />
          )}
          {asked.placing && <Aim tool={asked.placing.tool} frame={keyFrame} view={view} size={size} />}
        </svg>
        <Planes
          {...{ sight, size }}
          isOn={tool === grips}
          look={picture.look}
          toPane={(point) => toPane(picture.placeOf(point))}
          onTake={(name) => planes.take(name)}
        />
        <SnapMark snapper={hand.snapper} mark={hand.mark} toPane={toPane} />
        <KeyAsking {...{ model, asked, toPane }} onStop={onStopPlacing} />
        <Storeys
          model={model}
          sight={sight}
          shown={shown}
          yOf={(elevation) => toY(view.zoom, view.keyV, size, elevation)}
          onChange={onChange}
        />
        {!shown.isElevation && <NorthPoint model={model} frame={keyFrame} />}
        {!shown.isElevation && outlines.isOn && (
          <Suspense>
            <OutlineTool outlines={outlines} matrix={planMatrix} size={size} />
          </Suspense>
        )}
        {outlines.canDraw && !outlines.isOn && !asked.placing && <DrawOutlines isElevation={shown.isElevation} onStart={outlines.start} />}
        {keyPane && (
          <PaneBackgrounds
            {...{ backgrounds, pane: keyPane, matrix: planMatrix }}
            box={[model.bounds[0], model.bounds[1], model.bounds[3], model.bounds[4]]}
            className="absolute top-9 right-3 z-10 bg-paper/90"
          />
        )}
      </div>
    </RightClick>
  );
}
