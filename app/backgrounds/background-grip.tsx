import { useRef } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import { unmapped } from '../board/view';
import type { ViewMatrix } from '../workers/paint';
import type { Background } from '../data/background';
import { toPixel, toPlace } from './background';

/** What a hand does to a background: moves it, or says where two of its points are (pixels). */
export type Handling =
  | { readonly kind: 'move'; readonly background: Background }
  | { readonly kind: 'points'; readonly background: Background; readonly points: readonly Vec2[] };

interface Props {
  readonly handling: Handling;
  readonly matrix: ViewMatrix;
  /** While the hand moves, and when it lets go. */
  readonly onMove: (background: Background, isDone: boolean) => void;
  readonly onPoint: (pixel: Vec2) => void;
}

/** Takes the pointer of a pane while a background is moved or its points are picked. */
export function BackgroundGrip({ handling, matrix, onMove, onPoint }: Props) {
  const from = useRef<{ readonly place: Vec2; readonly background: Background } | null>(null);
  const { background } = handling;
  const placeOf = (e: React.PointerEvent): Vec2 => {
    const box = e.currentTarget.getBoundingClientRect();
    return unmapped(matrix, e.clientX - box.left, e.clientY - box.top);
  };
  const moved = (e: React.PointerEvent): Background => {
    const { place, background: b } = from.current!;
    const now = placeOf(e);
    return { ...b, at: [b.at[0] + now[0] - place[0], b.at[1] + now[1] - place[1]] };
  };
  const points = handling.kind === 'points' ? handling.points.map((p) => toPlace(background, p)) : [];
  const at = ([u, v]: Vec2): Vec2 => [matrix[0] * u + matrix[2] * v + matrix[4], matrix[1] * u + matrix[3] * v + matrix[5]];
  const marks = points.map(at);
  return (
    <div
      data-testid="background-grip"
      className={`absolute inset-0 touch-none ${handling.kind === 'move' ? 'cursor-move' : 'cursor-cell'}`}
      onPointerDown={(e) => {
        e.stopPropagation();
        if (handling.kind === 'points') return;
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { place: placeOf(e), background };
      }}
      onPointerMove={(e) => {
        e.stopPropagation();
        if (from.current) onMove(moved(e), false);
      }}
      onPointerUp={(e) => {
        e.stopPropagation();
        if (handling.kind === 'points') return onPoint(toPixel(background, placeOf(e)));
        if (from.current) onMove(moved(e), true);
        from.current = null;
      }}
    >
      <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
        {marks.length === 2 && (
          <path d={`M${marks[0]!.join(' ')}L${marks[1]!.join(' ')}`} stroke="var(--color-pencil)" strokeWidth={1.5} strokeDasharray="6 4" />
        )}
        {marks.map(([x, y], k) => (
          <g key={k} stroke="var(--color-pencil)" fill="none" strokeWidth={1.5}>
            <circle cx={x} cy={y} r={6} fill="var(--color-sheet)" fillOpacity={0.6} />
            <path d={`M${x - 10} ${y}h20M${x} ${y - 10}v20`} />
          </g>
        ))}
      </svg>
    </div>
  );
}
