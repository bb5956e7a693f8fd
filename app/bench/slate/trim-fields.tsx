import { tidyLength } from '../../../core/geometry/numbers/tidy';
import { dot, unit, type Vec3 } from '../../../core/geometry/vec3';
import { lookAlong } from '../../../core/sights/make/pictorial';
import type { Sight } from '../../../core/sights/sight';
import { FigureField } from '../../figures/figure-field';
import { degrees, level, millimetres } from '../../figures/format';
import { parseAngle, parseLength } from '../../figures/parse';
import type { SlateProps } from './slate-props';

type Trim = NonNullable<Sight['trims']>[number];

/** One trim: how it lies and where it stands, turned to the other side or put away. */
export function TrimFields({ sight, at, onChange }: Pick<SlateProps, 'sight' | 'onChange'> & { readonly at: number }) {
  const trims = sight.trims!;
  const { origin, normal } = trims[at]!;
  const way = unit(normal);
  const isLevel = Math.abs(way[2]) > 1 - 1e-9;
  const [turn, tilt] = [Math.atan2(way[1], way[0]), Math.asin(Math.max(-1, Math.min(1, way[2])))];
  const words = `trim ${at + 1}`;
  const put = (own: Trim | null, label: string) => {
    const next = own ? trims.map((trim, k) => (k === at ? own : trim)) : trims.filter((_, k) => k !== at);
    onChange({ ...sight, trims: next.length ? next : undefined }, `${label} ${at + 1} of ${sight.number}`);
  };
  const stands = isLevel ? origin[2] : dot(origin, way);
  const moveTo = (to: number) => {
    const by = isLevel ? (to - stands) * Math.sign(way[2]) : to - stands;
    put({ normal, origin: origin.map((x, k) => tidyLength(x + way[k]! * by)) as unknown as Vec3 }, 'Trim');
  };
  const aim = (own: { turn?: number; tilt?: number }) => put({ origin, normal: lookAlong(own.turn ?? turn, -(own.tilt ?? tilt)) }, 'Trim');
  return (
    <>
      <span className="flex items-baseline gap-1.5">
        <button
          type="button"
          className="rounded-[2px] border border-rule2 bg-sheet px-1.5 leading-[17px] hover:line-through"
          title={`Put ${words} away`}
          onClick={() => put(null, 'Put away trim')}
        >
          {words}
        </button>
        <FigureField
          label={isLevel ? (way[2] > 0 ? 'above' : 'below') : 'beyond'}
          hint={isLevel ? 'Level in the file' : 'Along its own direction, from the zero of the file'}
          width={50}
          value={isLevel ? level(stands) : millimetres(stands)}
          parse={(t) => parseLength(t, { present: stands })}
          onChange={moveTo}
        />
        <button
          type="button"
          className="word"
          title="Takes away the other side"
          onClick={() => put({ origin, normal: normal.map((x) => -x + 0) as unknown as Vec3 }, 'Other side of trim')}
        >
          Flip
        </button>
      </span>
      <span className="flex items-baseline gap-1.5">
        <FigureField
          label="turn"
          hint="Direction of what is taken away, about the upright, from the X axis"
          width={50}
          value={degrees(turn)}
          parse={(t) => parseAngle(t, turn)}
          onChange={(to) => aim({ turn: to, ...(isLevel && { tilt: 0 }) })}
        />
        <FigureField
          label="up"
          hint="How far that direction points up"
          width={50}
          value={degrees(tilt)}
          parse={(t) => parseAngle(t, tilt)}
          onChange={(to) => aim({ tilt: to })}
        />
      </span>
    </>
  );
}
