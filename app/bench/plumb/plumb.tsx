import { useEffect, useState } from 'react';
import { level } from '../../figures/format';
import { painter } from '../../workers/painter';
import type { ViewMatrix } from '../../workers/paint';
import { useWatched } from '../../ui/watched';
import type { PointerStore } from './pointer-store';
import { toU, toV, toX, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly store: PointerStore;
  readonly view: BenchView;
  readonly drawing: PaneSize;
  /** The Key, where it stands; null where it shows what the plumb does not join. */
  readonly keyPane: PaneSize | null;
  readonly isAside: boolean;
  readonly keyIsElevation: boolean;
  readonly drawingIsUpright: boolean;
  /** Height of the drawing's zero in the source. */
  readonly zero: number;
  readonly grid: readonly { readonly tag: string; readonly u: number }[];
  /** Whether the sight's plane cuts. */
  readonly cuts: boolean;
}

/** Between the Drawing and a Key at its side, pixels. */
export const ASIDE_EDGE = 7;

/** The plumb: a pencil line through both panes under the pointer, with its readings and the flag that names what is pointed at. */
export function Plumb({ store, view, drawing, keyPane, isAside, keyIsElevation, drawingIsUpright, zero, grid, cuts }: Props) {
  const { pane, x, y, hit } = useWatched(store);
  if (!pane) return null;
  // at the side of the Drawing the Key has a middle, and a width, of its own
  const u = toU(view, pane === 'key' && keyPane ? keyPane : drawing, x);
  const px = Math.round(Math.min(Math.max(toX(view, drawing, u), 0), drawing.width));
  const nearest = [...grid].sort((a, b) => Math.abs(a.u - u) - Math.abs(b.u - u))[0];
  const off = nearest ? Math.round((u - nearest.u) * 1000) : 0;
  const gridWords = nearest ? `${nearest.tag}${off < 0 ? '−' : '+'}${Math.abs(off)}` : '';
  const top = 32,
    edge = 26;
  const height =
    pane === 'drawing' && drawingIsUpright
      ? toV(view.zoom, view.v, drawing, y) + zero
      : pane === 'key' && keyIsElevation
        ? toV(view.zoom, view.keyV, keyPane ?? drawing, y)
        : null;
  const flagLeft = px > drawing.width - 230;
  // The reading hangs on the side where it covers fewer grid tags.
  const covers = (from: number, to: number) => grid.filter((g) => toX(view, drawing, g.u) > from && toX(view, drawing, g.u) < to).length;
  const readingLeft = px > drawing.width - 150 || (px > 300 && covers(px + 14, px + 130) > covers(px - 130, px - 14));
  const nearTag = nearest && Math.abs(toX(view, drawing, nearest.u) - px) < 24;
  const inKey = pane === 'key' && keyPane !== null;
  const keyX = keyPane && isAside ? Math.round(toX(view, keyPane, u)) + drawing.width + ASIDE_EDGE : px;
  const handX = inKey ? keyX : px;
  const paneTop = inKey && !isAside ? top + drawing.height + edge : top;
  const isJoined = keyPane !== null && !isAside;
  return (
    <div aria-hidden="true" className="pointer-events-none absolute inset-0 overflow-hidden">
      <div
        className="absolute w-px bg-pencil"
        style={{ left: px, top, ...(isJoined ? { bottom: 0 } : { height: drawing.height + edge }) }}
      />
      {keyPane && isAside && keyX > drawing.width && <div className="absolute w-px bg-pencil" style={{ left: keyX, top, bottom: 0 }} />}
      <div className="absolute rounded-full border border-pencil" style={{ left: handX - 4, top: paneTop + y - 4, width: 9, height: 9 }} />
      <div
        className="absolute bg-pencil px-2 font-semibold text-sheet"
        style={{
          left: readingLeft ? undefined : px + (nearTag ? 16 : 4),
          right: readingLeft ? drawing.width - px + (nearTag ? 16 : 4) : undefined,
          top: top + drawing.height + 3,
          height: 20,
          lineHeight: '20px',
        }}
      >
        {u.toFixed(3).replace('-', '−')}
        {gridWords && <span className="ml-2">{gridWords}</span>}
      </div>
      {height !== null && (
        <div
          className="absolute bg-pencil px-1.5 text-[11.5px] font-semibold text-sheet"
          style={{ left: handX - 10, top: paneTop + y - 9, transform: 'translateX(-100%)' }}
        >
          {level(height)}
        </div>
      )}
      {hit && (
        <div
          className="flag absolute"
          style={{ top: top + 8, left: flagLeft ? undefined : px + 6, right: flagLeft ? drawing.width - px + 6 : undefined }}
        >
          <b className="font-semibold">{hit.words}</b>
          <div className="text-[12px] text-graphite">
            {hit.isCut ? 'cut at this sight' : cuts ? 'seen beyond the cut' : 'seen'}, layer {hit.layer}
          </div>
        </div>
      )}
    </div>
  );
}

/** The element under the pointer, washed in pencil in one pane. */
export function Wash({
  store,
  paintKey,
  matrix,
}: {
  readonly store: PointerStore;
  readonly paintKey: string | null;
  readonly matrix: ViewMatrix;
}) {
  const { hit } = useWatched(store);
  const element = hit?.element ?? null;
  const [found, setFound] = useState<{ key: string; faces: string; lines: string } | null>(null);
  useEffect(() => {
    if (element === null || !paintKey) return;
    let live = true;
    void painter
      .ask((own) => own.outlines(paintKey, element))
      .catch(() => ({ faces: [], lines: [] }))
      .then(({ faces, lines }) => {
        const path = (flat: Float64Array, close: boolean) => {
          let d = '';
          for (let i = 0; i < flat.length; i += 2) d += `${i ? 'L' : 'M'}${flat[i]} ${flat[i + 1]}`;
          return close ? `${d}Z` : d;
        };
        if (live)
          setFound({
            key: `${paintKey} ${element}`,
            faces: faces.map((f) => path(f, true)).join(''),
            lines: lines.map((l) => path(l, false)).join(''),
          });
      });
    return () => {
      live = false;
    };
  }, [element, paintKey]);
  if (!found || element === null || found.key !== `${paintKey} ${element}`) return null;
  return (
    <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
      <g transform={`matrix(${matrix.join(' ')})`}>
        <path d={found.faces} fill="var(--color-pencil-line)" fillOpacity={0.45} fillRule="evenodd" />
        <path d={found.lines} fill="none" stroke="var(--color-pencil)" strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      </g>
    </svg>
  );
}
