import type { Vec3 } from '../../../core/geometry/vec3';
import { FigureField } from '../../figures/figure-field';
import { degrees, level, millimetres } from '../../figures/format';
import { parseAngle, parseLength } from '../../figures/parse';
import { Group, Pair } from './slate-group';
import type { SlateProps } from './slate-props';

const DEGREE = Math.PI / 180;

/** From where a perspective is seen, what it looks at, and how wide. */
export function EyeGroup({ sight, onChange, firstField }: SlateProps) {
  const field = (which: 'eye' | 'target', axis: 0 | 1 | 2) => {
    const at = sight[which]!;
    const word = which === 'eye' ? 'Eye' : 'Target';
    return (
      <FigureField
        label={axis === 2 ? `${word}, level` : axis ? `${word}, second figure` : word}
        hideLabel={axis > 0}
        labelWidth={axis ? 0 : 38}
        value={axis === 2 ? level(at[2]) : millimetres(at[axis])}
        parse={(t) => parseLength(t, { present: at[axis] })}
        onChange={(to) => onChange({ ...sight, [which]: at.map((x, k) => (k === axis ? to : x)) as unknown as Vec3 }, `${word} of ${sight.number}`)} // prettier-ignore
        {...(which === 'eye' && axis === 0 && { fieldRef: firstField })}
      />
    );
  };
  const fov = sight.fov ?? null;
  return (
    <Group title="Seen" note="from, to, mm and level" tone="text-verdigris">
      <Pair>
        {field('eye', 0)}
        {field('eye', 1)}
        {field('eye', 2)}
        <FigureField
          label="Angle"
          hint="Of view, from side to side"
          value={fov === null ? null : degrees(fov * DEGREE)}
          parse={(t) => {
            const parsed = parseAngle(t, (fov ?? 60) * DEGREE);
            return parsed.ok && !(parsed.value >= DEGREE && parsed.value <= 170 * DEGREE)
              ? { ok: false, expected: 'an angle from 1 to 170' }
              : parsed;
          }}
          onChange={(to) => onChange({ ...sight, fov: Math.round((to / DEGREE) * 1e6) / 1e6 }, `Angle of ${sight.number}`)}
          onClear={() => onChange({ ...sight, fov: undefined }, `Angle of ${sight.number}`)}
        />
      </Pair>
      <Pair>
        {field('target', 0)}
        {field('target', 1)}
        {field('target', 2)}
      </Pair>
    </Group>
  );
}
