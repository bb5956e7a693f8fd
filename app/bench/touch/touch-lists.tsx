import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
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
        <List label="What lost its place" words={<span className="text-ochre-text">{lost.length} to decide</span>}>
          {lost.map(({ id, why }) => (
            <Row key={id} act="Let go" onAct={() => onRemove([id], `${byKind(id)} let go`)}>
              {byKind(id)}{' '}
              <span className="text-graphite">{why === 'element' ? 'its element is not in the drawing' : 'its line is not there'}</span>
            </Row>
          ))}
          <p className="text-[12px] text-graphite">What is kept comes back when its element does.</p>
        </List>
      )}
      <List label="Touch-ups" words={`${touchUps.length} on this drawing`} isEmpty={!touchUps.length}>
        {touchUps.map((t, i) => (
          <Row key={t.id} act="Take away" onAct={() => onRemove([t.id], `${kindWords(t)} taken away`)}>
            {i + 1} {kindWords(t)}
          </Row>
        ))}
      </List>
    </>
  );
}

interface ListProps {
  readonly label: string;
  readonly words: ReactNode;
  readonly isEmpty?: boolean;
  readonly children: ReactNode;
}

const List = ({ label, words, isEmpty = false, children }: ListProps) => (
  <Popover.Root>
    <Popover.Trigger className="word" disabled={isEmpty}>
      {words}
    </Popover.Trigger>
    <Popover.Portal>
      <Popover.Content
        side="top"
        align="end"
        sideOffset={8}
        aria-label={label}
        className="z-50 grid max-h-64 w-[340px] gap-1 overflow-y-auto border border-ink bg-sheet p-3"
      >
        {children}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
);

const Row = ({ act, onAct, children }: { readonly act: string; readonly onAct: () => void; readonly children: ReactNode }) => (
  <p className="flex items-baseline justify-between gap-3">
    <span>{children}</span>
    <button type="button" className="word" onClick={onAct}>
      {act}
    </button>
  </p>
);
