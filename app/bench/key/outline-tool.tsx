import { useHotkeys } from 'react-hotkeys-hook';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { ViewMatrix } from '../../workers/paint';
import { millimetres } from '../../figures/format';
import { useWatched } from '../../ui/watched';
import { OutlineBar } from './outline-bar';
import { pairs, type Outlines } from './use-outlines';
import { unmapped, type PaneSize } from '../../board/view';

/** Grid lines nearer together than this are not shown, pixels. */
const DENSE = 7;

interface Props {
  readonly outlines: Outlines;
  /** From the plan to the pane. */
  readonly matrix: ViewMatrix;
  readonly size: PaneSize;
}

/** The outlines of a plan as they are drawn: a grid, what is there, the line in hand, and a bar with the figures. */
export default function OutlineTool({ outlines, matrix, size }: Props) {
  const { tool, drawn, picked, way } = outlines;
  const { points, aim } = useWatched(tool);
  useHotkeys('enter', () => outlines.finish(), { preventDefault: true });
  useHotkeys('backspace', () => void tool.back(), { preventDefault: true });
  useHotkeys('esc', () => void (tool.back() || outlines.stop()));
  useHotkeys('delete', () => outlines.remove(), { preventDefault: true });
  const at = ([x, y]: Vec2): Vec2 => [matrix[0] * x + matrix[2] * y + matrix[4], matrix[1] * x + matrix[3] * y + matrix[5]];
  const path = (line: readonly Vec2[], close: boolean) =>
    `M${line
      .map((p) =>
        at(p)
          .map((n) => n.toFixed(1))
          .join(' '),
      )
      .join('L')}${close ? 'Z' : ''}`;
  const line = aim ? [...points, aim] : points;
  const last = points.at(-1);
  const isWall = way.kind === 'wall line';
  const zoom = Math.hypot(matrix[0], matrix[1]);
  return (
    <>
      <svg aria-hidden="true" data-testid="outlines" className="pointer-events-none absolute inset-0 h-full w-full">
        <Grid step={way.snap} matrix={matrix} size={size} zoom={zoom} />
        {drawn.map(({ rings }, k) => (
          <path
            key={k}
            d={rings.map((ring) => path(pairs(ring), true)).join('')}
            fillRule="evenodd"
            fill="var(--color-pencil)"
            fillOpacity={k === picked ? 0.4 : 0.08}
            stroke="var(--color-pencil)"
            strokeWidth={k === picked ? 2.2 : 1.2}
            className="pointer-events-auto cursor-pointer"
            onPointerUp={(e) => {
              if (points.length || !e.altKey) return;
              e.stopPropagation();
              outlines.pick(k);
            }}
          />
        ))}
        {line.length > 1 && (
          <>
            {isWall && (
              <path d={path(line, false)} fill="none" stroke="var(--color-madder)" strokeOpacity={0.2} strokeWidth={way.thickness * zoom} />
            )}
            <path d={path(line, !isWall && line.length > 2)} fill="none" stroke="var(--color-madder)" strokeWidth={1.4} />
          </>
        )}
        {points.map((p, k) => {
          const [x, y] = at(p);
          return (
            <rect
              key={k}
              x={x - 3.5}
              y={y - 3.5}
              width={7}
              height={7}
              fill={k ? 'var(--color-sheet)' : 'var(--color-madder)'}
              stroke="var(--color-madder)"
            />
          );
        })}
        {aim && (
          <g transform={`translate(${at(aim).join(' ')})`}>
            <path d="M-8 0H8M0 -8V8" stroke="var(--color-madder)" />
            <text x={10} y={-8} fontSize={12} fill="var(--color-ink)">
              {last ? millimetres(Math.hypot(aim[0] - last[0], aim[1] - last[1])) : `${millimetres(aim[0])}, ${millimetres(aim[1])}`}
            </text>
          </g>
        )}
      </svg>
      <OutlineBar outlines={outlines} points={points} />
    </>
  );
}

function Grid({
  step,
  matrix,
  size,
  zoom,
}: {
  readonly step: number;
  readonly matrix: ViewMatrix;
  readonly size: PaneSize;
  readonly zoom: number;
}) {
  if (!(step > 0)) return null;
  let width = step;
  for (let k = 0; width * zoom < DENSE; k++) width *= k % 2 ? 2 : 5;
  const [a, b, c, d, m, n] = matrix;
  const corners = [
    [0, 0],
    [size.width, 0],
    [size.width, size.height],
    [0, size.height],
  ].map(([x, y]) => unmapped(matrix, x!, y!));
  const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])];
  const rows = (from: number, to: number) => {
    const out: number[] = [];
    for (let k = Math.ceil(from / width); k * width <= to && out.length < 400; k++) out.push(k * width);
    return out;
  };
  const at = (x: number, y: number) => `${(a * x + c * y + m).toFixed(1)} ${(b * x + d * y + n).toFixed(1)}`;
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const lines = [...rows(x0, x1).map((x) => `M${at(x, y0)}L${at(x, y1)}`), ...rows(y0, y1).map((y) => `M${at(x0, y)}L${at(x1, y)}`)];
  return <path d={lines.join('')} stroke="var(--color-rule2)" strokeOpacity={0.35} strokeWidth={0.6} />;
}
