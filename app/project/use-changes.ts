import { useEffect, useMemo, useState } from 'react';
import { compareReadings, type Changes } from '../../core/model/compare';
import type { ModelInfo } from '../data/database';
import { loadModel } from '../data/models';
import type { Project } from '../data/project';

/** How the model differs from the reading before it, until that is put away. */
export function useChanges({ compared }: Project, model: ModelInfo): { readonly before: ModelInfo; readonly changes: Changes } | null {
  const [before, setBefore] = useState<ModelInfo | null>(null);
  useEffect(() => {
    let isWanted = true;
    void (compared ? loadModel(compared) : Promise.resolve(undefined)).then((found) => isWanted && setBefore(found ?? null));
    return () => {
      isWanted = false;
    };
  }, [compared]);
  const own = before && before.id === compared ? before : null;
  return useMemo(() => own && { before: own, changes: compareReadings(own, model) }, [own, model]);
}
