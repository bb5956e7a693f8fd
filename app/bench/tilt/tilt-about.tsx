import type { Tilting } from './tilt-tool';
import { useWatched } from '../../ui/watched';
import { Asking } from '../asking';
import { TurnBy } from '../turn-by';

const WORDS = ['click its first point in the drawing or in the Key', 'click its second; the first again: along the look'];

/** What is asked while a sight is turned about an axis, and by how much it is. */
export default function TiltAbout({ tilting, onCancel }: { readonly tilting: Tilting; readonly onCancel: () => void }) {
  const { points, by } = useWatched(tilting);
  const isPlaced = points.length > 1;
  return (
    <Asking
      label="Turn about an axis"
      title={isPlaced ? 'Turn by' : 'Axis of the turn'}
      words={isPlaced ? 'drag across the axis, Shift by 15°, or type' : WORDS[points.length]!}
      onCancel={onCancel}
    >
      {isPlaced && <TurnBy by={by} onTurn={(to) => tilting.turn(to)} />}
    </Asking>
  );
}
