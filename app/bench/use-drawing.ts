import { useEffect, useRef, useState } from 'react';
import type { Region } from '../../core/cutting/regions';
import type { Sight } from '../../core/sights/sight';
import { database, type ModelInfo } from '../data/database';
import { fingerprint } from '../data/fingerprint';
import { painter } from '../workers/painter';
import { pool, quickCut, Stopped } from '../workers/pool';
import type { DrawnSight } from '../workers/drawn-sight';

export interface LiveDrawing {
  /** The last good drawing, and the key under which the painter has it; changes with each new drawing. */
  readonly drawn: DrawnSight | null;
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
  readonly model: string;
  readonly sight: Sight;
  readonly print: string;
}

/**
 * The drawing of a sight, followed live: what is kept and current is shown at once; else the cut outline comes quickly and the
 * exact drawing as soon as it is there, and the last good one stays until then. While one is drawn only the latest wish waits.
 */
export function useDrawing(row: string | null, info: ModelInfo, sight: Sight | null, lane: 'live' | 'back' = 'live'): LiveDrawing {
  const model = info.id;
  const [shown, setShown] = useState<{ row: string; print: string; drawn: DrawnSight; paintKey: string } | null>(null);
  const [quick, setQuick] = useState<readonly Region[] | null>(null);
  const [isWorking, setWorking] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  const wish = useRef<Wish | null>(null);
  const busy = useRef(false);
  const control = useRef<AbortController | null>(null);
  const last = useRef('');
  const shownPrint = useRef('');
  const cutting = useRef(false);
  // a count of wishes in memory shared with the worker, by which it knows that a drawing has been overtaken
  const [wishes] = useState(() => (globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null));
  // The sight is a new object with every render; its fingerprint says whether anything changed.
  const latest = useRef(sight);
  useEffect(() => {
    latest.current = sight;
  });
  const print = sight ? fingerprint(info, sight) : '';

  useEffect(() => {
    const sightNow = latest.current;
    if (!row || !sightNow || !print) {
      wish.current = null;
      return;
    }
    wish.current = { row, model, sight: sightNow, print };
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
          if (isShown && shownPrint.current === now.print) continue;
          // what is shown is what was kept last: it is fetched only for another sight
          const kept = isShown ? undefined : await database.drawings.get(now.row);
          if (kept) await show(now.row, kept.fingerprint, kept.drawn);
          if (kept?.fingerprint === now.print) continue;
          setWorking(true);
          const run = new AbortController();
          control.current = run;
          if (isShown) await rest();
          if (wish.current !== now) continue;
          const token = wishes && { count: wishes, wish: Atomics.load(wishes, 0) };
          const drawn = await pool[lane].run((engine) => engine.draw(now.model, now.sight, token), run.signal);
          await show(now.row, now.print, drawn);
          setQuick(null);
          void database.drawings.put({ id: now.row, fingerprint: now.print, drawn }).catch(() => undefined);
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
          const outline = await quickCut(now.model, now.sight);
          if (shownPrint.current !== wish.current?.print && wish.current?.row === now.row) setQuick(outline);
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

    async function show(rowShown: string, printShown: string, drawn: DrawnSight) {
      const paintKey = `${rowShown} ${printShown}`;
      await painter().put(paintKey, drawn);
      last.current = rowShown;
      shownPrint.current = printShown;
      setShown({ row: rowShown, print: printShown, drawn, paintKey });
    }
  }, [row, model, print, lane, attempt, wishes]);

  const own = shown && shown.row === row ? shown : null;
  return {
    drawn: own?.drawn ?? null,
    paintKey: own?.paintKey ?? null,
    quick: own ? quick : null,
    isCurrent: own?.print === print,
    isWorking,
    fault,
    stop: () => control.current?.abort(),
    retry: () => setAttempt((n) => n + 1),
  };
}
