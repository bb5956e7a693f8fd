import type { Vec2 } from '../../../core/geometry/vec3';
import { toX, toY } from '../../board/view';
import { frameOf, toKey } from '../sight-geometry';
import { MADDER, SHEET, VERDIGRIS, WASH, type SignProps } from './sign';

/** The level of a plan, in the elevation under it. */
export function PlanSign({ model, sight, frame, view, size, onGrip }: SignProps) {
  const y = toY(view.zoom, view.keyV, size, frameOf(model, sight).origin[2]);
  const corners = [0, 3].flatMap((i) => [1, 4].map((j) => toKey(frame, [model.bounds[i]!, model.bounds[j]!])[0]));
  const [x0, x1] = [toX(view, size, Math.min(...corners)) - 20, toX(view, size, Math.max(...corners)) + 20].map((x) =>
    Math.min(Math.max(x, 190), size.width - 30),
  ) as [number, number];
  const reach = sight.depth ?? null;
  const middle = x0 + (x1 - x0) * 0.44;
  const stem = reach === null ? 34 : reach * view.zoom;
  const fan = (x: number, side: 1 | -1) => (
    <g transform={`translate(${x} ${y})`}>
      <path d={`M0 0V22A22 22 0 0 ${side > 0 ? 0 : 1} ${22 * side} 0Z`} fill={WASH} stroke={VERDIGRIS} />
      <path d="M0 0V22" stroke={VERDIGRIS} strokeWidth={2.5} />
    </g>
  );
  return (
    <g>
      <path
        d={`M${x0} ${y}H${x1}`}
        stroke="transparent"
        strokeWidth={14}
        className="cursor-ns-resize"
        style={{ pointerEvents: 'stroke' }}
        data-testid="grip-height"
        onPointerDown={(e) => onGrip('height', e)}
      />
      <path d={`M${x0} ${y}H${x1}`} stroke={MADDER} strokeWidth={1.4} strokeDasharray="12 3 2 3" />
      {reach === 0 ? (
        <circle cx={middle} cy={y} r={3.5} fill={VERDIGRIS} />
      ) : (
        <g stroke={VERDIGRIS} strokeWidth={2}>
          <path d={`M${middle} ${y}v${stem}`} />
          {reach === null ? (
            [0, 1, 2].map((k) => <path key={k} d={`M${middle - 8 + k * 3} ${y + stem + 4 + k * 6}h${16 - k * 6}`} />)
          ) : (
            <path d={`M${middle - 13} ${y + stem}h26`} strokeWidth={3} />
          )}
        </g>
      )}
      {fan(x0, 1)}
      {fan(x1, -1)}
      {(
        [
          [x0, 1],
          [x1, -1],
        ] as const
      ).map(([x, side]) => (
        <g key={side}>
          <path d={`M${x} ${y}h${30 * side}`} stroke={MADDER} strokeWidth={4} />
          <rect x={x - 4} y={y - 4} width={8} height={8} fill={SHEET} stroke={MADDER} strokeWidth={1.6} />
          <text x={x} y={y - 9} textAnchor="middle" fontSize={12} fontWeight={600} fill={MADDER}>
            {sight.number}
          </text>
        </g>
      ))}
    </g>
  );
}

/** The line of an elevation, in verdigris: it stands in front of the model, or where its plane is. */
export function ElevationSign({ model, sight, frame, view, size }: SignProps) {
  const corners: Vec2[] = [
    [0, 1],
    [3, 1],
    [3, 4],
    [0, 4],
  ].map(([i, j]) => toKey(frame, [model.bounds[i!]!, model.bounds[j!]!]));
  // one that has a plane stands there, as wide as its limits; else before the model
  const { frame: own, limits } = sight;
  const front = own ? toKey(frame, [own.origin[0], own.origin[1]])[1] : Math.min(...corners.map((c) => c[1]));
  const us = [limits?.left ?? Math.min(...corners.map((c) => c[0])), limits?.right ?? Math.max(...corners.map((c) => c[0]))];
  const y = Math.min(toY(view.zoom, view.keyV, size, front) + (own ? 0 : 14), size.height - 14);
  const [x0, x1] = [Math.max(toX(view, size, Math.min(...us)), 190), Math.min(toX(view, size, Math.max(...us)), size.width - 30)];
  const middle = (x0 + x1) / 2;
  return (
    <g stroke={VERDIGRIS} fill="none">
      <path d={`M${x0} ${y}H${x1}`} strokeWidth={2} />
      <path d={`M${middle} ${y}v-26`} strokeWidth={2} />
      {[0, 1, 2].map((k) => (
        <path key={k} d={`M${middle - 8 + k * 3} ${y - 30 - k * 6}h${16 - k * 6}`} strokeWidth={2} />
      ))}
      {(
        [
          [x0, 1],
          [x1, -1],
        ] as const
      ).map(([x, side]) => (
        <g key={side}>
          <path d={`M${x} ${y}V${y - 22}A22 22 0 0 ${side > 0 ? 1 : 0} ${x + 22 * side} ${y}Z`} fill={WASH} />
          <text x={x} y={y - 26} textAnchor="middle" fontSize={12} fontWeight={600} fill={VERDIGRIS} stroke="none">
            {sight.number}
          </text>
        </g>
      ))}
    </g>
  );
}
