import type { Vec2 } from '../../../core/geometry/vec3';
import { toX, toY } from '../../board/view';
import { degrees } from '../../figures/format';
import { frameOf, toKey, traceOf } from '../sight-geometry';
import { MADDER, VERDIGRIS, WASH, type SignProps } from './sign';

/** The longest trace that is drawn of a plane without sides, metres to either side. */
const ENDLESS = 1000;
/** How far a look that goes on stands off its line, pixels. */
const STEM = 46;

/** A section whose plane stands anywhere: the line in which it meets the plan that the Key shows, to be moved; and by how much it is tilted. */
export default function FramedSign({ model, sight, frame, level, view, size, onGrip }: SignProps) {
  const plane = frameOf(model, sight);
  const trace = traceOf(plane, level);
  if (!trace) return null;
  const { left, right } = sight.limits ?? {};
  const ends = ([[left, -ENDLESS], [right, ENDLESS]] as const).map(([at, else_]): Vec2 => trace.at(at ?? else_)); // prettier-ignore
  const at = (p: Vec2): Vec2 => {
    const [u, v] = toKey(frame, p);
    return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
  };
  const [[ax, ay], [bx, by]] = ends.map(at) as [Vec2, Vec2];
  const long = Math.hypot(bx - ax, by - ay) || 1;
  const d: Vec2 = [(bx - ax) / long, (by - ay) / long];
  const n: Vec2 = [d[1], -d[0]];
  const isBounded = typeof left === 'number' && typeof right === 'number';
  // one without sides shows its look where it can be seen
  const middle: Vec2 = isBounded ? [(ax + bx) / 2, (ay + by) / 2] : at(trace.at(view.u));
  const reach = sight.depth ?? null;
  const flat = Math.hypot(plane.look[0], plane.look[1]);
  const stem = reach === null ? STEM : reach * flat * view.zoom;
  const top: Vec2 = [middle[0] + n[0] * stem, middle[1] + n[1] * stem];
  const tilt = flat < 1 - 1e-9 ? ` ${degrees(-Math.asin(plane.look[2]))}` : '';
  const line = `M${ax} ${ay}L${bx} ${by}`;
  const bar = (off: number, half: number): string =>
    `M${top[0] + n[0] * off - d[0] * half} ${top[1] + n[1] * off - d[1] * half}l${d[0] * half * 2} ${d[1] * half * 2}`;
  return (
    <g>
      <path
        d={line}
        stroke="transparent"
        strokeWidth={14}
        className="cursor-move"
        style={{ pointerEvents: 'stroke' }}
        data-testid="grip-line"
        onPointerDown={(e) => onGrip('line', e)}
      />
      <path d={line} stroke={MADDER} strokeWidth={1.4} strokeDasharray="12 3 2 3" />
      <g stroke={VERDIGRIS} strokeWidth={2}>
        <path d={`M${middle[0]} ${middle[1]}L${top[0]} ${top[1]}`} />
        {reach === null ? [4, 10, 16].map((off, k) => <path key={off} d={bar(off, 8 - k * 3)} />) : <path d={bar(0, 13)} strokeWidth={3} />}
      </g>
      {isBounded &&
        (
          [
            [ax, ay, 1],
            [bx, by, -1],
          ] as const
        ).map(([x, y, side]) => (
          // prettier-ignore
          <g key={side}>
            <path
              transform={`translate(${x} ${y}) rotate(${(Math.atan2(d[1], d[0]) * 180) / Math.PI})`}
              d={`M0 0V-22A22 22 0 0 ${side > 0 ? 1 : 0} ${22 * side} 0Z`}
              fill={WASH}
              stroke={VERDIGRIS}
            />
            <path d={`M${x} ${y}l${d[0] * 30 * side} ${d[1] * 30 * side}`} stroke={MADDER} strokeWidth={4} />
            <text x={x} y={y + 19} textAnchor="middle" fontSize={12} fontWeight={600} fill={MADDER}>
              {sight.number + tilt}
            </text>
          </g>
        ))}
    </g>
  );
}
