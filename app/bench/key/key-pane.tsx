import { lazy, memo, Suspense, useMemo, useRef, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { BackgroundGrip } from '../../backgrounds/background-grip';
import { BackgroundLayer } from '../../backgrounds/background-layer';
import { BackgroundsButton } from '../../backgrounds/backgrounds-button';
import { useBackgrounds, type KeepBackground } from '../../backgrounds/use-backgrounds';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import { level } from '../../figures/format';
import { GridLines } from '../../board/helper-lines';
import { KeyLines } from './key-lines';
import { KeySigns, OtherSigns, type Grip } from './key-signs';
import { matterOnLine } from './matter-on-line';
import { PaneCanvas } from '../../board/pane-canvas';
import { PlacePoints } from './place-points';
import { Wash } from '../plumb/plumb';
import type { PointerStore } from '../plumb/pointer-store';
import { fromKey, lineOf, planToPane, squared, withLine, type KeyFrame } from '../sight-geometry';
import { quiet } from '../../ui/quiet';
import { StoreyLevels, StoreyStack } from './storey-stack';
import { useHit } from '../plumb/use-hit';
import type { Outlines } from './use-outlines';
import type { useKey } from './use-key';
import { usePanZoom } from '../../board/use-pan-zoom';
import { toU, toV, toX, toY, unmapped, type BenchView, type PaneSize } from '../../board/view';

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
  const {
    project,
    model,
    sights,
    selected,
    sight,
    keyFrame,
    shown,
    view,
    setView,
    size,
    store,
    grid,
    hovered,
    placing,
    onPlacing,
    onPlaced,
    outlines,
    onBackground,
    onDraft,
    onChange,
  } = props;
  const { setElement, onPointerDown, onPointerMove, onPointerUp } = usePanZoom('keyV', setView, size);
  const ask = useHit(model, store);
  const [aim, setAim] = useState<Vec2 | null>(null);
  const backgrounds = useBackgrounds(
    project,
    shown.isElevation ? null : { pane: 'key', storey: model.storeys[shown.storey]?.name ?? null },
    onBackground,
  );
  const planMatrix = useMemo(() => planToPane(keyFrame, view, size), [keyFrame, view, size]);
  const grip = useRef<{ grip: Grip; from: Vec2; sight: Sight; moved: Sight | null } | null>(null);
  const host = useRef<HTMLDivElement>(null);

  const place = (e: { clientX: number; clientY: number }): Vec2 => {
    const box = host.current!.getBoundingClientRect();
    return [toU(view, size, e.clientX - box.left), toV(view.zoom, view.keyV, size, e.clientY - box.top)];
  };
  const inModel = (e: { clientX: number; clientY: number }): Vec2 => fromKey(keyFrame, place(e));

  const matter = useMemo(() => {
    const line = sight && lineOf(sight);
    if (!line || shown.isElevation || !shown.live.drawn) return [];
    const local = ([x, y]: Vec2): Vec2 => [x - model.origin[0], y - model.origin[1]];
    return matterOnLine(shown.live.drawn.drawing.regions, local(line[0]), local(line[1]));
  }, [sight, shown.live.drawn, shown.isElevation, model]);

  const onGrip = (which: Grip, e: React.PointerEvent) => {
    if (!sight || placing) return;
    e.stopPropagation();
    grip.current = { grip: which, from: place(e), sight, moved: null };
    host.current!.setPointerCapture(e.pointerId);
  };
  const drag = (e: React.PointerEvent) => {
    const g = grip.current!;
    const now = place(e);
    const line = lineOf(g.sight);
    let next: Sight = g.sight;
    if (g.grip === 'height') next = { ...g.sight, height: round((g.sight.height ?? 0) + now[1] - g.from[1]) };
    else if (g.grip === 'reach') next = { ...g.sight, depth: Math.max(0, round((g.sight.depth ?? 0) + now[1] - g.from[1])) };
    else if (line && g.grip === 'line') {
      // the whole line slides square to itself
      const by = now[1] - g.from[1];
      const move = ([x, y]: Vec2): Vec2 => [x + keyFrame.look[0] * by, y + keyFrame.look[1] * by];
      next = withLine(g.sight, [move(line[0]), move(line[1])]);
    } else if (line) {
      const other = g.grip === 'left' ? line[1] : line[0];
      const to = e.shiftKey ? squared(other, fromKey(keyFrame, now), model.mainAngle) : fromKey(keyFrame, now);
      if (Math.hypot(to[0] - other[0], to[1] - other[1]) > 0.01) next = withLine(g.sight, g.grip === 'left' ? [to, other] : [other, to]);
    }
    g.moved = next;
    onDraft(next);
  };
  const drop = () => {
    const g = grip.current;
    grip.current = null;
    if (!g?.moved) return;
    if (g.grip === 'line' || g.grip === 'left') {
      // the Key is laid anew under the line: keep it where it is on the screen
      const [a, b] = [lineOf(g.sight), lineOf(g.moved)];
      if (a && b && g.grip === 'line') {
        const by = (b[0][0] - a[0][0]) * keyFrame.look[0] + (b[0][1] - a[0][1]) * keyFrame.look[1];
        setView((v) => ({ ...v, keyV: v.keyV - by }));
      }
    }
    onChange(
      g.moved,
      `${{ left: 'End of', right: 'End of', line: 'Move', reach: 'Reach of', height: 'Height of' }[g.grip]} ${g.sight.number}`,
    );
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
        if (grip.current) return drag(e);
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
        if (grip.current) return drop();
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
      {shown.isElevation ? (
        <StoreyLevels
          title="Key elevation"
          rows={model.storeys.map((s) => ({ name: s.name, elevation: s.elevation + model.origin[2] }))}
          yOf={(elevation) => toY(view.zoom, view.keyV, size, elevation)}
          on={model.storeys.findIndex((s) => s.name === sight?.storey)}
          onPick={(i) => sight && onChange({ ...sight, storey: model.storeys[i]!.name }, `Storey of ${sight.number}`)}
          note="Elevation from the front"
        />
      ) : (
        <StoreyStack
          title="Key plan"
          rows={model.storeys.map((s) => ({ name: s.name, elevation: s.elevation + model.origin[2] }))}
          on={shown.storey}
          onPick={shown.setStorey}
          note={
            model.storeys[shown.storey]
              ? `Seen from ${level(model.storeys[shown.storey]!.elevation + model.origin[2] + 1.2)}`
              : 'Cut at half the height'
          }
        />
      )}
      {!shown.isElevation && <NorthPoint model={model} frame={keyFrame} />}
      {!shown.isElevation && outlines.isOn && (
        <Suspense>
          <OutlineTool outlines={outlines} matrix={planMatrix} size={size} aim={aim} />
        </Suspense>
      )}
      {outlines.canDraw && !outlines.isOn && !placing && (
        <button
          type="button"
          className={`word absolute z-10 bg-paper/90 ${shown.isElevation ? 'top-2 left-[172px]' : 'top-2 left-3'}`}
          {...quiet}
          onClick={outlines.start}
        >
          Draw outlines
        </button>
      )}
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

const round = (n: number): number => Math.round(n * 1000) / 1000;

function Aim({
  a,
  b,
  frame,
  view,
  size,
}: {
  readonly a: Vec2;
  readonly b: Vec2;
  readonly frame: KeyFrame;
  readonly view: BenchView;
  readonly size: PaneSize;
}) {
  const at = ([x, y]: Vec2): Vec2 => {
    const d: Vec2 = [x - frame.origin[0], y - frame.origin[1]];
    return [
      toX(view, size, d[0] * frame.right[0] + d[1] * frame.right[1]),
      toY(view.zoom, view.keyV, size, d[0] * frame.look[0] + d[1] * frame.look[1]),
    ];
  };
  const [[ax, ay], [bx, by]] = [at(a), at(b)];
  const l = Math.hypot(bx - ax, by - ay) || 1;
  const n: Vec2 = [(by - ay) / l, -(bx - ax) / l];
  return (
    <g>
      <path d={`M${ax} ${ay}L${bx} ${by}`} stroke="#A8324A" strokeWidth={1.4} strokeDasharray="12 3 2 3" />
      <path d={`M${(ax + bx) / 2} ${(ay + by) / 2}l${n[0] * 30} ${n[1] * 30}`} stroke="#1B7265" strokeWidth={2} />
      <rect x={ax - 4} y={ay - 4} width={8} height={8} fill="#FFFEFB" stroke="#A8324A" strokeWidth={1.6} />
    </g>
  );
}

/** True north as it lies in the turned plan. */
function NorthPoint({ model, frame }: { readonly model: ModelInfo; readonly frame: KeyFrame }) {
  const [nx, ny] = model.trueNorth;
  const angle = Math.atan2(nx * frame.right[0] + ny * frame.right[1], nx * frame.look[0] + ny * frame.look[1]);
  const turned = Math.round((angle * 1800) / Math.PI) / 10;
  return (
    <div className="pointer-events-none absolute right-3 top-1 flex items-center gap-2 bg-paper/90 pt-0.5 pl-1.5 text-right">
      <span>{turned === 0 ? 'North up' : `North, plan turned ${Math.abs(turned).toFixed(1)}°`}</span>
      <svg viewBox="-14 -14 28 28" className="h-7 w-7" aria-hidden="true">
        <g transform={`rotate(${turned})`} stroke="#22292C" fill="#22292C">
          <path d="M0 12V-6" />
          <path d="M0 -12l4 8h-8z" />
        </g>
      </svg>
    </div>
  );
}
