import { useEffect, useRef, useState } from 'react';
import * as Comlink from 'comlink';
import { landmarksOf, type Landmarks } from '../../core/annotation/landmarks';
import type { Region } from '../../core/cutting/cut-faces';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import { keptPrint } from '../data/drawings';
import { fingerprint, linesOf } from '../data/fingerprint';
import { painter } from '../workers/painter';
import { pool, quickCut } from '../workers/pool';
import { Stopped } from '../workers/stopped';
import type { DrawnHead } from '../data/drawn-sight';

export interface LiveDrawing {
  /** What is known of the last good drawing, and the key under which the painter has it; changes with each new drawing. */
  readonly drawn: DrawnHead | null;
  readonly paintKey: string | null;
  /** The cut faces alone while the exact drawing is on its way. */
  readonly quick: readonly Region[] | null;
  /** Whether what is shown is what the sight says. */
  readonly isCurrent: boolean;
  readonly isWorking: boolean;
  readonly fault: string | null;
  readonly stop: () => void;
  readonly retry: () => void;
}

/** Sights whose cut follows the hand. */
const CUTS: ReadonlySet<Sight['kind']> = new Set(['section', 'plan', 'ceiling plan']);
/** The exact drawing is begun when the hand has rested this long, milliseconds. */
const REST = 60;

interface Wish {
  readonly row: string;
  readonly model: ModelInfo;
  readonly sight: Sight;
  /** What is wished, cheap to tell apart; the fingerprint is made when it is needed. */
  readonly key: string;
}

/**
 * The drawing of a sight, followed live: what is kept and current is shown at once; else the cut outline comes quickly and the
 * exact drawing as soon as it is there, and the last good one stays until then. While one is drawn only the latest wish waits.
 */
export function useDrawing(row: string | null, model: ModelInfo, sight: Sight | null, lane: 'live' | 'back' = 'live'): LiveDrawing {
  const [shown, setShown] = useState<{ row: string; key: string; drawn: DrawnHead; paintKey: string } | null>(null);
  const [quick, setQuick] = useState<readonly Region[] | null>(null);
  const [isWorking, setWorking] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  const wish = useRef<Wish | null>(null);
  const busy = useRef(false);
  const control = useRef<AbortController | null>(null);
  const last = useRef('');
  const shownPrint = useRef('');
  const shownModel = useRef('');
  const shownKey = useRef('');
  const cutting = useRef(false);
  // what the painter has of this pane: it is let go with the pane
  const held = useRef<string | null>(null);
  const isGone = useRef(false);
  useEffect(() => {
    isGone.current = false;
    return () => {
      isGone.current = true;
      if (held.current) painter.release(held.current);
      held.current = null;
    };
  }, []);
  // a count of wishes in memory shared with the worker, by which it knows that a drawing has been overtaken
  const [wishes] = useState(() => (globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null));
  // The sight is a new object with every render; its key says whether anything changed.
  const latest = useRef({ sight, model });
  useEffect(() => {
    latest.current = { sight, model };
  });
  const key = sight ? `${model.id} ${linesOf(sight)}` : '';

  useEffect(() => {
    const { sight: sightNow, model: modelNow } = latest.current;
    if (!row || !sightNow || !key) {
      wish.current = null;
      return;
    }
    wish.current = { row, model: modelNow, sight: sightNow, key };
    if (wishes) Atomics.add(wishes, 0, 1);
    if (!busy.current) void follow();
    if (lane === 'live' && !cutting.current) void followCut();

    async function follow() {
      busy.current = true;
      let done: Wish | null = null;
      while (wish.current && wish.current !== done) {
        const now: Wish = wish.current;
        done = now;
        setFault(null);
        try {
          const isShown = last.current === now.row;
          const print = fingerprint(now.model, now.sight);
          if (isShown && shownPrint.current === print && held.current) {
            // another wish that is drawn just the same; another reading may have other storeys and grid lines
            if (shownModel.current === now.model.id) {
              shownKey.current = now.key;
              setShown((own) => own && { ...own, key: now.key });
              continue;
            }
            if (await show(now, print, true)) continue;
          } else if (!isShown) {
            // what is shown is what was kept last: it is fetched only for another sight
            const kept = await keptPrint(now.row);
            if (kept !== undefined && (await show(now, kept, kept === print)) && kept === print) continue;
          }
          setWorking(true);
          const run = new AbortController();
          control.current = run;
          if (isShown) await rest();
          if (wish.current !== now) continue;
          const token = wishes && { count: wishes, wish: Atomics.load(wishes, 0) };
          const { port1, port2 } = new MessageChannel();
          const coming = hold(now, print, port2);
          coming.catch(() => undefined);
          try {
            const keep = { row: now.row, print };
            await pool[lane].run(
              (engine) => engine.draw(now.model.id, now.sight, keep, Comlink.transfer(port1, [port1]), token),
              run.signal,
            );
          } catch (error) {
            // what does not come is not waited for
            painter.release(paintKeyOf(now, print));
            throw error;
          }
          const drawn = await coming;
          if (!drawn) {
            painter.release(paintKeyOf(now, print));
            throw new Error('The drawing was made, and lost on its way to the screen.');
          }
          put(now, print, drawn, true);
          setQuick(null);
        } catch (error) {
          if (error instanceof Stopped) wish.current = null;
          // a drawing that was overtaken is no fault: the next wish is on its way
          if (wish.current && wish.current !== now) continue;
          setQuick(null);
          setFault((error as Error).message);
        }
      }
      setWorking(false);
      busy.current = false;
    }

    /** The cut outline, as often as it can be had: always of the latest wish. */
    async function followCut() {
      cutting.current = true;
      let done: Wish | null = null;
      while (wish.current && wish.current !== done) {
        const now: Wish = wish.current;
        done = now;
        if (last.current !== now.row || !CUTS.has(now.sight.kind)) break;
        try {
          const outline = await quickCut(now.model.id, now.sight);
          if (shownKey.current !== wish.current?.key && wish.current?.row === now.row) setQuick(outline);
        } catch {
          // what is wrong is told by the exact drawing
          break;
        }
      }
      cutting.current = false;
    }

    /** A moment, in which another wish may come. */
    function rest(): Promise<void> {
      return new Promise((resolve) => setTimeout(resolve, REST));
    }

    /** Shows what is kept; false when it is not there. */
    async function show(of: Wish, print: string, isWhatIsWished: boolean): Promise<boolean> {
      const drawn = await hold(of, print);
      if (drawn) put(of, print, drawn, isWhatIsWished);
      else painter.release(paintKeyOf(of, print));
      return drawn !== null;
    }

    /** Has a drawing painted, which comes by a port or from where it is kept. Whoever asks for it lets it go if it does not come. */
    function hold(of: Wish, print: string, port?: MessagePort): Promise<DrawnHead | null> {
      const lost = () => {
        // it died with a painter, and is kept nowhere
        shownPrint.current = '';
        setAttempt((n) => n + 1);
      };
      return painter.hold(paintKeyOf(of, print), { row: of.row, print, landmarks: marksOf(of) }, lost, port);
    }

    function put(of: Wish, print: string, drawn: DrawnHead, isWhatIsWished: boolean): void {
      const paintKey = paintKeyOf(of, print);
      if (isGone.current) return painter.release(paintKey);
      if (held.current) painter.release(held.current);
      held.current = paintKey;
      last.current = of.row;
      shownModel.current = of.model.id;
      shownPrint.current = print;
      shownKey.current = isWhatIsWished ? of.key : '';
      setShown({ row: of.row, key: shownKey.current, drawn, paintKey });
    }
  }, [row, key, lane, attempt, wishes]);

  const own = shown && shown.row === row ? shown : null;
  return {
    drawn: own?.drawn ?? null,
    paintKey: own?.paintKey ?? null,
    quick: own ? quick : null,
    isCurrent: own?.key === key,
    isWorking,
    fault,
    stop: () => control.current?.abort(),
    retry: () => setAttempt((n) => n + 1),
  };
}

const paintKeyOf = ({ row, model }: Wish, print: string): string => `${row} ${print} ${model.id}`;

/** The storeys and grid lines of the model as it is now: what is kept was drawn with those of another reading, perhaps. */
function marksOf({ model, sight }: Wish): Landmarks {
  try {
    return landmarksOf(model, sight);
  } catch {
    // its storey is gone: that is told where the sight is drawn
    return { levels: [], axes: [] };
  }
}
