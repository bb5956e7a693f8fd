import { useEffect, useRef, useState } from 'react';
import type { Sight } from '../../core/sights/sight';
import { database } from '../data/database';
import { fingerprint } from '../data/fingerprint';
import { painter } from '../workers/painter';
import { pool, Stopped } from '../workers/pool';
import type { DrawnSight } from '../workers/drawn-sight';

export interface LiveDrawing {
  /** The last good drawing, and the key under which the painter has it; changes with each new drawing. */
  readonly drawn: DrawnSight | null;
  readonly paintKey: string | null;
  /** The quick cut outline while the exact drawing is on its way. */
  readonly quick: DrawnSight | null;
  /** Whether what is shown is what the sight says. */
  readonly isCurrent: boolean;
  readonly isWorking: boolean;
  readonly fault: string | null;
  readonly stop: () => void;
  readonly retry: () => void;
}

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
export function useDrawing(row: string | null, model: string, sight: Sight | null, lane: 'live' | 'back' = 'live'): LiveDrawing {
  const [shown, setShown] = useState<{ row: string; print: string; drawn: DrawnSight; paintKey: string } | null>(null);
  const [quick, setQuick] = useState<DrawnSight | null>(null);
  const [isWorking, setWorking] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [attempt, setAttempt] = useState(0);
  const wish = useRef<Wish | null>(null);
  const busy = useRef(false);
  const control = useRef<AbortController | null>(null);
  const last = useRef('');
  // The sight is a new object with every render; its fingerprint says whether anything changed.
  const latest = useRef(sight);
  useEffect(() => {
    latest.current = sight;
  });
  const print = sight ? fingerprint(model, sight) : '';

  useEffect(() => {
    const sightNow = latest.current;
    if (!row || !sightNow || !print) {
      wish.current = null;
      return;
    }
    wish.current = { row, model, sight: sightNow, print };
    if (!busy.current) void follow();

    async function follow() {
      busy.current = true;
      let done: Wish | null = null;
      while (wish.current && wish.current !== done) {
        const now: Wish = wish.current;
        done = now;
        setFault(null);
        try {
          const kept = await database.drawings.get(now.row);
          const isCurrent = kept?.fingerprint === now.print;
          if (kept && (isCurrent || last.current !== now.row)) await show(now.row, kept.fingerprint, kept.drawn);
          if (isCurrent) continue;
          setWorking(true);
          const run = new AbortController();
          control.current = run;
          if (wish.current === now && last.current === now.row && now.sight.kind !== 'elevation' && now.sight.kind !== 'axonometric') {
            const outline = await pool[lane].run((engine) => engine.draw(now.model, now.sight, true), run.signal);
            if (wish.current === now) setQuick(outline);
          }
          if (wish.current !== now) continue;
          const drawn = await pool[lane].run((engine) => engine.draw(now.model, now.sight, false), run.signal);
          await show(now.row, now.print, drawn);
          setQuick(null);
          void database.drawings.put({ id: now.row, fingerprint: now.print, drawn }).catch(() => undefined);
        } catch (error) {
          setQuick(null);
          if (error instanceof Stopped) wish.current = null;
          setFault((error as Error).message);
        }
      }
      setWorking(false);
      busy.current = false;
    }

    async function show(rowShown: string, printShown: string, drawn: DrawnSight) {
      const paintKey = `${rowShown} ${printShown}`;
      await painter().put(paintKey, drawn);
      last.current = rowShown;
      setShown({ row: rowShown, print: printShown, drawn, paintKey });
    }
  }, [row, model, print, lane, attempt]);

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
