import { useState } from 'react';
import { limitsOf } from '../../../core/sights/limits';
import type { Sight } from '../../../core/sights/sight';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';
import { LIMIT_SIDES, type LimitSide } from './limit-drag';

interface Props {
  readonly sight: Sight;
  /** What is drawn: where nothing is limited the handles stand at its sides. */
  readonly bounds: readonly [number, number, number, number];
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly onTake: (side: LimitSide) => void;
}

/** The sides of a drawing's limits, each with a handle in its middle; to be seen while the pointer is over the Drawing. What one takes away is veiled while it is touched. */
export function LimitHandles({ sight, bounds, view, size, onTake }: Props) {
  const [touched, setTouched] = useState<LimitSide | null>(null);
  const limits = limitsOf(sight, Infinity) ?? {};
  const at = { left: limits.left ?? bounds[0], right: limits.right ?? bounds[2], bottom: limits.bottom ?? bounds[1], top: limits.top ?? bounds[3] }; // prettier-ignore
  const [x0, x1] = [toX(view, size, at.left), toX(view, size, at.right)];
  const [y0, y1] = [toY(view.zoom, view.v, size, at.top), toY(view.zoom, view.v, size, at.bottom)];
  // in the middle of what can be seen of a side
  const middle = (a: number, b: number, room: number) => (Math.max(a, 0) + Math.min(b, room)) / 2;
  const [mx, my] = [middle(x0, x1, size.width), middle(y0, y1, size.height)];
  const place = (side: LimitSide): readonly [number, number] =>
    side === 'left' ? [x0, my] : side === 'right' ? [x1, my] : side === 'top' ? [mx, y0] : [mx, y1];
  const line = (side: LimitSide): string =>
    side === 'left' || side === 'right' ? `M${place(side)[0]} ${y0}V${y1}` : `M${x0} ${place(side)[1]}H${x1}`;
  /** What of the pane a side takes away. */
  const beyond = (side: LimitSide) => {
    const { width, height } = size;
    const whole = { x: 0, y: 0, width, height };
    return {
      left: { ...whole, width: Math.max(0, x0) },
      right: { ...whole, x: x1, width: Math.max(0, width - x1) },
      top: { ...whole, height: Math.max(0, y0) },
      bottom: { ...whole, y: y1, height: Math.max(0, height - y1) },
    }[side];
  };
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full opacity-0 group-hover:opacity-100">
      {touched && <rect aria-hidden="true" {...beyond(touched)} fill="var(--color-sheet)" fillOpacity={0.78} />}
      {LIMIT_SIDES.map((side) => {
        const [x, y] = place(side);
        const isUpright = side === 'left' || side === 'right';
        const isSet = typeof limits[side] === 'number';
        return (
          <g key={side}>
            {isSet && <path aria-hidden="true" d={line(side)} stroke="var(--color-madder)" strokeWidth={1} strokeDasharray="2 4" />}
            <rect
              aria-hidden="true"
              x={x - (isUpright ? 2.5 : 11)}
              y={y - (isUpright ? 11 : 2.5)}
              width={isUpright ? 5 : 22}
              height={isUpright ? 22 : 5}
              fill="var(--color-sheet)"
              stroke={isSet ? 'var(--color-madder)' : 'var(--color-graphite)'}
              strokeDasharray={isSet ? undefined : '2 2'}
            />
            <rect
              data-limit={side}
              x={x - (isUpright ? 8 : 14)}
              y={y - (isUpright ? 14 : 8)}
              width={isUpright ? 16 : 28}
              height={isUpright ? 28 : 16}
              fill="transparent"
              className={`pointer-events-auto ${isUpright ? 'cursor-ew-resize' : 'cursor-ns-resize'}`}
              // a finger pans: it has not seen the handle
              onPointerDown={({ pointerType }) => {
                if (pointerType === 'touch') return;
                onTake(side);
                window.addEventListener('pointerup', () => setTouched(null), { once: true });
              }}
              onPointerEnter={() => setTouched(side)}
              onPointerLeave={(e) => !e.buttons && setTouched((own) => (own === side ? null : own))}
            >
              <title>{`Limit ${side}`}</title>
            </rect>
          </g>
        );
      })}
    </svg>
  );
}
