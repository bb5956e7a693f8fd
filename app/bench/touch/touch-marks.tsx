import { useHotkeys } from 'react-hotkeys-hook';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import { arcPoints } from '../../../core/geometry/arcs/arc';
import type { Shape } from '../../../core/touch-ups/shape';
import { useWatched } from '../../ui/watched';
import type { TouchWork } from './touch-work';
import { useTouched } from './use-touched';

interface Props {
  readonly work: TouchWork;
  readonly paintKey: string | null;
  readonly touchUps: readonly TouchUp[];
  readonly toPane: (at: Vec2) => Vec2;
  readonly zoom: number;
  readonly onEnd: () => void;
}

/** What the hand has so far, in pencil; what is hidden as a faint dotted line, what was added with a dot at each end. Nothing of it gets into a file. */
export default function TouchMarks({ work, paintKey, touchUps, toPane, zoom, onEnd }: Props) {
  const { chosen, points, aim, profile, mode } = useWatched(work);
  useHotkeys('enter', () => work.finish(zoom), { preventDefault: true });
  useHotkeys('backspace', () => void work.back(), { preventDefault: true });
  useHotkeys('delete', (e) => (e.preventDefault(), work.hide()));
  // what is open above it is closed by the key first
  useHotkeys('esc', (e) => void (e.defaultPrevented || work.back() || onEnd()));
  const path = (flat: readonly number[], close = false) => {
    let d = '';
    for (let i = 0; i < flat.length; i += 2) {
      const [x, y] = toPane([flat[i]!, flat[i + 1]!]);
      d += `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
    }
    return close ? `${d}Z` : d;
  };
  // where it lies by now: its element may have moved
  const { placed } = useTouched(paintKey, touchUps);
  const way = ({ path: own, arc }: Shape) => path(arc ? [...arcPoints(arc, 0.3 / zoom)] : own);
  const own = aim && mode !== 'offset' && !(mode === 'arc' && points.length === 2) ? [...points, aim] : points;
  const radius = mode === 'circle' && own.length === 2 ? Math.hypot(own[1]![0] - own[0]![0], own[1]![1] - own[0]![1]) * zoom : null;
  return (
    <svg aria-hidden="true" data-testid="touch-marks" className="pointer-events-none absolute inset-0 h-full w-full" fill="none">
      {placed.map((t) =>
        t.kind === 'hide' ? (
          <path key={t.id} d={way(t.on)} stroke="var(--color-pencil-line)" strokeWidth={1} strokeDasharray="1 4" />
        ) : t.kind === 'line' ? (
          [t.points.slice(0, 2), t.points.slice(-2)].map((end, k) => {
            const [x, y] = toPane(end as unknown as Vec2);
            return <circle key={`${t.id} ${k}`} cx={x} cy={y} r={2.2} fill="var(--color-pencil)" />;
          })
        ) : null,
      )}
      {chosen.map((line) => (
        <path
          key={line.points.join()}
          data-testid="chosen-line"
          d={path(line.points)}
          stroke="var(--color-pencil)"
          strokeWidth={5}
          strokeOpacity={0.45}
          strokeLinecap="round"
        />
      ))}
      {profile && (
        <path
          data-testid="profile"
          d={profile.face.map((ring) => path([...ring], true)).join('')}
          fill="var(--color-pencil)"
          fillOpacity={0.18}
          fillRule="evenodd"
          stroke="var(--color-pencil)"
          strokeWidth={1.6}
        />
      )}
      {work.preview().map((shape, k) => (
        <path key={k} data-testid="touch-preview" d={way(shape)} stroke="var(--color-pencil)" strokeWidth={1.4} strokeDasharray="5 3" />
      ))}
      {own.length > 0 && <path d={path(own.flat())} stroke="var(--color-pencil)" strokeWidth={1.4} />}
      {radius !== null && (
        <circle cx={toPane(own[0]!)[0]} cy={toPane(own[0]!)[1]} r={radius} stroke="var(--color-pencil)" strokeWidth={1.4} />
      )}
    </svg>
  );
}
