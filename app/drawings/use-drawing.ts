import { useEffect, useRef, useState } from 'react';
import { landmarksOf } from '../../core/annotation/landmarks';
import type { Region } from '../../core/cutting/cut-faces';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import { keepDrawing, keptDrawing } from '../data/drawings';
import { fingerprint, linesOf } from '../data/fingerprint';
import { painter } from '../workers/painter';
import { pool, quickCut } from '../workers/pool';
import { Stopped } from '../workers/stopped';
import type { DrawnSight } from '../data/drawn-sight';

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
  const [shown, setShown] = useState<{ row: string; key: string; drawn: DrawnSight; paintKey: string } | null>(null);
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
  const current = useRef<DrawnSight | null>(null);
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
          if (isShown && shownPrint.current === print && current.current) {
            // another wish that is drawn just the same; another reading may have other storeys and grid lines
            if (shownModel.current !== now.model.id) {
              await show(now, print, current.current, true);
              continue;
            }
            shownKey.current = now.key;
            setShown((own) => own && { ...own, key: now.key });
            continue;
          }
          // what is shown is what was kept last: it is fetched only for another sight
          const kept = isShown ? undefined : await keptDrawing(now.row);
          if (kept) await show(now, kept.print, kept.drawn, kept.print === print);
          if (kept?.print === print) continue;
          setWorking(true);
          const run = new AbortController();
          control.current = run;
          if (isShown) await rest();
          if (wish.current !== now) continue;
          const token = wishes && { count: wishes, wish: Atomics.load(wishes, 0) };
          const drawn = await pool[lane].run((engine) => engine.draw(now.model.id, now.sight, token), run.signal);
          await show(now, print, drawn, true);
          setQuick(null);
          void keepDrawing(now.row, print, drawn);
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

    async function show(
      { row: rowShown, key: wished, model: modelShown, sight: sightShown }: Wish,
      printShown: string,
      kept: DrawnSight,
      isWhatIsWished: boolean,
    ) {
      const paintKey = `${rowShown} ${printShown} ${modelShown.id}`;
      const drawn = withLandmarks(kept, modelShown, sightShown);
      await painter.hold(paintKey, drawn);
      if (isGone.current) return painter.release(paintKey);
      if (held.current) painter.release(held.current);
      held.current = paintKey;
      last.current = rowShown;
      current.current = drawn;
      shownModel.current = modelShown.id;
      shownPrint.current = printShown;
      shownKey.current = isWhatIsWished ? wished : '';
      setShown({ row: rowShown, key: shownKey.current, drawn, paintKey });
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

/** A drawing with the storeys and grid lines of the model as it is now: what is kept was drawn with those of another reading, perhaps. */
function withLandmarks(drawn: DrawnSight, model: ModelInfo, sight: Sight): DrawnSight {
  try {
    return { ...drawn, landmarks: landmarksOf(model, sight) };
  } catch {
    // its storey is gone: that is told where the sight is drawn
    return drawn;
  }
}
