import { useHotkeys } from 'react-hotkeys-hook';

/** Undo and redo by their keys, by what is written on them: where Z and Y have changed places, as on German keyboards, Ctrl Z stays undo. */
export function useUndoKeys(undo: () => void, redo: () => void, isOn = true): void {
  const on = { preventDefault: isOn, enabled: isOn, useKey: true };
  useHotkeys('mod+z', undo, on);
  useHotkeys('mod+shift+z, mod+y', redo, on);
}
