import * as Comlink from 'comlink';
import type { Painter } from './paint.worker';

let remote: Comlink.Remote<Painter> | null = null;

/** The painter: one worker that paints all panes. Starts when first asked. */
export function painter(): Comlink.Remote<Painter> {
  remote ??= Comlink.wrap<Painter>(new Worker(new URL('./paint.worker.ts', import.meta.url), { type: 'module', name: 'tarvex-painter' }));
  return remote;
}
