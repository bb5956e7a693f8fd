import { DropdownMenu } from 'radix-ui';
import { boxAround } from '../../../core/sights/keep-box';
import { TRIM_SIDES, trimTo, type TrimSide } from '../../../core/sights/removing-planes';
import type { Vec3 } from '../../../core/geometry/vec3';
import { buildingBounds, frameOf } from '../sight-geometry';
import type { SlateProps } from './slate-props';

/** Words by which something more is taken away. */
export function RemovedWords({ model, sight, onChange }: SlateProps) {
  const trims = sight.trims ?? [];
  const [x0, y0, z0, x1, y1, z1] = model.bounds as unknown as readonly [number, number, number, number, number, number];
  const middle: Vec3 = [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2];
  const add = (side: TrimSide) =>
    onChange({ ...sight, trims: [...trims, trimTo(frameOf(model, sight), side, middle)] }, `Trim ${trims.length + 1} of ${sight.number}`);
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          className="word justify-self-start"
          title="A plane beyond which nothing is drawn; it is dragged in the Drawing or the Key"
        >
          Trim
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="menu" side="top" align="start" sideOffset={4}>
            {TRIM_SIDES.map((side) => (
              <DropdownMenu.Item key={side} onSelect={() => add(side)}>
                {WORDS[side]}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {!sight.keepBox && (
        <button
          type="button"
          className="word justify-self-start"
          title="Only what is in a box is drawn; its sides are dragged in the Drawing and the Key"
          onClick={() => onChange({ ...sight, keepBox: boxAround(buildingBounds(model)) }, `Keep box of ${sight.number}`)}
        >
          Keep box
        </button>
      )}
    </>
  );
}

const WORDS: Readonly<Record<TrimSide, string>> = {
  above: 'What lies above',
  below: 'What lies below',
  left: 'What lies to the left',
  right: 'What lies to the right',
  nearer: 'What lies nearer',
  farther: 'What lies farther away',
};
