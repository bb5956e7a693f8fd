import { toX, type BenchView, type PaneSize } from './view';

/** Grid lines across the Key as thin helper lines; those of the Drawing are part of it. */
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
    <g stroke="var(--color-rule2)" strokeWidth={1} strokeDasharray="12 3 2 3">
      {grid.map(({ tag, u }) => {
        const x = toX(view, size, u);
        return x > 0 && x < size.width ? <path key={tag} d={`M${x} 0V${size.height}`} /> : null;
      })}
    </g>
  );
}
