import type { Vec2 } from '../../../core/geometry/vec3';
import { toX, toY } from '../../board/view';
import { isStep } from '../../../core/sights/jogs';
import { toKey } from '../sight-geometry';
import { BeyondLine } from './beyond-line';
import { LineEnd } from './line-end';
import { MADDER, VERDIGRIS, WASH, type SignProps } from './sign';

/** How long the stem is that shows to which side a leg looks, pixels. */
const STEM = 34;

/** The line of a section that steps aside: each leg and each step can be moved square to itself, both ends along their legs. */
export function JoggedSign(props: SignProps) {
  const { sight, frame, view, size, onGrip } = props;
  const path = sight.path!;
  const points = path.map((p): Vec2 => {
    const [u, v] = toKey(frame, p);
    return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
  });
  // on the screen heights count downwards: its left is the other side
  const side = sight.look === 'right' ? 1 : -1;
  const ends = [
    ['first', points[0]!, points[1]!],
    ['last', points.at(-1)!, points.at(-2)!],
  ] as const;
  return (
    <g>
      <BeyondLine {...props} />
      <path d={`M${points.map((p) => p.join(' ')).join('L')}`} stroke={MADDER} strokeWidth={1.4} strokeDasharray="12 3 2 3" fill="none" />
      {points.slice(1).map((b, k) => {
        const a = points[k]!;
        const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        const length = Math.hypot(dx, dy) || 1;
        const n: Vec2 = [(-dy / length) * side, (dx / length) * side];
        const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
        return (
          <g key={k}>
            {!isStep(path, k) && (
              <g stroke={VERDIGRIS} strokeWidth={2}>
                <path d={`M${mx} ${my}l${n[0] * STEM} ${n[1] * STEM}`} />
                <circle cx={mx + n[0] * STEM} cy={my + n[1] * STEM} r={3} fill={VERDIGRIS} />
              </g>
            )}
            <path
              d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`}
              stroke="transparent"
              strokeWidth={14}
              className="cursor-move"
              style={{ pointerEvents: 'stroke' }}
              data-testid={`grip-leg-${k + 1}`}
              onPointerDown={(e) => onGrip(`leg ${k}`, e)}
            />
          </g>
        );
      })}
      {points.slice(1, -1).map(([x, y], k) => (
        <rect key={k} x={x - 3} y={y - 3} width={6} height={6} fill={MADDER} />
      ))}
      {ends.map(([grip, [x, y], [ox, oy]]) => {
        const length = Math.hypot(ox - x, oy - y) || 1;
        return (
          <g key={grip}>
            <circle cx={x} cy={y} r={11} fill={WASH} stroke={VERDIGRIS} />
            <LineEnd {...{ grip, onGrip }} at={[x, y]} inwards={[(ox - x) / length, (oy - y) / length]} number={sight.number} below={24} />
          </g>
        );
      })}
    </g>
  );
}
