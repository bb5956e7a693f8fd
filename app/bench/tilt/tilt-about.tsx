import { useEffect, useRef } from 'react';
import type { Tilting } from './tilt-tool';
import { FigureField } from '../../figures/figure-field';
import { degrees } from '../../figures/format';
import { parseAngle } from '../../figures/parse';
import { useWatched } from '../../ui/watched';
import { Asking } from '../asking';

const WORDS = ['click its first point in the drawing or in the Key', 'click its second; the first again: along the look'];

/** What is asked while a sight is turned about an axis, and by how much it is. */
export default function TiltAbout({ tilting, onCancel }: { readonly tilting: Tilting; readonly onCancel: () => void }) {
  const { points, by } = useWatched(tilting);
  const field = useRef<HTMLInputElement>(null);
  const isPlaced = points.length > 1;
  useEffect(() => {
    if (isPlaced) field.current?.focus();
  }, [isPlaced]);
  return (
    <Asking
      label="Turn about an axis"
      title={isPlaced ? 'Turn by' : 'Axis of the turn'}
      words={isPlaced ? 'drag across the axis, Shift by 15°, or type' : WORDS[points.length]!}
      onCancel={onCancel}
    >
      {isPlaced && (
        <FigureField
          label="Turn by"
          hideLabel
          fieldRef={field}
          value={degrees(by)}
          parse={(text) => parseAngle(text, by)}
          onChange={(to) => tilting.turn(to)}
        />
      )}
    </Asking>
  );
}
