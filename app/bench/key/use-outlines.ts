import { useEffect, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { ModelInfo } from '../../data/database';
import { PointsTool, type PointsSetup } from '../../board/points-tool';
import { SNAP_REACH } from '../../board/snapper';
import { squared } from '../sight-geometry';
import type { CorrectionPatch } from '../../project/commands';
import type { Send } from '../../project/use-commands';

/** How outlines are drawn into a plan. */
export interface OutlineWay {
  readonly layer: string;
  /** An outline round an area, or the middle line of a wall of a thickness. */
  readonly kind: 'outline' | 'wall line';
  readonly thickness: number;
  /** Points are put on a grid of this width, metres; 0 for none. */
  readonly snap: number;
}

const FIRST: OutlineWay = { layer: 'WALLS', kind: 'wall line', thickness: 0.3, snap: 0.1 };

/** The drawing of outlines in the Key of a plan: points one by one, then an outline more in the model. Null for other models. */
export function useOutlines(model: ModelInfo, send: Send) {
  const [isOn, setOn] = useState(false);
  const [way, setWay] = useState(FIRST);
  const [picked, setPicked] = useState<number | null>(null);
  const [isBusy, setBusy] = useState(false);
  const drawn = model.corrections.drawn ?? [];

  const keep = async (patch: CorrectionPatch, label: string) => {
    setBusy(true);
    setPicked(null);
    await send({ intent: 'correct', label, patch });
    setBusy(false);
  };
  const finish = async (points: readonly Vec2[], isClosed: boolean) => {
    const isOutline = way.kind === 'outline';
    if (points.length < (isOutline ? 3 : 2)) return;
    const flat = points.flatMap(([x, y]) => [x, y]);
    // the polygon kernel comes when it is needed
    const strip = isOutline ? null : (await import('../../../core/readers/plan/strip')).stripOutlines;
    const rings = strip ? strip(isClosed ? [...flat, ...points[0]!] : flat, way.thickness) : [flat];
    if (rings.length) await keep({ draw: { layer: way.layer, rings } }, `Outline on ${way.layer}`);
  };
  const setup: PointsSetup = {
    square: (from, to) => squared(from, to, 0),
    // on a corner that is near, else on the grid
    settle: (p, zoom) => {
      const corners = [...tool.get().points, ...drawn.flatMap(({ rings }) => rings.flatMap(pairs))];
      const near = corners.find((c) => Math.hypot(c[0] - p[0], c[1] - p[1]) * zoom < SNAP_REACH);
      return near ?? (way.snap > 0 ? [round(p[0], way.snap), round(p[1], way.snap)] : p);
    },
    onDone: (points, isClosed) => void finish(points, isClosed),
  };
  const [tool] = useState(() => new PointsTool(setup));
  useEffect(() => tool.follow(setup));
  return {
    canDraw: model.plan !== undefined,
    isOn,
    way,
    tool,
    drawn,
    picked,
    isBusy,
    setWay,
    start: () => setOn(true),
    stop: () => {
      setOn(false);
      tool.clear();
      setPicked(null);
    },
    finish: () => tool.end(way.kind === 'outline'),
    pick: setPicked,
    remove: () => {
      const own = picked === null ? null : drawn[picked];
      if (own) void keep({ undraw: own }, `Outline on ${own.layer} taken away`);
    },
  };
}

export type Outlines = ReturnType<typeof useOutlines>;

const round = (x: number, step: number): number => Math.round(Math.round(x / step) * step * 1e6) / 1e6;

export const pairs = (ring: readonly number[]): Vec2[] =>
  Array.from({ length: ring.length / 2 }, (_, i): Vec2 => [ring[i * 2]!, ring[i * 2 + 1]!]);
