import { useRef } from 'react';
import type { ModelInfo } from '../../data/database';
import { painter } from '../../workers/painter';
import type { PointerStore } from './pointer-store';

/** How near a line must be to be pointed at, CSS pixels. */
const REACH = 7;

/** Asks the painter what lies under a point of a drawing, the latest question only, and puts the answer where the plumb finds it. */
export function useHit(model: ModelInfo, store: PointerStore) {
  const waiting = useRef<{ key: string; u: number; v: number; zoom: number } | null>(null);
  const busy = useRef(false);
  const ask = async () => {
    if (busy.current) return;
    busy.current = true;
    while (waiting.current) {
      const { key, u, v, zoom } = waiting.current;
      waiting.current = null;
      // a painter that is gone names nothing; the pane tells of it
      const hit = await painter.ask((own) => own.hit(key, u, v, REACH / zoom)).catch(() => null);
      if (store.get().planted) continue;
      const at = hit ? model.elements.findIndex((e) => e.id === hit.element) : -1;
      const element = model.elements[at];
      const material = model.materials[model.elementMaterial[at]!];
      store.set({ hit: hit && element ? { ...hit, words: [element.name || element.class, material].filter(Boolean).join(', ') } : null });
    }
    busy.current = false;
  };
  return (key: string | null, u: number, v: number, zoom: number) => {
    if (!key) return;
    waiting.current = { key, u, v, zoom };
    void ask();
  };
}
