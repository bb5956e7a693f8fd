import type { Vec2, Vec3 } from '../../../core/geometry/vec3';
import { useWatched } from '../../ui/watched';
import type { Tilting } from './tilt-tool';

interface Props {
  readonly tilting: Tilting;
  /** Pixels of a pane where a point in space is shown. */
  readonly toPane: (point: Vec3) => Vec2;
}

/** The axis about which a sight is turned, as far as it is placed. */
export default function TiltAxis({ tilting, toPane }: Props) {
  const { points } = useWatched(tilting);
  const at = points.map(toPane);
  if (!at.length) return null;
  const [[x0, y0], end] = [at[0]!, at[1]];
  const [dx, dy] = end ? [end[0] - x0, end[1] - y0] : [0, 0];
  // as far as the pane reaches
  const far = 4000 / Math.max(1, Math.hypot(dx, dy));
  return (
    <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full" stroke="var(--color-pencil)" fill="none">
      {at.map(([x, y], k) => (
        <circle key={k} cx={x} cy={y} r={5} strokeWidth={1.5} />
      ))}
      {end && <path d={`M${x0 - dx * far} ${y0 - dy * far}L${x0 + dx * far} ${y0 + dy * far}`} strokeDasharray="14 3 2 3" />}
    </svg>
  );
}
