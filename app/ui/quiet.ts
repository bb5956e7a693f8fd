import type { PointerEvent } from 'react';

const stop = (event: PointerEvent) => event.stopPropagation();

/** What lies over a pane and has the pointer for itself: the pane neither pans nor picks under it. */
export const quiet = { onPointerDown: stop, onPointerMove: stop, onPointerUp: stop } as const;
