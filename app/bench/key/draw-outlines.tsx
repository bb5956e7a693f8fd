import { quiet } from '../../ui/quiet';

/** The word that begins the drawing of outlines. */
export function DrawOutlines({ isElevation, onStart }: { readonly isElevation: boolean; readonly onStart: () => void }) {
  return (
    <button
      type="button"
      className={`word absolute top-2 z-10 bg-paper/90 ${isElevation ? 'left-[172px]' : 'left-3'}`}
      {...quiet}
      onClick={onStart}
    >
      Draw outlines
    </button>
  );
}
