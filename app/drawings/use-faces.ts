import { useEffect, useRef, useState } from 'react';
import type { Sun } from '../../core/surfaces/shadows';
import type { Sight } from '../../core/sights/sight';
import type { Standard } from '../../core/drafting/standard/standard';
import type { ModelInfo } from '../data/database';
import { painter } from '../workers/painter';
import { Stopped } from '../workers/stopped';

interface Setup {
  /** Under which the painter has the drawing, where it is what is wished; else null. */
  readonly paintKey: string | null;
  readonly model: ModelInfo;
  readonly sight: Sight | null;
  readonly standard: Standard | undefined;
  readonly look: string | undefined;
  /** Where the sun stands, for shadows. */
  readonly sun?: Sun | undefined;
  readonly scale: number;
}

export interface Faces {
  /** For which drawing the painter has them. */
  readonly of: string | null;
  readonly isComing: boolean;
  readonly fault: string | null;
}

const NONE: Faces = { of: null, isComing: false, fault: null };

/**
 * Sees to it that the painter has the faces that a drawing shows, where its look has patterns or tones on them: the engine looks at them
 * once for each drawing, and a change of look or scale asks for nothing that is there.
 */
export function useFaces({ paintKey, model, sight, standard, look, sun, scale }: Setup): Faces {
  const [faces, setFaces] = useState(NONE);
  const latest = useRef({ model, sight });
  useEffect(() => {
    latest.current = { model, sight };
  });
  const stamp = paintKey && `${paintKey} ${sun ? `${sun.azimuth} ${sun.height}` : ''}`;
  const there = useRef<string | null>(null);
  useEffect(() => {
    const own = latest.current.sight;
    // of the standard that comes along the first look wants none
    if (!paintKey || !own || there.current === stamp || (!look && !standard && !sun && !there.current)) return;
    const run = new AbortController();
    const wish = { paintKey, model: latest.current.model.id, sight: own, standard: standard ?? null, look, sun: sun ?? null, scale };
    void import('./bring-faces')
      .then(({ bringFaces }) => bringFaces(wish, run.signal, () => setFaces({ ...NONE, isComing: true })))
      .then(async (areThere) => {
        if (run.signal.aborted || (!areThere && !there.current)) return;
        // those that came with a sun would go on to show its shadows
        if (!areThere) await painter.ask((own) => own.dropFaces(paintKey));
        there.current = areThere ? stamp : null;
        setFaces({ ...NONE, of: there.current });
      })
      .catch((error: unknown) => {
        if (!run.signal.aborted) setFaces(error instanceof Stopped ? NONE : { ...NONE, fault: (error as Error).message });
      });
    return () => run.abort();
  }, [paintKey, standard, look, sun, stamp, scale]);
  return faces;
}
