import type { Vec2 } from '../../core/geometry/vec3';
import type { Snapper } from './snapper';
import { useWatched } from '../ui/watched';

/** One mark for every snap, and what it is in words; of several, which. */
export function SnapMark({
  snapper,
  mark = null,
  toPane,
}: {
  readonly snapper: Snapper;
  /** The first of two places between which one is meant. */
  readonly mark?: Vec2 | null;
  readonly toPane: (at: Vec2) => Vec2;
}) {
  const { snaps, chosen } = useWatched(snapper);
  const snap = snaps[chosen];
  if (mark && !snap) return <HalfMark at={toPane(mark)} />;
  if (!snap) return null;
  const [x, y] = toPane(snap.at);
  return (
    <>
      {mark && <HalfMark at={toPane(mark)} />}
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
    </>
  );
}

/** Where the first of two places is, between which one is meant. */
function HalfMark({ at: [x, y] }: { readonly at: Vec2 }) {
  return (
    <div data-testid="half" className="pointer-events-none absolute z-10 h-0 w-0" style={{ transform: `translate(${x}px, ${y}px)` }}>
      <i className="absolute -top-1 -left-1 block h-2 w-2 rotate-45 border border-pencil bg-sheet" />
      <span className="absolute -top-5 left-2 bg-pencil px-1.5 text-[11.5px] leading-[17px] whitespace-nowrap text-sheet">
        halfway to: H
      </span>
    </div>
  );
}
