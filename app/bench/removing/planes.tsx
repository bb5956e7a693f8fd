import { lazy, Suspense, type ComponentProps } from 'react';
import type { Sight } from '../../../core/sights/sight';
import type PlaneHandles from './plane-handles';

const Handles = lazy(() => import('./plane-handles'));

/** The handles of trims and keep box, where a sight has any and nothing else is asked of the hand. */
export function Planes({
  sight,
  isOn,
  ...props
}: Omit<ComponentProps<typeof PlaneHandles>, 'sight'> & { readonly sight: Sight | null; readonly isOn: boolean }) {
  if (!isOn || !(sight?.trims?.length || sight?.keepBox)) return null;
  return (
    <Suspense>
      <Handles sight={sight} {...props} />
    </Suspense>
  );
}
