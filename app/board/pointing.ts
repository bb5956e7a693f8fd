import type { Tool } from './tool';

/** The empty hand: it takes nothing and points only. */
export const POINTING: Tool = { isHeld: false, wantsSnaps: false, move: () => undefined, letGo: () => undefined, click: () => undefined };
