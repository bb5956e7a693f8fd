import { useEffect, useLayoutEffect, useRef } from 'react';
import { painter } from '../workers/painter';
import type { LayerStates } from '../../core/drafting/layer-states';
import { useWatched } from '../ui/watched';
import type { Late } from '../workers/paint.worker';
import type { Marked, PaintView, ViewMatrix } from '../workers/paint';
import { compose, inverse, type PaneSize } from './view';

interface Props {
  readonly paintKey: string | null;
  /** Drawing metres to CSS pixels. */
  readonly matrix: ViewMatrix;
  readonly size: PaneSize;
  readonly scale: number;
  /** Whose levels, grid lines and title are put on it; null for its lines alone. */
  readonly sight: Late | null;
  readonly wash: string | null;
  /** Name of the look, and what else of the drawing the painter has been given for it. */
  readonly look?: string | undefined;
  readonly stamp?: string | null | undefined;
  readonly marked?: Marked | null | undefined;
  /** Which layers are off. */
  readonly layers?: LayerStates | undefined;
  readonly label: string;
  /** How faint, 0 to 1; the Key stands back behind the Drawing. */
  readonly strength?: number;
  /** Whether it is painted when no other picture is on its way: the painter has one hand, and the eye is on the Drawing. */
  readonly isSecond?: boolean;
  /** Told when the painter cannot paint it, and null when it can. */
  readonly onFault?: (words: string | null) => void;
}

/** What a picture hangs on. */
type Wanted = Pick<Props, 'paintKey' | 'matrix' | 'size' | 'scale' | 'sight' | 'wash' | 'look' | 'layers' | 'stamp' | 'marked'> & {
  readonly drafted: string;
};
const isSame = (a: Wanted, b: Wanted | null): boolean =>
  b !== null &&
  a.paintKey === b.paintKey &&
  a.matrix === b.matrix &&
  a.size === b.size &&
  a.scale === b.scale &&
  isSameLate(a.sight, b.sight) &&
  a.wash === b.wash &&
  a.look === b.look &&
  a.layers === b.layers &&
  a.stamp === b.stamp &&
  a.marked === b.marked &&
  a.drafted === b.drafted;

/** What has been kept comes back as another object that says the same. */
const isSameLate = (a: Late | null, b: Late | null): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

interface Painted {
  readonly bitmap: ImageBitmap;
  readonly matrix: ViewMatrix;
  readonly key: string;
}

/** Pictures on their way that others wait for. */
const first = new Set<Promise<unknown>>();
/** Lets those go first that are asked for at the same time, or were before; once, so that no hand that moves them keeps a picture from coming. */
async function others(): Promise<void> {
  await Promise.resolve();
  await Promise.allSettled(first);
}

/** Room painted beyond each edge, as a share of the pane, so that a pan shows no bare paper before the next picture comes. */
const BEYOND = 0.25;

/**
 * A drawing on a canvas. While the view moves, the last picture is laid down anew where it belongs, which costs nothing; the
 * painter follows with an exact one, always the latest view only.
 */
export function PaneCanvas({
  paintKey,
  matrix,
  size,
  scale,
  sight,
  wash,
  look,
  layers,
  stamp,
  marked,
  label,
  strength = 1,
  isSecond = false,
  onFault,
}: Props) {
  const { key: drafted } = useWatched(painter.drafted);
  const canvas = useRef<HTMLCanvasElement>(null);
  const painted = useRef<Painted | null>(null);
  const latest = useRef({ paintKey, matrix, size, scale, sight, wash, look, layers, stamp, marked, drafted, onFault });
  const busy = useRef(false);
  /** What the last picture was asked for: what changes nothing in it is not painted anew. */
  const asPainted = useRef<Wanted | null>(null);

  const lay = () => {
    const target = canvas.current;
    const p = painted.current;
    const ctx = target?.getContext('2d');
    if (!target || !ctx) return;
    const ratio = window.devicePixelRatio || 1;
    const { size: s, matrix: m } = latest.current;
    const w = Math.round(s.width * ratio),
      h = Math.round(s.height * ratio);
    if (target.width !== w || target.height !== h) {
      target.width = w;
      target.height = h;
    }
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, w, h);
    if (!p) return;
    // picture pixels -> drawing -> pixels now
    ctx.setTransform(...compose(m.map((n) => n * ratio) as unknown as ViewMatrix, inverse(p.matrix)));
    ctx.drawImage(p.bitmap, 0, 0);
  };

  const follow = async () => {
    if (busy.current) return;
    busy.current = true;
    for (;;) {
      if (isSecond) await others();
      const want = latest.current;
      if (!want.paintKey || want.size.width < 1 || isSame(want, asPainted.current)) break;
      const ratio = window.devicePixelRatio || 1;
      const padX = Math.round(want.size.width * BEYOND),
        padY = Math.round(want.size.height * BEYOND);
      const m = want.matrix;
      const shifted = [m[0] * ratio, m[1] * ratio, m[2] * ratio, m[3] * ratio, (m[4] + padX) * ratio, (m[5] + padY) * ratio] as const;
      const zoom = Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));
      const { paintKey: key, sight: late } = want;
      const seen: PaintView = {
        matrix: shifted,
        pixelsPerMm: ((zoom * want.scale) / 1000) * ratio,
        scale: want.scale,
        width: Math.round((want.size.width + 2 * padX) * ratio),
        height: Math.round((want.size.height + 2 * padY) * ratio),
        wash: want.wash,
        ...(want.look && { look: want.look }),
        ...(want.layers && { layers: want.layers }),
        ...(want.marked && { marked: want.marked }),
      };
      let bitmap: ImageBitmap | null;
      try {
        const coming = painter.ask((own) => own.paint(key, late, seen));
        if (!isSecond) {
          first.add(coming);
          coming.finally(() => first.delete(coming)).catch(() => undefined);
        }
        bitmap = await coming;
        latest.current.onFault?.(null);
      } catch (error) {
        latest.current.onFault?.((error as Error).message);
        break;
      }
      if (bitmap) {
        asPainted.current = want;
        painted.current?.bitmap.close();
        painted.current = { bitmap, matrix: shifted, key };
        lay();
        // which picture it is: of which drawing, at which scale
        canvas.current?.setAttribute(
          'data-painted',
          `${key} 1:${want.scale}${want.look ? ` ${want.look}` : ''}${want.stamp ? ', faces' : ''}`,
        );
      }
      if (latest.current === want) break;
    }
    busy.current = false;
  };

  useLayoutEffect(() => {
    latest.current = { paintKey, matrix, size, scale, sight, wash, look, layers, stamp, marked, drafted, onFault };
    if (!paintKey && painted.current) {
      painted.current.bitmap.close();
      painted.current = asPainted.current = null;
    }
    // what takes longest is asked for first
    void follow();
    lay();
  });
  useEffect(() => () => painted.current?.bitmap.close(), []);

  return <canvas ref={canvas} role="img" aria-label={label} className="absolute inset-0 h-full w-full" style={{ opacity: strength }} />;
}
