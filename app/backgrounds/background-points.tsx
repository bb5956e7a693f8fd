import type { Vec2 } from '../../core/geometry/vec3';
import type { ViewMatrix } from '../workers/paint';
import { toPlace } from './background';
import type { Handling } from './use-backgrounds';

/** The points of an image that have been picked, and the line between two. */
export default function BackgroundPoints({ handling, matrix }: { readonly handling: Handling | null; readonly matrix: ViewMatrix }) {
  if (handling?.kind !== 'points') return null;
  const marks = handling.points
    .map((p) => toPlace(handling.background, p))
    .map(([u, v]): Vec2 => [matrix[0] * u + matrix[2] * v + matrix[4], matrix[1] * u + matrix[3] * v + matrix[5]]);
  return (
    <svg aria-hidden="true" data-testid="background-points" className="pointer-events-none absolute inset-0 h-full w-full">
      {marks.length === 2 && (
        <path d={`M${marks[0]!.join(' ')}L${marks[1]!.join(' ')}`} stroke="var(--color-pencil)" strokeWidth={1.5} strokeDasharray="6 4" />
      )}
      {marks.map(([x, y], k) => (
        <g key={k} stroke="var(--color-pencil)" fill="none" strokeWidth={1.5}>
          <circle cx={x} cy={y} r={6} fill="var(--color-sheet)" fillOpacity={0.6} />
          <path d={`M${x - 10} ${y}h20M${x} ${y - 10}v20`} />
        </g>
      ))}
    </svg>
  );
}
