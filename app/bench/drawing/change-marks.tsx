import { useHotkeys } from 'react-hotkeys-hook';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { LiveDrawing } from '../../drawings/use-drawing';

interface Props {
  readonly live: LiveDrawing;
  readonly toPane: (at: Vec2) => Vec2;
}

/** Of more pieces than these only so many are marked: their length is told all the same. */
const MOST = 6000;

/** What changes with a drawing that was made anew, over the old one: what goes, what comes. Enter lets it take its place. */
export default function ChangeMarks({ live, toPane }: Props) {
  useHotkeys('enter', () => live.take(), { preventDefault: true });
  if (!live.next) return null;
  const { gone, come, goneLength, comeLength, matter } = live.next.changes;
  const path = (pieces: Float64Array) => {
    let d = '';
    for (let i = 0; i + 3 < pieces.length && i < MOST * 4; i += 4) {
      const [[ax, ay], [bx, by]] = [toPane([pieces[i]!, pieces[i + 1]!]), toPane([pieces[i + 2]!, pieces[i + 3]!])];
      d += `M${ax.toFixed(1)} ${ay.toFixed(1)}L${bx.toFixed(1)} ${by.toFixed(1)}`;
    }
    return d;
  };
  const outline = (ring: Float64Array) => {
    const at: string[] = [];
    for (let i = 0; i < ring.length; i += 2) at.push(toPane([ring[i]!, ring[i + 1]!]).join(' '));
    return `M${at.join('L')}Z`;
  };
  return (
    <>
      <svg
        aria-hidden="true"
        data-testid="change-marks"
        className="pointer-events-none absolute inset-0 h-full w-full"
        fill="none"
        strokeLinecap="round"
      >
        {matter.map((face, k) => (
          <path key={k} d={face.map(outline).join('')} fill="var(--color-pencil)" fillOpacity={0.25} fillRule="evenodd" />
        ))}
        <path d={path(gone)} stroke="var(--color-ochre)" strokeWidth={5} strokeOpacity={0.45} />
        <path d={path(come)} stroke="var(--color-pencil)" strokeWidth={2} />
      </svg>
      <p
        role="status"
        // the pane takes the pointer for panning; the word in here is to be pressed
        onPointerDown={(e) => e.stopPropagation()}
        className="absolute top-3 left-3 z-10 border border-ink bg-sheet px-2 py-1"
      >
        <b className="mr-2 font-semibold">Drawn anew</b>
        <span className="text-pencil">{comeLength.toFixed(2)} m of lines come</span>,{' '}
        <span className="text-ochre-text">{goneLength.toFixed(2)} m go</span>
        {matter.length > 0 && `, ${matter.length === 1 ? 'a cut face is' : `${matter.length} cut faces are`} of another material`}
        <button type="button" className="btn ml-3" onClick={live.take}>
          Replace <kbd>↵</kbd>
        </button>
      </p>
    </>
  );
}
