import { useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { ModelInfo } from '../../data/database';
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
/** Corners nearer than this to the pointer are taken, metres at a zoom of one pixel to the metre. */
const NEAR = 9;

/** The drawing of outlines in the Key of a plan: points one by one, then an outline more in the model. Null for other models. */
export function useOutlines(model: ModelInfo, send: Send) {
  const [isOn, setOn] = useState(false);
  const [way, setWay] = useState(FIRST);
  const [points, setPoints] = useState<readonly Vec2[]>([]);
  const [picked, setPicked] = useState<number | null>(null);
  const [isBusy, setBusy] = useState(false);
  const drawn = model.corrections.drawn ?? [];

  const keep = async (patch: CorrectionPatch, label: string) => {
    setBusy(true);
    setPicked(null);
    await send({ intent: 'correct', label, patch });
    setBusy(false);
  };
  const begin = points[0];
  const finish = async (closed: boolean) => {
    const flat = points.flatMap(([x, y]) => [x, y]);
    if (closed && begin) flat.push(...begin);
    const isOutline = way.kind === 'outline';
    const isEnough = points.length >= (isOutline ? 3 : 2);
    setPoints([]);
    // the polygon kernel comes when it is needed
    const strip = isOutline || !isEnough ? null : (await import('../../../core/readers/plan/strip')).stripOutlines;
    const rings = strip ? strip(flat, way.thickness) : [flat.slice(0, points.length * 2)];
    if (isEnough && rings.length) await keep({ draw: { layer: way.layer, rings } }, `Outline on ${way.layer}`);
  };
  return {
    canDraw: model.plan !== undefined,
    isOn,
    way,
    points,
    drawn,
    picked,
    isBusy,
    setWay,
    start: () => setOn(true),
    stop: () => {
      setOn(false);
      setPoints([]);
      setPicked(null);
    },
    /** The place that is meant: on a corner that is near, else on the grid; squared to the last point when that is wished. */
    snapped: (p: Vec2, zoom: number, isSquared: boolean): Vec2 => {
      const corners = [...points, ...drawn.flatMap(({ rings }) => rings.flatMap(pairs))];
      const near = corners.find((c) => Math.hypot(c[0] - p[0], c[1] - p[1]) * zoom < NEAR);
      if (near && !isSquared) return near;
      const { snap } = way;
      const [x, y]: Vec2 = snap > 0 ? [round(p[0], snap), round(p[1], snap)] : p;
      const last = points.at(-1);
      return isSquared && last ? squared(last, [x, y], 0) : [x, y];
    },
    /** A point more; the first once again closes the outline. */
    add: (p: Vec2) => {
      setPicked(null);
      const isBegin = begin && points.length > 2 && Math.hypot(p[0] - begin[0], p[1] - begin[1]) < 1e-6;
      if (isBegin) void finish(true);
      else setPoints([...points, p]);
    },
    back: () => setPoints(points.slice(0, -1)),
    finish: () => void finish(way.kind === 'outline'),
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
