import { useEffect, useState } from 'react';
import type { Titled } from '../../core/drafting/graphic';
import type { ShownFinding } from '../data/drawn-sight';
import { useWatched } from '../ui/watched';
import { painter } from '../workers/painter';

interface Setup {
  readonly paintKey: string | null;
  readonly sight: Titled | null;
  readonly scale: number;
  readonly look: string | undefined;
}

const NONE: readonly ShownFinding[] = [];

/** Findings about cut faces for which the standard has no rule of their own: they follow the standard, and no drawing is made anew for them. */
export function useUnfilled({ paintKey, sight, scale, look }: Setup): readonly ShownFinding[] {
  const [found, setFound] = useState({ of: '', findings: NONE });
  const { key: drafted } = useWatched(painter.drafted);
  const of = `${paintKey} ${scale} ${look ?? ''} ${drafted}`;
  useEffect(() => {
    if (!paintKey || !sight) return;
    let isStale = false;
    void painter
      .ask((own) => own.unfilled(paintKey, { sight, scale, look }))
      .then((findings) => !isStale && setFound({ of, findings }))
      .catch(() => undefined);
    return () => {
      isStale = true;
    };
  }, [paintKey, sight, scale, look, of]);
  return found.of === of ? found.findings : NONE;
}
