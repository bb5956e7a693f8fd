import { mirrorFrame } from '../../../core/geometry/frame';
import { limitsOf } from '../../../core/sights/limits';
import { aroundBuilding } from '../../../core/sights/make/around-building';
import { pictureFrame } from '../../../core/sights/resolve-sight';
import type { Limits, Sight } from '../../../core/sights/sight';
import { level, millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { FigureField } from '../../figures/figure-field';
import { frameOf } from '../sight-geometry';
import { Group } from './slate-group';
import type { SlateProps } from './slate-props';

/** Limits by rule that keep the ground from making a picture large. */
function aroundIn(model: SlateProps['model'], sight: Sight): Limits | null {
  const frame = pictureFrame(sight, frameOf(model, sight));
  return aroundBuilding(model, sight.kind === 'ceiling plan' ? mirrorFrame(frame) : frame);
}

/** What of the drawing plane is drawn. */
export function LimitsGroup({ model, sight, onChange, children }: SlateProps & { readonly children?: React.ReactNode }) {
  const limits = sight.limits ?? {};
  // both ends of a section's path are limits where nothing else is said
  const ends = limitsOf(sight, Infinity) ?? {};
  const isOpen = sight.kind !== 'section' && sight.kind !== 'perspective' && Object.values(limits).every((at) => typeof at !== 'number');
  const around = isOpen ? aroundIn(model, sight) : null;
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
        {around && (
          <button
            type="button"
            className="word justify-self-start"
            title="The ground makes this picture much larger than what stands on it"
            onClick={() => onChange({ ...sight, limits: { ...limits, ...around } }, `Limits of ${sight.number} around the building`)}
          >
            Around the building
          </button>
        )}
        {children}
      </div>
    </Group>
  );
}
