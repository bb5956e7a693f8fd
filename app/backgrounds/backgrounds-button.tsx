import { lazy, Suspense, useState } from 'react';
import { quiet } from '../ui/quiet';
import type { BackgroundsProps } from './backgrounds-card';

const BackgroundsCard = lazy(() => import('./backgrounds-card'));

/** The word that opens the card of a pane's backgrounds; the card itself comes when it is first asked for. */
export function BackgroundsButton(props: BackgroundsProps) {
  const [isAsked, setAsked] = useState(false);
  const { className, backgrounds } = props;
  const word = (
    <button type="button" className={`word ${className}`} {...quiet} onClick={() => setAsked(true)}>
      Background{backgrounds.list.length ? ` ${backgrounds.list.length}` : ''}
    </button>
  );
  return isAsked ? (
    <Suspense fallback={word}>
      <BackgroundsCard {...props} />
    </Suspense>
  ) : (
    word
  );
}
