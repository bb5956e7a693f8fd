import type { ModelInfo } from '../data/database';
import { level } from '../figures/format';
import { toX, toY, type BenchView, type PaneSize } from './view';

/** Grid lines and storey levels as thin helper lines: they show on the Bench and never get into a file. */
export function GridLines({
  grid,
  view,
  size,
}: {
  readonly grid: readonly { readonly tag: string; readonly u: number }[];
  readonly view: BenchView;
  readonly size: PaneSize;
}) {
  return (
    <g stroke="#B4AB97" strokeWidth={1} strokeDasharray="12 3 2 3">
      {grid.map(({ tag, u }) => {
        const x = toX(view, size, u);
        return x > 0 && x < size.width ? <path key={tag} d={`M${x} 0V${size.height}`} /> : null;
      })}
    </g>
  );
}

/** Level marks of the storeys at the left of an upright drawing; one that would cover another is left out. */
export function LevelMarks({
  model,
  zero,
  view,
  size,
}: {
  readonly model: ModelInfo;
  readonly zero: number;
  readonly view: BenchView;
  readonly size: PaneSize;
}) {
  const marks: { readonly s: ModelInfo['storeys'][number]; readonly y: number }[] = [];
  for (const s of model.storeys) {
    const y = toY(view.zoom, view.v, size, s.elevation + model.origin[2] - zero);
    if ((marks.at(-1)?.y ?? Infinity) - y >= 26 && y >= 14 && y <= size.height - 4) marks.push({ s, y });
  }
  return (
    <g>
      {marks.map(({ s, y }) => {
        return (
          <g key={s.name}>
            <path d={`M12 ${y}H96`} stroke="#565F63" />
            <path d={`M84 ${y - 8}h10l-5 7z`} fill="none" stroke="#565F63" />
            <text x={80} y={y - 3} textAnchor="end" fontSize={12} className="font-letter" fill="#22292C">
              {level(s.elevation + model.origin[2])}
            </text>
            <text x={80} y={y + 12} textAnchor="end" fontSize={11} className="font-letter" fill="#565F63">
              {s.name.toLowerCase()}
            </text>
          </g>
        );
      })}
    </g>
  );
}
