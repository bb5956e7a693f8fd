import { Popover } from 'radix-ui';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import type { Touched } from './use-touched';
import { kindWords } from './touch-words';

interface Props extends Touched {
  readonly touchUps: readonly TouchUp[];
  readonly onRemove: (ids: readonly string[], label: string) => void;
}

/** What lost its place, to be decided, and all that is on the drawing. */
export function TouchLists({ touchUps, lost, onRemove }: Props) {
  const byKind = (id: string) => kindWords(touchUps.find((t) => t.id === id));
  return (
    <>
      {lost.length > 0 && (
        <Popover.Root>
          <Popover.Trigger className="word text-ochre-text">{lost.length} to decide</Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              side="top"
              align="end"
              sideOffset={8}
              aria-label="What lost its place"
              className="z-50 grid max-h-64 w-[340px] gap-1 overflow-y-auto border border-ink bg-sheet p-3"
            >
              {lost.map(({ id, why }) => (
                <p key={id} className="flex items-baseline justify-between gap-3">
                  <span>
                    {byKind(id)}{' '}
                    <span className="text-graphite">
                      {why === 'element' ? 'its element is not in the drawing' : 'its line is not there'}
                    </span>
                  </span>
                  <button type="button" className="word" onClick={() => onRemove([id], `${byKind(id)} let go`)}>
                    Let go
                  </button>
                </p>
              ))}
              <p className="text-[12px] text-graphite">What is kept comes back when its element does.</p>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
      <Popover.Root>
        <Popover.Trigger className="word" disabled={!touchUps.length}>
          {touchUps.length} on this drawing
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            side="top"
            align="end"
            sideOffset={8}
            aria-label="Touch-ups"
            className="z-50 grid max-h-64 w-[280px] gap-1 overflow-y-auto border border-ink bg-sheet p-3"
          >
            {touchUps.map((t, i) => (
              <p key={t.id} className="flex items-baseline justify-between">
                <span>
                  {i + 1} {kindWords(t)}
                </span>
                <button type="button" className="word" onClick={() => onRemove([t.id], `${kindWords(t)} taken away`)}>
                  Take away
                </button>
              </p>
            ))}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </>
  );
}
