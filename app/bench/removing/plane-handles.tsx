import { useState } from 'react';
import { dot, type Vec2, type Vec3 } from '../../../core/geometry/vec3';
import { boxFaces } from '../../../core/sights/keep-box';
import { removingPlanes, type RemovingPlane } from '../../../core/sights/removing-planes';
import type { Sight } from '../../../core/sights/sight';
import type { PaneSize } from '../../board/view';
import type { PlaneGrip } from './plane-drag';

interface Props {
  readonly sight: Sight;
  /** From the model, in the coordinates of its file, to the pixels of the pane. */
  readonly toPane: (point: Vec3) => Vec2;
  /** The direction in which the pane looks. */
  readonly look: Vec3;
  readonly size: PaneSize;
  readonly onTake: (grip: PlaneGrip) => void;
}

const MADDER = 'var(--color-madder)';

/** The trims and the keep box of a sight, as far as they stand square to a pane: lines with a handle; what one takes away is veiled while it is touched. */
export default function PlaneHandles({ sight, toPane, look, size, onTake }: Props) {
  const [touched, setTouched] = useState<string | null>(null);
  const lines = removingPlanes(sight).flatMap((plane) => {
    const line = lineOf(plane, toPane, look, size);
    return line ? [{ ...plane, ...line }] : [];
  });
  if (!lines.length) return null;
  const under = lines.find(({ name }) => name === touched);
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" data-testid="planes">
      {under && <path aria-hidden="true" d={beyond(under, size)} fill="var(--color-paper)" fillOpacity={0.72} />}
      {lines.map(({ name, from, to, middle: [x, y], way: [nx, ny] }) => (
        <g key={name}>
          <path
            aria-hidden="true"
            d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`}
            stroke={MADDER}
            strokeWidth={1.2}
            strokeDasharray="9 3 2 3 2 3"
          />
          {/* short strokes on the side that is taken away */}
          <path
            aria-hidden="true"
            d={[-12, -4, 4, 12].map((d) => `M${x - ny * d} ${y + nx * d}l${(nx - ny) * 6} ${(ny + nx) * 6}`).join('')}
            stroke={MADDER}
            strokeWidth={1}
          />
          <circle aria-hidden="true" cx={x} cy={y} r={3.5} fill="var(--color-sheet)" stroke={MADDER} strokeWidth={1.4} />
          <path
            data-plane={name}
            d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`}
            stroke="transparent"
            strokeWidth={14}
            className={`${Math.abs(nx) > Math.abs(ny) ? 'cursor-ew-resize' : 'cursor-ns-resize'}`}
            style={{ pointerEvents: 'stroke' }}
            onPointerEnter={() => setTouched(name)}
            onPointerLeave={(e) => !e.buttons && setTouched((own) => (own === name ? null : own))}
            onPointerDown={(e) => {
              if (e.pointerType === 'touch') return;
              setTouched(name);
              onTake(name);
              window.addEventListener('pointerup', () => setTouched(null), { once: true });
            }}
          >
            <title>{name.replace(/^./, (c) => c.toUpperCase())}</title>
          </path>
        </g>
      ))}
      {sight.keepBox && Math.abs(look[2]) > 0.999 && <TurnGrip {...{ sight, toPane, onTake }} />}
    </svg>
  );
}

/** Beside the right side of the keep box in a plan: it faces where this is dragged to. */
function TurnGrip({ sight, toPane, onTake }: Pick<Props, 'sight' | 'toPane' | 'onTake'>) {
  const [right] = boxFaces(sight.keepBox!);
  const [a, b] = [toPane(right!.origin), toPane(right!.origin.map((x, k) => x + right!.normal[k]!) as unknown as Vec3)];
  const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const [x, y] = [a[0] + ((b[0] - a[0]) / l) * 30, a[1] + ((b[1] - a[1]) / l) * 30];
  return (
    <g>
      <path aria-hidden="true" d={`M${a[0]} ${a[1]}L${x} ${y}`} stroke={MADDER} strokeWidth={1} strokeDasharray="2 3" />
      <circle aria-hidden="true" cx={x} cy={y} r={4.5} fill="var(--color-sheet)" stroke={MADDER} strokeWidth={1.4} />
      <circle
        data-plane="turn"
        cx={x}
        cy={y}
        r={10}
        fill="transparent"
        className="cursor-grab"
        style={{ pointerEvents: 'all' }}
        onPointerDown={({ pointerType }) => pointerType !== 'touch' && onTake('turn')}
      >
        <title>Turn of the keep box</title>
      </circle>
    </g>
  );
}

interface Line {
  readonly from: Vec2;
  readonly to: Vec2;
  /** Where the handle stands, on the pane where that can be. */
  readonly middle: Vec2;
  /** Towards what is taken away, of length 1, in pixels. */
  readonly way: Vec2;
}

/** How a plane that stands square to the pane lies on it; null of one that does not. */
function lineOf({ origin, normal, corners }: RemovingPlane, toPane: Props['toPane'], look: Vec3, size: PaneSize): Line | null {
  if (Math.abs(dot(normal, look)) > 1e-6) return null;
  const at = toPane(origin);
  const out = toPane(origin.map((x, k) => x + normal[k]!) as unknown as Vec3);
  const l = Math.hypot(out[0] - at[0], out[1] - at[1]);
  if (!(l > 1e-9)) return null;
  const way: Vec2 = [(out[0] - at[0]) / l, (out[1] - at[1]) / l];
  const along = ([x, y]: Vec2) => -way[1] * (x - at[0]) + way[0] * (y - at[1]);
  // a trim has no end: as far as the pane reaches
  const reach = Math.hypot(size.width, size.height) + Math.hypot(at[0], at[1]);
  const ends = corners ? corners.map((corner) => along(toPane(corner))) : [-reach, reach];
  const place = (t: number): Vec2 => [at[0] - way[1] * t, at[1] + way[0] * t];
  const [lo, hi] = [Math.min(...ends), Math.max(...ends)];
  // in the middle of what can be seen of it
  const seen = within(at, [-way[1], way[0]], size);
  const [from, to] = seen ? [Math.max(lo, seen[0]), Math.min(hi, seen[1])] : [lo, hi];
  return { from: place(lo), to: place(hi), middle: place(from < to ? (from + to) / 2 : (lo + hi) / 2), way };
}

/** The stretch of a line, as distances from a point of it, that lies on the pane; null of one that passes by. */
function within([x, y]: Vec2, [dx, dy]: Vec2, { width, height }: PaneSize): readonly [number, number] | null {
  let [from, to] = [-Infinity, Infinity];
  for (const [p, d, room] of [
    [x, dx, width],
    [y, dy, height],
  ] as const) {
    if (Math.abs(d) < 1e-12) {
      if (p < 0 || p > room) return null;
      continue;
    }
    const [a, b] = [-p / d, (room - p) / d];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to ? [from, to] : null;
}

/** The half of the pane that a plane takes away. */
function beyond({ middle: [x, y], way: [nx, ny] }: Line, { width, height }: PaneSize): string {
  const far = 2 * Math.hypot(width, height);
  const at = (a: number, b: number) => `${x - ny * a + nx * b} ${y + nx * a + ny * b}`;
  return `M${at(-far, 0)}L${at(far, 0)}L${at(far, far)}L${at(-far, far)}Z`;
}
