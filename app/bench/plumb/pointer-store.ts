import { Watched } from '../../ui/watched';
import type { Hit } from '../../workers/paint.worker';

export interface PointerState {
  readonly pane: 'drawing' | 'key' | null;
  /** CSS pixels within the pane. */
  readonly x: number;
  readonly y: number;
  readonly hit: (Hit & { readonly words: string }) | null;
  readonly planted: boolean;
}

/** Where the pointer is, kept out of React's tree: the plumb follows it without redrawing the screen. */
export class PointerStore extends Watched<PointerState> {
  constructor() {
    super({ pane: null, x: 0, y: 0, hit: null, planted: false });
  }
}
