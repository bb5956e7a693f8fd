import { limitsOf } from '../../../core/sights/limits';
import type { Limits } from '../../../core/sights/sight';
import { level, millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { FigureField } from '../../figures/figure-field';
import { frameOf } from '../sight-geometry';
import { Group } from './slate-group';
import type { SlateProps } from './slate-props';

/** What of the drawing plane is drawn. */
export function LimitsGroup({ model, sight, onChange, children }: SlateProps & { readonly children?: React.ReactNode }) {
  const limits = sight.limits ?? {};
  // both ends of a section's path are limits where nothing else is said
  const ends = limitsOf(sight, Infinity) ?? {};
  const zero = sight.kind === 'section' || sight.kind === 'elevation' ? frameOf(model, sight).origin[2] : null;
  const field = (key: keyof Limits, label: string) => {
    const isLevel = zero !== null && (key === 'top' || key === 'bottom');
    const present = ends[key] ?? null;
    const show = present === null ? null : isLevel ? level(present + zero) : millimetres(present);
    const put = (value: number | null) => onChange({ ...sight, limits: { ...limits, [key]: value } }, `${label} limit of ${sight.number}`);
    return (
      <FigureField
        label={label}
        labelWidth={38}
        value={show}
        parse={(t) => parseLength(t, { present })}
        onChange={(m) => put(isLevel ? m - zero : m)}
        onClear={() => put(null)}
      />
    );
  };
  return (
    <Group title="Limits">
      <div className="row-span-2 grid auto-cols-max grid-flow-col grid-rows-[23px_23px] items-baseline gap-x-1.5 gap-y-0.5">
        {field('left', 'Left')}
        {field('right', 'Right')}
        {field('bottom', 'Bottom')}
        {field('top', 'Top')}
        {children}
      </div>
    </Group>
  );
}
