import { lazy, Suspense } from 'react';
import type { ViewMatrix } from '../workers/paint';
import { BackgroundsButton } from './backgrounds-button';

const BackgroundPoints = lazy(() => import('./background-points'));

/** What sets backgrounds right in a pane: the points of the one that is handled, and the list of them all. */
export function PaneBackgrounds({ matrix, ...own }: React.ComponentProps<typeof BackgroundsButton> & { readonly matrix: ViewMatrix }) {
  const { handling } = own.backgrounds;
  return (
    <>
      {handling && (
        <Suspense>
          <BackgroundPoints handling={handling} matrix={matrix} />
        </Suspense>
      )}
      <BackgroundsButton {...own} />
    </>
  );
}
