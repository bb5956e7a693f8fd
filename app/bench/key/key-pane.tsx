import { lazy, memo, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { BackgroundGrip } from '../../backgrounds/background-grip';
import { BackgroundLayer } from '../../backgrounds/background-layer';
import { BackgroundsButton } from '../../backgrounds/backgrounds-button';
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
import { PaneCanvas } from '../../board/pane-canvas';
import { PlacePoints } from './place-points';
import { Wash } from '../plumb/plumb';
import type { PointerStore } from '../plumb/pointer-store';
import { fromKey, planToPane, squared, type KeyFrame } from '../sight-geometry';
import { DrawOutlines } from './draw-outlines';
import { Storeys } from './storeys';
import { useHit } from '../plumb/use-hit';
import type { Outlines } from './use-outlines';
import type { useKey } from './use-key';
import { usePanZoom } from '../../board/use-pan-zoom';
import { toU, toV, toY, unmapped, type BenchView, type PaneSize } from '../../board/view';

interface Props {
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
  readonly placing: { readonly first: Vec2 | null } | null;
  readonly onPlacing: (to: { first: Vec2 | null } | null) => void;
  readonly onPlaced: (a: Vec2, b: Vec2) => void;
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
  const { placing, onPlacing, onPlaced, outlines, onBackground, onDraft, onChange } = props;
  const { setElement, onPointerDown, onPointerMove, onPointerUp } = usePanZoom('keyV', setView, size);
  const ask = useHit(model, store);
  const [aim, setAim] = useState<Vec2 | null>(null);
  const backgrounds = useBackgrounds(
    project,
    shown.isElevation ? null : { pane: 'key', storey: model.storeys[shown.storey]?.name ?? null },
    onBackground,
  );
  const planMatrix = useMemo(() => planToPane(keyFrame, view, size), [keyFrame, view, size]);
  const host = useRef<HTMLDivElement>(null);

  const place = (e: { clientX: number; clientY: number }): Vec2 => {
    const box = host.current!.getBoundingClientRect();
    return [toU(view, size, e.clientX - box.left), toV(view.zoom, view.keyV, size, e.clientY - box.top)];
  };
  const inModel = (e: { clientX: number; clientY: number }): Vec2 => fromKey(keyFrame, place(e));

  const matter = useMatter(model, sight, shown);

  const [grip] = useState(() => new GripDrag());
  useEffect(() => grip.follow({ sight, keyFrame, mainAngle: model.mainAngle, setView, onDraft, onChange }));
  const onGrip = (which: Grip, e: React.PointerEvent) => {
    if (placing || !grip.take(which, place(e))) return;
    e.stopPropagation();
    host.current!.setPointerCapture(e.pointerId);
  };

  return (
    <div
      ref={(element) => {
        host.current = element;
        setElement(element);
      }}
      data-testid="key"
      className={`absolute inset-0 touch-none select-none ${placing ? 'cursor-cell' : 'cursor-crosshair'}`}
      onPointerDown={onPointerDown}
      onPointerMove={(e) => {
        if (grip.isHeld) return grip.move(place(e), e.shiftKey);
        const box = e.currentTarget.getBoundingClientRect();
        const [x, y] = [e.clientX - box.left, e.clientY - box.top];
        if (onPointerMove(e)) return store.set({ hit: null });
        if (outlines.isOn) setAim(outlines.snapped(inModel(e), view.zoom, e.shiftKey));
        else if (placing) setAim(placing.first && e.shiftKey ? squared(placing.first, inModel(e), model.mainAngle) : inModel(e));
        if (store.get().planted) return;
        store.set({ pane: 'key', x, y });
        ask(shown.live.paintKey, ...unmapped(shown.matrix, x, y), view.zoom);
      }}
      onPointerUp={(e) => {
        if (grip.isHeld) return grip.letGo();
        if (!onPointerUp()) return;
        if (outlines.isOn && !shown.isElevation) return outlines.add(outlines.snapped(inModel(e), view.zoom, e.shiftKey));
        if (!placing) return;
        const p = placing.first && e.shiftKey ? squared(placing.first, inModel(e), model.mainAngle) : inModel(e);
        if (!placing.first) onPlacing({ first: p });
        else if (Math.hypot(p[0] - placing.first[0], p[1] - placing.first[1]) > 0.01) onPlaced(placing.first, p);
      }}
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
        label={shown.isElevation ? 'Key, elevation' : 'Key, plan'}
      />
      <Wash store={store} paintKey={shown.live.paintKey} matrix={shown.matrix} />
      {!shown.isElevation && <KeyLines model={model} frame={keyFrame} storey={shown.storey} view={view} size={size} />}
      <svg className="pointer-events-none absolute inset-0 h-full w-full">
        {!shown.isElevation && (
          <OtherSigns sights={sights.filter((s) => s.id !== selected?.id)} frame={keyFrame} view={view} size={size} hovered={hovered} />
        )}
        {sight && !placing && !outlines.isOn && (
          <KeySigns model={model} sight={sight} frame={keyFrame} view={view} size={size} matter={matter} onGrip={onGrip} />
        )}
        {placing?.first && aim && <Aim a={placing.first} b={aim} frame={keyFrame} view={view} size={size} />}
      </svg>
      {placing && (
        <PlacePoints
          model={model}
          first={placing.first}
          onFirst={(p) => onPlacing({ first: p })}
          onSecond={(p) => placing.first && onPlaced(placing.first, p)}
          onCancel={() => onPlacing(null)}
        />
      )}
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
          <OutlineTool outlines={outlines} matrix={planMatrix} size={size} aim={aim} />
        </Suspense>
      )}
      {outlines.canDraw && !outlines.isOn && !placing && <DrawOutlines isElevation={shown.isElevation} onStart={outlines.start} />}
      {!shown.isElevation && (
        <>
          {backgrounds.handling && (
            <BackgroundGrip handling={backgrounds.handling} matrix={planMatrix} onMove={backgrounds.move} onPoint={backgrounds.point} />
          )}
          <BackgroundsButton
            project={project.id}
            pane={{ pane: 'key', storey: model.storeys[shown.storey]?.name ?? null }}
            backgrounds={backgrounds}
            box={[model.bounds[0], model.bounds[1], model.bounds[3], model.bounds[4]]}
            className="absolute top-9 right-3 z-10 bg-paper/90"
          />
        </>
      )}
    </div>
  );
}
