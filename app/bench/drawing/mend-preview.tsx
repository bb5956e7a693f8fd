import { useEffect, useState } from 'react';
import type { Region } from '../../../core/cutting/cut-faces';
import type { ModelInfo } from '../../data/database';
import { quickCut } from '../../workers/pool';
import type { Mend } from '../mends';

interface Props {
  readonly model: ModelInfo;
  readonly mend: Mend;
  /** The place of the finding in the drawing. */
  readonly at: readonly [number, number];
}

/** Metres from side to side of what is shown around the place, and the picture's size, pixels. */
const WIDE = 3;
const [WIDTH, HEIGHT] = [150, 66];

/** What would be cut around a place after a mend. */
export function MendPreview({ model, mend, at }: Props) {
  const [regions, setRegions] = useState<readonly Region[] | null>(null);
  const said = JSON.stringify(mend.sight);
  useEffect(() => {
    let isWanted = true;
    quickCut(model.id, JSON.parse(said) as NonNullable<Mend['sight']>).then(
      (found) => isWanted && setRegions(found),
      () => undefined,
    );
    return () => {
      isWanted = false;
    };
  }, [model.id, said]);
  const zoom = WIDTH / WIDE;
  const path = (regions ?? [])
    .flatMap(({ face }) => face)
    .map((ring) => {
      let d = '';
      for (let i = 0; i < ring.length; i += 2)
        d += `${i ? 'L' : 'M'}${(WIDTH / 2 + (ring[i]! - at[0]) * zoom).toFixed(1)} ${(HEIGHT / 2 - (ring[i + 1]! - at[1]) * zoom).toFixed(1)}`;
      return `${d}Z`;
    })
    .join('');
  return (
    <svg
      role="img"
      aria-label={`${mend.words}: what is cut then`}
      width={WIDTH}
      height={HEIGHT}
      className="shrink-0 border border-rule bg-sheet"
    >
      <path d={path} fill="var(--color-madder-wash)" fillRule="evenodd" stroke="var(--color-madder)" />
      <circle cx={WIDTH / 2} cy={HEIGHT / 2} r={5} fill="none" stroke="var(--color-ochre)" strokeWidth={1.5} />
    </svg>
  );
}
