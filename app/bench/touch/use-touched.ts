import { useEffect, useState } from 'react';
import type { Lost } from '../../../core/touch-ups/apply';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import { painter } from '../../workers/painter';

/** Hand work on a drawing as it is shown: where it lies by now, and what found no place. */
export interface Touched {
  readonly lost: readonly Lost[];
  readonly placed: readonly TouchUp[];
}

const NOTHING: Touched = { lost: [], placed: [] };

export function useTouched(paintKey: string | null, touchUps: readonly TouchUp[]): Touched {
  const [found, setFound] = useState({ of: '', touched: NOTHING });
  const of = paintKey && touchUps.length ? `${paintKey} ${touchUps.map(({ id }) => id).join(' ')}` : '';
  useEffect(() => {
    if (!paintKey || !of) return;
    let isStale = false;
    // it is known once the drawing has been painted with them
    const ask = setTimeout(() => {
      void painter
        .ask((own) => own.touched(paintKey))
        .then((touched) => !isStale && setFound({ of, touched }))
        .catch(() => undefined);
    }, 300);
    return () => {
      isStale = true;
      clearTimeout(ask);
    };
  }, [paintKey, of]);
  return found.of === of ? found.touched : NOTHING;
}
