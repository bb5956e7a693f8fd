import type { Vec2 } from '../../core/geometry/vec3';
import type { Snapper } from './snapper';
import { useWatched } from '../ui/watched';

/** One mark for every snap, and what it is in words; of several, which. */
export function SnapMark({ snapper, toPane }: { readonly snapper: Snapper; readonly toPane: (at: Vec2) => Vec2 }) {
  const { snaps, chosen } = useWatched(snapper);
  const snap = snaps[chosen];
  if (!snap) return null;
  const [x, y] = toPane(snap.at);
  return (
    <div
      data-testid="snap"
      className="pointer-events-none absolute z-10 h-0 w-0 whitespace-nowrap"
      style={{ transform: `translate(${x}px, ${y}px)` }}
    >
      <svg aria-hidden="true" className="absolute -top-[9px] -left-[9px]" width={18} height={18} fill="none" stroke="var(--color-pencil)">
        <circle cx={9} cy={9} r={4.5} strokeWidth={1.5} />
        <path d="M0 9H18M9 0V18" strokeWidth={0.8} />
      </svg>
      <span className="absolute top-2 left-3 bg-pencil px-1.5 text-[11.5px] leading-[17px] text-sheet">
        {snap.words}
        {snaps.length > 1 && `, ${chosen + 1} of ${snaps.length}`}
      </span>
    </div>
  );
}
