import { DropdownMenu } from 'radix-ui';
import { tidyLength } from '../../../core/geometry/numbers/tidy';
import type { Vec3 } from '../../../core/geometry/vec3';
import { BOX_SIDES, sideMoved, type KeepBox } from '../../../core/sights/keep-box';
import { FigureField } from '../../figures/figure-field';
import { degrees, level, millimetres } from '../../figures/format';
import { parseAngle, parseLength } from '../../figures/parse';
import { positive } from './positive';
import { Group } from './slate-group';
import type { SlateProps } from './slate-props';

const DEGREE = Math.PI / 180;

/** The box outside of which nothing is drawn: its size, where it stands and how it is turned; each side can become a sight. */
export function KeepBoxGroup({ sight, box, onChange, onSide }: SlateProps & { readonly box: KeepBox }) {
  const { centre, size, turn = 0 } = box;
  const put = (to: KeepBox | undefined, word: string) => onChange({ ...sight, keepBox: to }, `${word} of ${sight.number}`);
  const sized = (axis: 0 | 1 | 2, label: string) => (
    <FigureField
      label={label}
      labelWidth={34}
      width={50}
      value={millimetres(size[axis])}
      parse={(t) => positive(parseLength(t, { present: size[axis] }))}
      onChange={(to) => put({ ...box, size: size.map((x, k) => (k === axis ? to : x)) as unknown as Vec3 }, 'Keep box')}
    />
  );
  const placed = (axis: 0 | 1, label: string) => (
    <FigureField
      label={label}
      hint="Of its middle, in the file"
      width={56}
      value={millimetres(centre[axis])}
      parse={(t) => parseLength(t, { present: centre[axis] })}
      onChange={(to) => put({ ...box, centre: centre.map((x, k) => (k === axis ? tidyLength(to) : x)) as unknown as Vec3 }, 'Keep box')}
    />
  );
  const [bottom, top] = [centre[2] - size[2] / 2, centre[2] + size[2] / 2];
  const levelled = (side: 'top' | 'bottom', at: number) => (
    <FigureField
      label={side === 'top' ? 'Up to' : 'Down to'}
      labelWidth={44}
      width={50}
      value={level(at)}
      parse={(t) => parseLength(t, { present: at })}
      onChange={(to) => put(sideMoved(box, side, side === 'top' ? to - at : at - to), 'Keep box')}
    />
  );
  return (
    <Group title="Keep box" note="mm">
      <div className="row-span-2 grid auto-cols-max grid-flow-col grid-rows-[23px_23px] items-baseline gap-x-2 gap-y-0.5">
        {sized(0, 'Wide')}
        {sized(1, 'Deep')}
        {levelled('top', top)}
        {levelled('bottom', bottom)}
        {placed(0, 'X')}
        {placed(1, 'Y')}
        <FigureField
          label="Turn"
          hint="About its upright"
          width={50}
          value={degrees(turn * DEGREE)}
          parse={(t) => parseAngle(t, turn * DEGREE)}
          onChange={(to) => put({ ...box, turn: Math.round((to / DEGREE) * 1e6) / 1e6 }, 'Turn of the keep box')}
        />
        <span className="flex items-baseline gap-1.5">
          <DropdownMenu.Root>
            <DropdownMenu.Trigger className="word" title="A sight of what is in the box, cut by one of its sides">
              Sight of
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content className="menu" side="top" align="start" sideOffset={4}>
                {BOX_SIDES.map((side) => (
                  <DropdownMenu.Item key={side} onSelect={() => onSide(side)}>
                    its {side}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
          <button type="button" className="word" onClick={() => put(undefined, 'No keep box')}>
            Put away
          </button>
        </span>
      </div>
    </Group>
  );
}
