import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import { painter } from '../workers/painter';
import { pool } from '../workers/pool';
import { Stopped } from '../workers/stopped';

interface Setup {
  /** Under which the painter has the drawing, where it is what is wished; else null. */
  readonly paintKey: string | null;
  readonly model: ModelInfo;
  readonly sight: Sight | null;
  readonly look: string | undefined;
  readonly scale: number;
}

export interface Faces {
  /** For which drawing the painter has them. */
  readonly of: string | null;
  readonly isComing: boolean;
  readonly fault: string | null;
}

/**
 * Sees to it that the painter has the faces that a drawing shows, where its look has patterns or tones on them: the engine looks at them
 * once for each drawing, and a change of look or scale asks for nothing that is there.
 */
export function useFaces({ paintKey, model, sight, look, scale }: Setup): Faces {
  const [faces, setFaces] = useState<Faces>({ of: null, isComing: false, fault: null });
  const latest = useRef({ model, sight });
  useEffect(() => {
    latest.current = { model, sight };
  });
  const there = useRef<string | null>(null);
  useEffect(() => {
    if (!paintKey || !look || there.current === paintKey) return;
    const run = new AbortController();
    const bring = async () => {
      const [{ SHIPPED }, { inLook }, { wantsFaces }] = await Promise.all([
        import('../../core/drafting/shipped-standard'),
        import('../../core/drafting/standard'),
        import('../../core/drafting/wants-faces'),
      ]);
      const own = latest.current;
      if (!own.sight || !wantsFaces(inLook(SHIPPED, look) ?? SHIPPED, scale) || run.signal.aborted) return;
      setFaces({ of: null, isComing: true, fault: null });
      const { port1, port2 } = new MessageChannel();
      const coming = painter.ask((remote) => remote.takeFaces(paintKey, Comlink.transfer(port2, [port2])));
      coming.catch(() => undefined);
      await pool.back.run((engine) => engine.faces(own.model.id, own.sight!, Comlink.transfer(port1, [port1])), run.signal);
      await coming;
      if (run.signal.aborted) return;
      there.current = paintKey;
      setFaces({ of: paintKey, isComing: false, fault: null });
    };
    bring().catch((error: unknown) => {
      if (!run.signal.aborted) setFaces({ of: null, isComing: false, fault: error instanceof Stopped ? null : (error as Error).message });
    });
    return () => run.abort();
  }, [paintKey, look, scale]);
  return faces;
}
