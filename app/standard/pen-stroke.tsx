import { paperColour } from '../../core/drafting/style-drawing';
import type { PenColour } from '../../core/drafting/standard/standard';
import { CSS_PER_MM } from '../board/view';

interface Props {
  /** Paper millimetres. */
  readonly weight: number;
  readonly dashes?: readonly number[] | undefined;
  readonly colour?: PenColour;
  readonly width?: number;
}

/** A line at its true weight, with its true dashes. */
export const PenStroke = ({ weight, dashes = [], colour = 7, width = 78 }: Props) => (
  <svg width={width} height={14} aria-hidden="true" className="shrink-0">
    <line
      x1={0}
      x2={width}
      y1={7}
      y2={7}
      stroke={paperColour(colour)}
      strokeWidth={weight * CSS_PER_MM}
      strokeDasharray={dashes.length ? dashes.map((d) => Math.max(0.1, Math.abs(d)) * CSS_PER_MM).join(' ') : undefined}
    />
  </svg>
);
