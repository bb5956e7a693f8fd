import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import type { ShownFinding } from '../../data/drawn-sight';
import type { Mend } from '../mends';
import type { Faces } from '../../drawings/use-faces';
import type { LiveDrawing } from '../../drawings/use-drawing';

/** What went wrong, under a heading in a word or two; whether it can be tried again. */
export interface Trouble {
  readonly what: string;
  readonly words: string;
  readonly again: boolean;
}

interface Props {
  readonly model: ModelInfo;
  readonly sight: Sight | null;
  readonly live: LiveDrawing;
  /** Why the drawing could not be painted. */
  readonly unpainted: string | null;
  /** The faces that its look asks for. */
  readonly faces: Faces;
  readonly trouble: Trouble | null;
  /** Something is asked in the corner: what is said stands below it. */
  readonly isAsked: boolean;
  readonly onPutAway: () => void;
  readonly mends: (finding: ShownFinding) => readonly Mend[];
  readonly onMend: (mend: Mend) => void;
}

/** What is said over the Drawing: that nothing is there yet, that it is empty and why, what went wrong. */
export function DrawingNotes({ model, sight, live, unpainted, faces, trouble, isAsked, onPutAway, mends, onMend }: Props) {
  const why = live.drawn?.findings[0];
  const isEmpty = live.isCurrent && live.drawn?.isEmpty === true;
  return (
    <>
      {!live.drawn && !trouble && sight && <p className="absolute top-3 left-3 text-graphite">drawing for the first time…</p>}
      {(faces.isComing || faces.fault) && (
        <p role="status" className="absolute bottom-1.5 left-3 bg-sheet/90 text-graphite">
          {faces.fault ? `Without tones and patterns: ${faces.fault}` : 'tones and patterns are on their way'}
        </p>
      )}
      {!sight && (
        <p className="absolute top-3 left-3 max-w-sm text-graphite">
          Nothing to draw yet. New sight, at the right, or N: a section by two points in the Key below, the four elevations, a plan for each
          storey.
        </p>
      )}
      {isEmpty && (
        <p
          className="absolute top-3 left-3 z-10 border border-rule2 bg-sheet px-2 text-graphite"
          // the word in here is to be pressed
          onPointerDown={(e) => e.stopPropagation()}
        >
          {model.plan && !model.elements.length
            ? 'An empty plan. Draw its outlines in the Key below; a scan goes behind it with Background.'
            : `Empty: ${live.drawn?.findings[0]?.words.replace(/^the drawing is empty: /, '') ?? 'nothing lies before this sight'}.`}
          {(why ? mends(why) : []).map((mend) => (
            <button key={mend.words} type="button" className="word ml-3" onClick={() => onMend(mend)}>
              {mend.words}
            </button>
          ))}
        </p>
      )}
      {unpainted && (
        <p role="alert" className="absolute bottom-3 left-3 z-10 max-w-[640px] border border-ink bg-sheet px-2 py-1">
          <b className="mr-2 bg-ink px-1.5 font-semibold text-sheet">not painted</b>
          {unpainted}
        </p>
      )}
      {trouble && (
        <p
          role="alert"
          // the pane takes the pointer for panning; the word in here is to be pressed
          onPointerDown={(e) => e.stopPropagation()}
          className={`absolute left-3 z-10 max-w-[640px] border border-ink bg-sheet px-2 py-1 ${isAsked ? 'top-12' : 'top-3'}`}
        >
          <b className="mr-2 bg-ink px-1.5 font-semibold text-sheet">{trouble.what}</b>
          {trouble.words}
          <button type="button" className="word ml-3" onClick={onPutAway}>
            {trouble.again ? 'Try again' : 'Put away'}
          </button>
        </p>
      )}
    </>
  );
}
