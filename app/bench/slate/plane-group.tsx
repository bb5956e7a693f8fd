import { dot, unit, type Vec3 } from '../../../core/geometry/vec3';
import { tidyLength } from '../../../core/geometry/numbers/tidy';
import { frameAlong, PICTORIAL, pictorial, pictorialName, turnAndTilt, type Pictorial } from '../../../core/sights/make/pictorial';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import { FigureField } from '../../figures/figure-field';
import { degrees, level, millimetres } from '../../figures/format';
import { parseAngle, parseLength, parseNumber } from '../../figures/parse';
import { Pick } from '../../ui/pick';
import { Group, Pair } from './slate-group';
import type { SlateProps } from './slate-props';

const DEGREE = Math.PI / 180;
type Framed = Sight & { readonly frame: NonNullable<Sight['frame']> };

/** How a plane that stands anywhere lies, or from where the whole is seen. */
export function PlaneGroup({ model, sight: any, onChange, firstField }: SlateProps) {
  const sight = any as Framed;
  const { frame, oblique } = sight;
  const { turn, tilt } = turnAndTilt(frame.look, frame.up);
  const turned = (to: { turn?: number; tilt?: number }, word: string) =>
    onChange(
      { ...sight, frame: { ...frame, ...frameAlong(frame.origin, to.turn ?? turn, to.tilt ?? tilt) } },
      `${word} of ${sight.number}`,
    );
  const turnField = (
    <FigureField
      label="Turn"
      labelWidth={34}
      hint="About the upright, from the X axis"
      value={degrees(turn)}
      parse={(t) => parseAngle(t, turn)}
      onChange={(to) => turned({ turn: to }, 'Turn')}
      fieldRef={firstField}
    />
  );
  const tiltField = (
    <FigureField
      label="Tilt"
      hint="Downwards from level"
      value={degrees(tilt)}
      parse={(t) => within(parseAngle(t, tilt))}
      onChange={(to) => turned({ tilt: to }, 'Tilt')}
    />
  );
  if (sight.kind !== 'axonometric')
    return (
      <Group title="Plane" note={frame.cut ? 'it cuts' : 'it cuts nothing'} tone={frame.cut ? 'text-madder' : 'text-verdigris'}>
        <Pair>
          {turnField}
          {tiltField}
        </Pair>
        <PlaceField {...{ sight, onChange }} />
      </Group>
    );
  const way = PICTORIAL.find((own) => isAlike(sight, pictorial(model, own))) ?? null;
  return (
    <Group title="Seen" note={oblique ? 'along slanted rays' : 'square to its plane'} tone="text-verdigris">
      <Pair>
        <Pick
          label="As"
          labelWidth={34}
          value={way}
          options={PICTORIAL.map((own) => [own, pictorialName(model, own).replace(' from the ', ', ')])}
          onChange={(to) => onChange(seen(model, sight, to as Pictorial), `View of ${sight.number}`)}
        />
        {!way && <span className="text-graphite">freely</span>}
      </Pair>
      <Pair>
        {turnField}
        {oblique ? <ObliqueFields {...{ sight, oblique, onChange }} /> : tiltField}
      </Pair>
    </Group>
  );
}

/** Where the plane stands along its normal, or how high a level one lies. */
function PlaceField({ sight, onChange }: { readonly sight: Framed; readonly onChange: SlateProps['onChange'] }) {
  const { origin, look: way } = sight.frame;
  const look = unit(way);
  const isLevel = Math.abs(look[2]) > 1 - 1e-9;
  const at = isLevel ? origin[2] : dot(origin, look);
  const put = (to: number) => {
    const by = isLevel ? (to - at) * Math.sign(look[2]) : to - at;
    const moved = origin.map((x, k) => tidyLength(x + look[k]! * by)) as unknown as Vec3;
    onChange({ ...sight, frame: { ...sight.frame, origin: moved } }, `Move ${sight.number}`);
  };
  return (
    <FigureField
      label={isLevel ? 'Level' : 'Along'}
      labelWidth={34}
      hint={isLevel ? 'In the file' : 'Along its own direction, from the zero of the file'}
      value={isLevel ? level(at) : millimetres(at)}
      parse={(t) => parseLength(t, { present: at })}
      onChange={put}
    />
  );
}

function ObliqueFields({
  sight,
  oblique,
  onChange,
}: {
  readonly sight: Framed;
  readonly oblique: NonNullable<Sight['oblique']>;
  readonly onChange: SlateProps['onChange'];
}) {
  // prettier-ignore
  return (
    <>
      <FigureField
        label="Angle"
        hint="Along which depths run, counter-clockwise from right"
        value={degrees(oblique.angle * DEGREE)}
        parse={(t) => parseAngle(t, oblique.angle * DEGREE)}
        onChange={(to) => onChange({ ...sight, oblique: { ...oblique, angle: Math.round((to / DEGREE) * 1e6) / 1e6 } }, `Angle of ${sight.number}`)} // prettier-ignore
      />
      <FigureField
        label="Depths"
        hint="How long a metre of depth is drawn"
        value={String(oblique.scale)}
        parse={(t) => parseNumber(t, 0.01, 10)}
        onChange={(to) => onChange({ ...sight, oblique: { ...oblique, scale: to } }, `Depths of ${sight.number}`)}
      />
    </>
  );
}

/** The same sight seen in another usual way. */
function seen(model: ModelInfo, sight: Framed, way: Pictorial): Sight {
  const made = pictorial(model, way);
  return {
    ...sight,
    frame: { ...made.frame!, origin: sight.frame.origin, cut: sight.frame.cut },
    oblique: made.oblique,
  };
}

const isAlike = (a: Framed, b: Omit<Sight, 'number'>): boolean =>
  dot(unit(a.frame.look), unit(b.frame!.look)) > 1 - 1e-12 &&
  dot(unit(a.frame.up), unit(b.frame!.up)) > 1 - 1e-12 &&
  a.oblique?.angle === b.oblique?.angle &&
  a.oblique?.scale === b.oblique?.scale;

type Parsed = ReturnType<typeof parseAngle>;
const within = (parsed: Parsed): Parsed =>
  parsed.ok && Math.abs(parsed.value) > Math.PI / 2 + 1e-12 ? { ok: false, expected: 'an angle from −90 to 90' } : parsed;
