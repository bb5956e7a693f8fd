import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import { frameOf, lineOf, toKey, type KeyFrame } from '../sight-geometry';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';

export type Grip = 'left' | 'right' | 'line' | 'reach' | 'height';

interface Props {
  readonly model: ModelInfo;
  readonly sight: Sight;
  readonly frame: KeyFrame;
  readonly view: BenchView;
  readonly size: PaneSize;
  /** Stretches of the line that pass through matter in the Key shown, metres along it. */
  readonly matter: readonly (readonly [number, number])[];
  readonly onGrip: (grip: Grip, event: React.PointerEvent) => void;
}

const MADDER = '#A8324A',
  VERDIGRIS = '#1B7265',
  WASH = '#DBEAE4',
  SHEET = '#FFFEFB';

/** The signs of the selected sight in the Key: the cut in madder, the look in verdigris. What can be dragged has a grip of 12 px or more. */
export function KeySigns(props: Props) {
  return props.sight.kind === 'plan' ? (
    <PlanSign {...props} />
  ) : props.sight.kind === 'section' ? (
    <SectionSign {...props} />
  ) : props.sight.kind === 'elevation' ? (
    <ElevationSign {...props} />
  ) : null;
}

function SectionSign({ sight, frame, view, size, matter, onGrip }: Props) {
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
        <g key={grip}>
          <path d={`M${x} ${y}l${d[0] * 30 * side} ${d[1] * 30 * side}`} stroke={MADDER} strokeWidth={4} />
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
          <text x={x} y={y + 19} textAnchor="middle" fontSize={12} fontWeight={600} fill={MADDER}>
            {sight.number}
          </text>
        </g>
      ))}
    </g>
  );
}

function PlanSign({ model, sight, view, size, onGrip }: Props) {
  const y = toY(view.zoom, view.keyV, size, frameOf(model, sight).origin[2]);
  const [x0, x1] = [toX(view, size, model.bounds[0] - model.origin[0]) - 20, toX(view, size, model.bounds[3] - model.origin[0]) + 20].map(
    (x) => Math.min(Math.max(x, 190), size.width - 30),
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

/** An elevation cuts nothing: its line stands in front of the model, in verdigris. */
function ElevationSign({ model, sight, frame, view, size }: Props) {
  const corners: Vec2[] = [
    [0, 1],
    [3, 1],
    [3, 4],
    [0, 4],
  ].map(([i, j]) => toKey(frame, [model.bounds[i!]!, model.bounds[j!]!]));
  const front = Math.min(...corners.map((c) => c[1]));
  const us = corners.map((c) => c[0]);
  const y = Math.min(toY(view.zoom, view.keyV, size, front) + 14, size.height - 14);
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

/** The other sections of the project: short graphite stubs at their ends; the one hovered in the Register shows whole. */
export function OtherSigns({
  sights,
  frame,
  view,
  size,
  hovered,
}: {
  readonly sights: readonly { readonly id: string; readonly sight: Sight }[];
  readonly frame: KeyFrame;
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly hovered: string | null;
}) {
  return (
    <g>
      {sights.map(({ id, sight }) => {
        const line = lineOf(sight);
        if (!line) return null;
        const [[ax, ay], [bx, by]] = line.map((p) => {
          const [u, v] = toKey(frame, p);
          return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
        }) as unknown as [Vec2, Vec2];
        const l = Math.hypot(bx - ax, by - ay) || 1;
        const [dx, dy] = [((bx - ax) / l) * 14, ((by - ay) / l) * 14];
        return (
          <g key={id} stroke="#565F63" strokeWidth={2.5}>
            {hovered === id && <path d={`M${ax} ${ay}L${bx} ${by}`} stroke="#A8324A" strokeWidth={1.2} strokeDasharray="12 3 2 3" />}
            <path d={`M${ax} ${ay}l${dx} ${dy}M${bx} ${by}l${-dx} ${-dy}`} />
            <text x={ax - dx} y={ay - dy + 4} textAnchor="middle" fontSize={11} fill="#565F63" stroke="none">
              {sight.number}
            </text>
          </g>
        );
      })}
    </g>
  );
}
