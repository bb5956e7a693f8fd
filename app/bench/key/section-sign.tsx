import type { Vec2 } from '../../../core/geometry/vec3';
import { toX, toY } from '../../board/view';
import { lineOf, toKey } from '../sight-geometry';
import { BeyondLine } from './beyond-line';
import { LineEnd } from './line-end';
import { MADDER, VERDIGRIS, WASH, type SignProps } from './sign';

/** The line of a section with its ends, what it cuts, and how far it looks. */
export function SectionSign(props: SignProps) {
  const { sight, frame, view, size, matter, onGrip } = props;
  const line = lineOf(sight);
  if (!line) return null;
  const [a, b] = line.map((p) => toKey(frame, p)) as [Vec2, Vec2];
  const at = ([u, v]: Vec2): Vec2 => [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
  const [[ax, ay], [bx, by]] = [at(a), at(b)];
  const length = Math.hypot(bx - ax, by - ay) || 1;
  const d: Vec2 = [(bx - ax) / length, (by - ay) / length];
  // the sight looks up the page: to the left of the line as it is drawn
  const n: Vec2 = [d[1], -d[0]];
  const angle = (Math.atan2(d[1], d[0]) * 180) / Math.PI;
  const metres = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const place = (t: number): Vec2 => [ax + (bx - ax) * (t / metres), ay + (by - ay) * (t / metres)];
  const fan = (x: number, y: number, side: 1 | -1) => (
    <g transform={`translate(${x} ${y}) rotate(${angle})`}>
      <path d={`M0 0V-22A22 22 0 0 ${side > 0 ? 1 : 0} ${22 * side} 0Z`} fill={WASH} stroke={VERDIGRIS} />
      <path d="M0 0V-22" stroke={VERDIGRIS} strokeWidth={2.5} />
    </g>
  );
  const middle: Vec2 = [(ax + bx) / 2, (ay + by) / 2];
  const reach = sight.depth ?? null;
  const stem = reach === null ? 46 : Math.max(0, reach * view.zoom);
  const top: Vec2 = [middle[0] + n[0] * stem, middle[1] + n[1] * stem];
  return (
    <g>
      <BeyondLine {...props} />
      <path
        d={`M${ax} ${ay}L${bx} ${by}`}
        stroke="transparent"
        strokeWidth={14}
        className="cursor-move"
        style={{ pointerEvents: 'stroke' }}
        data-testid="grip-line"
        onPointerDown={(e) => onGrip('line', e)}
      />
      <path d={`M${ax} ${ay}L${bx} ${by}`} stroke={MADDER} strokeWidth={1.4} strokeDasharray="12 3 2 3" />
      {matter.map(([from, to]) => {
        const [p, q] = [place(from), place(to)];
        return <path key={from} d={`M${p[0]} ${p[1]}L${q[0]} ${q[1]}`} stroke={MADDER} strokeWidth={3.2} />;
      })}
      {reach === 0 ? (
        <circle cx={middle[0]} cy={middle[1]} r={3.5} fill={VERDIGRIS} />
      ) : (
        <g stroke={VERDIGRIS} strokeWidth={2}>
          <path d={`M${middle[0]} ${middle[1]}L${top[0]} ${top[1]}`} />
          {reach === null ? (
            [0, 1, 2].map((k) => (
              <path
                key={k}
                d={`M${top[0] + n[0] * (4 + k * 6) - d[0] * (8 - k * 3)} ${top[1] + n[1] * (4 + k * 6) - d[1] * (8 - k * 3)}l${d[0] * (16 - k * 6)} ${d[1] * (16 - k * 6)}`}
              />
            ))
          ) : (
            <>
              <path d={`M${top[0] - d[0] * 13} ${top[1] - d[1] * 13}l${d[0] * 26} ${d[1] * 26}`} strokeWidth={3} />
              <path
                d={`M${top[0] - d[0] * 16} ${top[1] - d[1] * 16}l${d[0] * 32} ${d[1] * 32}`}
                stroke="transparent"
                strokeWidth={16}
                className="cursor-ns-resize"
                style={{ pointerEvents: 'stroke' }}
                data-testid="grip-reach"
                onPointerDown={(e) => onGrip('reach', e)}
              />
            </>
          )}
        </g>
      )}
      {fan(ax, ay, 1)}
      {fan(bx, by, -1)}
      {(
        [
          ['left', ax, ay, 1],
          ['right', bx, by, -1],
        ] as const
      ).map(([grip, x, y, side]) => (
        <LineEnd key={grip} {...{ grip, onGrip }} at={[x, y]} inwards={[d[0] * side, d[1] * side]} number={sight.number} below={19} />
      ))}
    </g>
  );
}
