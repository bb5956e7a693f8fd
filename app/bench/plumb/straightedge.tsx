import { useDrag } from '@use-gesture/react';
import { PanelResizeHandle } from 'react-resizable-panels';
import { toX, toU, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly grid: readonly { readonly tag: string; readonly u: number }[];
  readonly from: string;
  readonly onPan: (dx: number) => void;
}

const LOOK = 'relative h-[26px] shrink-0 touch-none overflow-hidden border-y border-rule2 bg-board select-none';

/** The strip between Drawing and Key: the shared scale, the grid tags. Along it both panes are panned, across it the height is shared out. */
export function Straightedge(props: Props) {
  const { onPan } = props;
  return (
    <PanelResizeHandle
      aria-label="Straightedge: drag along to pan both panes, across to share out the height"
      className={`cursor-move ${LOOK}`}
      hitAreaMargins={{ coarse: 6, fine: 0 }}
      onKeyDown={(e) => {
        const along = { ArrowLeft: -40, ArrowRight: 40 }[e.key];
        if (along) onPan(-along);
        // the arrows of the Bench move the cut
        if (e.key.startsWith('Arrow')) e.stopPropagation();
        if (along) e.preventDefault();
      }}
    >
      <Scale {...props} />
    </PanelResizeHandle>
  );
}

/** The straightedge below a Drawing that has the Key at its side. */
export const StraightedgeBelow = (props: Props) => (
  <div className={`cursor-ew-resize ${LOOK}`}>
    <Scale {...props} />
  </div>
);

/** Figures and grid tags along the horizontal of both panes. */
function Scale({ view, size, grid, from, onPan }: Props) {
  const bind = useDrag(({ delta: [dx] }) => onPan(dx));
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((s) => s * view.zoom >= 60) ?? 2000;
  const fine = step / (String(step).includes('5') ? 5 : 4);
  const first = Math.floor(toU(view, size, 0) / fine),
    last = Math.ceil(toU(view, size, size.width) / fine);
  const decimals = Math.max(0, -Math.floor(Math.log10(step)));
  const ticks = Array.from({ length: Math.min(600, last - first + 1) }, (_, k) => (first + k) * fine);
  const tags = grid.map((g) => ({ ...g, x: toX(view, size, g.u) })).filter((g) => g.x > 150 && g.x < size.width);
  return (
    <>
      <div className="absolute inset-0" {...bind()} />
      <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
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
    </>
  );
}
