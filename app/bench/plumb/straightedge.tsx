import { useRef } from 'react';
import { toX, toU, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly grid: readonly { readonly tag: string; readonly u: number }[];
  readonly from: string;
  /** The drawing's share of the height. */
  readonly share: number;
  readonly onPan: (dx: number) => void;
  readonly onShare: (dy: number) => void;
}

/** The strip between Drawing and Key: the shared scale, the grid tags. Along it both panes are panned, across it the height is shared out. */
export function Straightedge({ view, size, grid, from, share, onPan, onShare }: Props) {
  const drag = useRef<{ x: number; y: number } | null>(null);
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((s) => s * view.zoom >= 60) ?? 2000;
  const fine = step / (String(step).includes('5') ? 5 : 4);
  const first = Math.floor(toU(view, size, 0) / fine),
    last = Math.ceil(toU(view, size, size.width) / fine);
  const decimals = Math.max(0, -Math.floor(Math.log10(step)));
  const ticks = Array.from({ length: Math.min(600, last - first + 1) }, (_, k) => (first + k) * fine);
  const tags = grid.map((g) => ({ ...g, x: toX(view, size, g.u) })).filter((g) => g.x > 150 && g.x < size.width);
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-valuenow={Math.round(share * 100)}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-label="Straightedge: drag along to pan both panes, across to share out the height"
      tabIndex={0}
      className="relative h-[26px] cursor-move touch-none overflow-hidden border-y border-rule2 bg-board select-none"
      onKeyDown={(e) => {
        const along = { ArrowLeft: -40, ArrowRight: 40 }[e.key];
        const across = { ArrowUp: -20, ArrowDown: 20 }[e.key];
        if (along) onPan(-along);
        if (across) onShare(across);
        if (along || across) {
          e.preventDefault();
          e.stopPropagation();
        }
      }}
      onPointerDown={(e) => {
        drag.current = { x: e.clientX, y: e.clientY };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (!drag.current) return;
        onPan(e.clientX - drag.current.x);
        onShare(e.clientY - drag.current.y);
        drag.current = { x: e.clientX, y: e.clientY };
      }}
      onPointerUp={() => (drag.current = null)}
    >
      <svg className="absolute inset-0 h-full w-full" aria-hidden="true">
        {ticks.map((u) => {
          const x = toX(view, size, u);
          const isWhole = Math.abs(u / step - Math.round(u / step)) < 1e-6;
          const label = u.toFixed(decimals).replace('-', '−');
          const hidden = tags.some((t) => Math.abs(t.x - x) < 20) || x < 166;
          return (
            <g key={u}>
              <path
                d={`M${x} 0v${isWhole ? 7 : 4}M${x} 24v${isWhole ? -5 : -3}`}
                stroke="var(--color-graphite)"
                strokeWidth={isWhole ? 1 : 0.6}
              />
              {isWhole && !hidden && (
                <text x={x} y={16} textAnchor="middle" fontSize={11} fill="var(--color-graphite)">
                  {label}
                </text>
              )}
            </g>
          );
        })}
        <rect x={0} y={0} width={146} height={26} fill="var(--color-board)" />
        <text x={12} y={16.5} fontSize={11} fill="var(--color-graphite)">
          {from}
        </text>
        {tags.map((g) => (
          <g key={g.tag}>
            <circle cx={g.x} cy={12} r={10} fill="var(--color-sheet)" stroke="var(--color-ink)" />
            <text x={g.x} y={16} textAnchor="middle" fontSize={11.5} fontWeight={500} fill="var(--color-ink)" className="font-letter">
              {g.tag}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
