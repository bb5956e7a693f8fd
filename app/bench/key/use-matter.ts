import { useEffect, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import { painter } from '../../workers/painter';
import { lineOf } from '../sight-geometry';
import type { useKey } from './use-key';

type Stretches = readonly (readonly [number, number])[];
const NONE: Stretches = [];

/** Stretches of a sight's line that pass through matter in the plan that the Key shows, metres along it. */
export function useMatter(model: ModelInfo, sight: Sight | null, { live, isElevation }: ReturnType<typeof useKey>): Stretches {
  const [found, setFound] = useState<{ readonly of: string; readonly stretches: Stretches }>({ of: '', stretches: NONE });
  const line = isElevation || !sight ? null : lineOf(sight);
  const { paintKey } = live;
  const [x, y] = model.origin;
  const asked = line && paintKey && JSON.stringify([paintKey, ...line.map((p): Vec2 => [p[0] - x, p[1] - y])]);
  useEffect(() => {
    if (!asked) return;
    let isWanted = true;
    const [key, a, b] = JSON.parse(asked) as [string, Vec2, Vec2];
    void painter
      .ask((own) => own.matter(key, a, b))
      // without a painter the line is shown bare
      .catch(() => NONE)
      .then((stretches) => isWanted && setFound({ of: asked, stretches }));
    return () => {
      isWanted = false;
    };
  }, [asked]);
  // while the line moves, what is known of it stays under the hand
  return asked ? found.stretches : NONE;
}
