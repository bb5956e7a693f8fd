import type { Vec2 } from '../../../core/geometry/vec3';
import { MADDER, SHEET, type Grip, type SignProps } from './sign';

interface Props {
  readonly grip: Grip;
  readonly at: Vec2;
  /** Along the line from this end, of length 1. */
  readonly inwards: Vec2;
  readonly number: string;
  /** How far below it the number stands, pixels. */
  readonly below: number;
  readonly onGrip: SignProps['onGrip'];
}

/** One end of a section's line in the Key, with its number, to be taken. */
export function LineEnd({ grip, at: [x, y], inwards: [dx, dy], number, below, onGrip }: Props) {
  return (
    <>
      <path d={`M${x} ${y}l${dx * 30} ${dy * 30}`} stroke={MADDER} strokeWidth={4} />
      <rect x={x - 4} y={y - 4} width={8} height={8} fill={SHEET} stroke={MADDER} strokeWidth={1.6} />
      <rect
        x={x - 9}
        y={y - 9}
        width={18}
        height={18}
        fill="transparent"
        className="cursor-grab"
        style={{ pointerEvents: 'all' }}
        data-testid={`grip-${grip}`}
        onPointerDown={(e) => onGrip(grip, e)}
      />
      <text x={x} y={y + below} textAnchor="middle" fontSize={12} fontWeight={600} fill={MADDER}>
        {number}
      </text>
    </>
  );
}
