import { lazy, Suspense } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';
import { toKey, type KeyFrame } from '../sight-geometry';
import { EyeSign } from './eye-sign';
import { JoggedSign } from './jogged-sign';
import { ElevationSign, PlanSign } from './level-signs';
import { SectionSign } from './section-sign';
import type { SignProps } from './sign';

const FramedSign = lazy(() => import('./framed-sign'));

/** The signs of the selected sight in the Key: the cut in madder, the look in verdigris. What can be dragged has a grip of 12 px or more. */
export function KeySigns(props: SignProps) {
  return props.sight.kind === 'plan' ? (
    <PlanSign {...props} />
  ) : props.sight.kind === 'section' && props.sight.frame ? (
    <Suspense>
      <FramedSign {...props} />
    </Suspense>
  ) : props.sight.kind === 'section' && (props.sight.path?.length ?? 0) > 2 ? (
    <JoggedSign {...props} />
  ) : props.sight.kind === 'section' ? (
    <SectionSign {...props} />
  ) : props.sight.kind === 'elevation' ? (
    <ElevationSign {...props} />
  ) : props.sight.kind === 'perspective' ? (
    <EyeSign {...props} />
  ) : null;
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
        const line = endsOf(sight);
        if (!line) return null;
        const [[ax, ay], [bx, by]] = line.map((p) => {
          const [u, v] = toKey(frame, p);
          return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
        }) as unknown as [Vec2, Vec2];
        const l = Math.hypot(bx - ax, by - ay) || 1;
        const [dx, dy] = [((bx - ax) / l) * 14, ((by - ay) / l) * 14];
        return (
          <g key={id} stroke="var(--color-graphite)" strokeWidth={2.5}>
            {hovered === id && (
              <path d={`M${ax} ${ay}L${bx} ${by}`} stroke="var(--color-madder)" strokeWidth={1.2} strokeDasharray="12 3 2 3" />
            )}
            <path d={`M${ax} ${ay}l${dx} ${dy}M${bx} ${by}l${-dx} ${-dy}`} />
            <text x={ax - dx} y={ay - dy + 4} textAnchor="middle" fontSize={11} fill="var(--color-graphite)" stroke="none">
              {sight.number}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The ends of the line on which a section stands in plan, or an elevation of a room; null of what has none. */
function endsOf({ kind, path, frame, limits }: Sight): readonly [Vec2, Vec2] | null {
  if (kind === 'section' && path) return [path[0]!, path.at(-1)!];
  const isUpright = frame && Math.abs(frame.look[2]) < 1e-9;
  if (!isUpright || typeof limits?.left !== 'number' || typeof limits.right !== 'number') return null;
  const [x, y] = frame.look;
  const l = Math.hypot(x, y);
  const at = (u: number): Vec2 => [frame.origin[0] + (y / l) * u, frame.origin[1] - (x / l) * u];
  return [at(limits.left), at(limits.right)];
}
