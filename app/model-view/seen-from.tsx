import type { Vec2 } from '../../core/geometry/vec3';
import { FigureField } from '../figures/figure-field';
import { degrees } from '../figures/format';
import { parseAngle } from '../figures/parse';
import type { Stand } from '../space/paper-view';

const SIDES = [
  ['N', 0],
  ['E', 90],
  ['S', 180],
  ['W', 270],
] as const;

interface Props {
  readonly stand: Stand;
  readonly trueNorth: Vec2;
  readonly onStand: (stand: Stand) => void;
  readonly onWhole: () => void;
  /** What is seen is to become a sight. */
  /** Whether a face is asked for, of which an elevation is to be made. */
  readonly isFacing: boolean;
  readonly onFacing: () => void;
  readonly onSight: (kind: 'axonometric' | 'perspective') => void;
}

/** From where the model is seen: by compass, or by figures. It goes by true north, as the sights do. */
export function SeenFrom({ stand, trueNorth: [x, y], onStand, onWhole, onSight, isFacing, onFacing }: Props) {
  const north = (Math.atan2(x, y) * 180) / Math.PI;
  const round = (stand.round - north + 720) % 360;
  const from = (next: number, up: number) => onStand({ round: next + north, up });
  const side = SIDES.find(([, at]) => Math.abs(((round - at + 540) % 360) - 180) < 0.5);
  return (
    <div className="absolute bottom-2 left-3 flex max-w-[calc(100%-24px)] flex-wrap items-center gap-x-2 gap-y-1 bg-sheet/90 px-1 text-graphite">
      Seen from
      <span className="seg" role="group" aria-label="Seen from">
        {SIDES.map(([name, at]) => (
          <button
            key={name}
            type="button"
            aria-pressed={side?.[0] === name}
            data-state={side?.[0] === name ? 'on' : 'off'}
            onClick={() => from(at, stand.up)}
          >
            {name}
          </button>
        ))}
      </span>
      <Degrees label="round" value={round} onChange={(next) => from(next, stand.up)} />
      <Degrees label="up" value={stand.up} onChange={(up) => from(round, up)} />
      <button type="button" className="word" onClick={onWhole}>
        Whole model
      </button>
      <span className="ml-2">To the Bench as</span>
      {(['axonometric', 'perspective'] as const).map((kind) => (
        <button
          key={kind}
          type="button"
          className="word"
          onClick={() => onSight(kind)}
          title={`A sight of what is shown, seen as here: ${kind}`}
        >
          {kind}
        </button>
      ))}
      <button
        type="button"
        className="word"
        aria-pressed={isFacing}
        onClick={onFacing}
        title="An elevation exactly parallel to a face: press it"
      >
        {isFacing ? 'press a face' : 'elevation of a face'}
      </button>
    </div>
  );
}

function Degrees({ label, value, onChange }: { readonly label: string; readonly value: number; readonly onChange: (to: number) => void }) {
  const radians = (value * Math.PI) / 180;
  return (
    <FigureField
      label={label}
      value={degrees(radians)}
      parse={(text) => parseAngle(text, radians)}
      onChange={(angle) => onChange((angle * 180) / Math.PI)}
    />
  );
}
