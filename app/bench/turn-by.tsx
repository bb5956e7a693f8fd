import { useEffect, useRef } from 'react';
import { FigureField } from '../figures/figure-field';
import { degrees } from '../figures/format';
import { parseAngle } from '../figures/parse';

/** By how much something is turned, to be typed; ready to be as soon as it is there. */
export function TurnBy({ by, onTurn }: { readonly by: number; readonly onTurn: (to: number) => void }) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  return (
    <FigureField label="Turn by" hideLabel fieldRef={field} value={degrees(by)} parse={(text) => parseAngle(text, by)} onChange={onTurn} />
  );
}
