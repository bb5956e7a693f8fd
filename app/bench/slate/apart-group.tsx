import type { Vec3 } from '../../../core/geometry/vec3';
import type { Rule } from '../../../core/sights/sight';
import { FigureField } from '../../figures/figure-field';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { Pick } from '../../ui/pick';
import { AddRule, wordsOf } from './add-rule';
import { Group } from './slate-group';
import type { SlateProps } from './slate-props';

const AXES = ['up', 'X', 'Y'] as const;
type Axis = (typeof AXES)[number];
const WAY: Readonly<Record<Axis, 0 | 1 | 2>> = { up: 2, X: 0, Y: 1 };

const axisOf = (by: Vec3): Axis | null => AXES.find((axis) => by.every((x, k) => k === WAY[axis] || x === 0)) ?? null;
const vector = (axis: Axis, by: number): Vec3 => [0, 1, 2].map((k) => (k === WAY[axis] ? by : 0)) as unknown as Vec3;
/** The length of a move, with the sign of the axis along which it goes. */
const lengthOf = (by: Vec3): number => {
  const axis = axisOf(by);
  return axis ? by[WAY[axis]] : Math.hypot(...by);
};

/** Groups that an axonometric draws away from where they stand, each with a trace of where it came from. */
export default function ApartGroup({ model, sight, onChange }: SlateProps) {
  const apart = sight.pullApart ?? [];
  const change = (next: NonNullable<typeof sight.pullApart>) =>
    onChange({ ...sight, pullApart: next.length ? next : undefined }, `Pull apart ${sight.number}`);
  const at = (k: number, by: Vec3) => change(apart.map((own, i) => (i === k ? { ...own, by } : own)));
  const add = (rule: Rule) => {
    // each farther than the one before, by a third of the model's height in whole half metres
    const step = Math.max(0.5, Math.round((model.bounds[5]! - model.bounds[2]!) / 1.5) / 2);
    const { use: _, ...own } = rule;
    change([...apart, { ...own, by: vector('up', step * (apart.length + 1)) }]);
  };
  return (
    <Group title="Pulled apart" note="moved by, mm">
      <div className="row-span-2 grid max-w-[520px] auto-cols-max grid-flow-col grid-rows-[23px_23px] items-baseline gap-x-3 gap-y-0.5 overflow-x-auto">
        {apart.map(({ by, ...rule }, k) => {
          const axis = axisOf(by);
          const words = wordsOf(rule, model);
          return (
            <span key={k} className="flex items-baseline gap-1.5">
              <button
                type="button"
                title={`Put ${words} back`}
                className="rounded-[2px] border border-rule2 bg-sheet px-1.5 leading-[17px] hover:line-through"
                onClick={() => change(apart.filter((_own, i) => i !== k))}
              >
                {words}
              </button>
              <FigureField
                label={`Move of ${words}`}
                hideLabel
                width={44}
                value={millimetres(lengthOf(by))}
                parse={(text) => parseLength(text, { present: lengthOf(by) })}
                onChange={(to) => at(k, axis ? vector(axis, to) : (by.map((x) => (x * to) / lengthOf(by)) as unknown as Vec3))}
              />
              <Pick
                label={`Direction of ${words}`}
                hideLabel
                value={axis}
                unset="freely"
                options={AXES.map((own) => [own, own])}
                onChange={(to) => at(k, vector(to, lengthOf(by)))}
              />
            </span>
          );
        })}
        <span>
          <AddRule label="Pulled apart" model={model} rules={apart} onAdd={add} />
        </span>
      </div>
    </Group>
  );
}
