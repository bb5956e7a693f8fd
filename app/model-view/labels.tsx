import type { ModelInfo } from '../data/database';
import type { PaperView } from '../space/paper-view';

/** A numbered label that points at an element. */
export interface Label {
  readonly n: number;
  readonly element: number;
  readonly words: string;
}

/** Numbered squares with a leader to the middle of their elements. */
export function Labels({
  view,
  model,
  labels,
}: {
  readonly view: PaperView;
  readonly model: ModelInfo;
  readonly labels: readonly Label[];
}) {
  return (
    <svg role="group" aria-label="Findings in the model" className="pointer-events-none absolute inset-0 h-full w-full">
      {labels.map(({ n, element, words }, k) => {
        const [x0, y0, z0, x1, y1, z1] = model.elementBoxes.subarray(element * 6, element * 6 + 6) as unknown as number[];
        if (!(x0! <= x1!)) return null;
        const [x, y] = view.place((x0! + x1!) / 2, (y0! + y1!) / 2, (z0! + z1!) / 2);
        const [u, v] = [x + 26, Math.max(20, y - 44 - (k % 3) * 26)];
        const width = 30 + words.length * 6;
        return (
          <g key={n} role="img" aria-label={`Finding ${n}: ${words}`}>
            <path d={`M${x} ${y}L${u} ${v}`} stroke="var(--color-ochre)" fill="none" />
            <circle cx={x} cy={y} r={3} fill="var(--color-ochre)" />
            <rect x={u} y={v - 11} width={width} height={22} fill="var(--color-sheet)" stroke="var(--color-ochre)" />
            <rect x={u} y={v - 11} width={20} height={22} fill="var(--color-ochre-wash)" stroke="var(--color-ochre)" />
            <text x={u + 10} y={v + 4} textAnchor="middle" fontSize={11.5} fontWeight={600} fill="var(--color-ink)">
              {n}
            </text>
            <text x={u + 26} y={v + 4} fontSize={12} fill="var(--color-ink)">
              {words}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
