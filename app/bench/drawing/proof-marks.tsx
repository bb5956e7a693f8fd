import type { ShownFinding } from '../../data/drawn-sight';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly findings: readonly ShownFinding[];
  readonly view: BenchView;
  readonly size: PaneSize;
}

/** The findings of the proof at their places: a ring, and the number that the chip gives it. Never part of a file. */
export default function ProofMarks({ findings, view, size }: Props) {
  const marks = findings.map(({ at, kind }, i) => {
    if (!at) return null;
    const [x, y] = [toX(view, size, at[0]), toY(view.zoom, view.v, size, at[1])];
    if (x < 0 || y < 0 || x > size.width || y > size.height) return null;
    // beside the place, towards the middle of the pane
    const side = x > size.width - 60 ? -1 : 1;
    const lift = y < 40 ? 1 : -1;
    return (
      <g key={i} role="img" aria-label={`Finding ${i + 1}: ${kind}`}>
        <circle cx={x} cy={y} r={5} fill="none" stroke="var(--color-ochre)" strokeWidth={1.5} />
        <path d={`M${x + side * 4} ${y + lift * 4}l${side * 14} ${lift * 14}`} stroke="var(--color-ochre)" />
        <rect
          x={x + side * 18 - (side < 0 ? 16 : 0)}
          y={y + lift * 18 - (lift < 0 ? 16 : 0)}
          width={16}
          height={16}
          fill="var(--color-ochre-wash)"
          stroke="var(--color-ochre)"
        />
        <text
          x={x + side * 18 + side * 8}
          y={y + lift * 18 + lift * 8 + 4}
          textAnchor="middle"
          fontSize={11}
          fontWeight={600}
          fill="var(--color-ink)"
        >
          {i + 1}
        </text>
      </g>
    );
  });
  if (marks.every((mark) => mark === null)) return null;
  return (
    <svg role="group" aria-label="Findings in the drawing" className="pointer-events-none absolute inset-0 h-full w-full">
      {marks}
    </svg>
  );
}
