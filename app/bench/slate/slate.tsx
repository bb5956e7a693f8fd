import type { Vec2 } from '../../../core/geometry/vec3';
import { landmarksOf } from '../../../core/annotation/landmarks';
import { limitsOf } from '../../../core/sights/limits';
import type { Limits, Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import type { ProjectSight } from '../../data/project';
import { degrees, level, millimetres } from '../../figures/format';
import { parseAngle, parseLength } from '../../figures/parse';
import { Choice } from '../../ui/choice';
import { LengthField } from '../../ui/length-field';
import { angleOf, frameOf, lineLength, lineOf, lookingWords, stretch, turnTo, withLine } from '../sight-geometry';
import { Group } from './slate-group';
import { SCALES } from '../../figures/usual-scale';
import { ShownGroup } from './slate-shown';

interface Props {
  readonly model: ModelInfo;
  readonly entry: ProjectSight;
  readonly sight: Sight;
  readonly onChange: (sight: Sight, label: string) => void;
  readonly onScale: (scale: number) => void;
  readonly onFlip: () => void;
  readonly onRemove: () => void;
  readonly firstField: React.Ref<HTMLInputElement>;
}

/** The band below: everything about the selected sight as figures that can be typed. */
export function Slate(props: Props) {
  const { model, entry, sight, onScale, onRemove } = props;
  return (
    <section aria-label="Slate" className="col-span-full flex min-h-[88px] min-w-0 flex-wrap border-t border-ink bg-paper">
      <Group title={sight.number}>
        <span>{sight.kind}</span>
        <button type="button" className="word justify-self-start" onClick={onRemove}>
          Remove
        </button>
      </Group>
      <CutGroup {...props} />
      <LookGroup {...props} />
      <LimitsGroup {...props} />
      <ShownGroup {...props} />
      <Group title="Drawn to" last>
        <label className="inline-flex items-baseline gap-1">
          <span className="min-w-[38px] text-graphite">Scale</span>
          <select className="field text-left!" value={entry.scale} onChange={(e) => onScale(Number(e.target.value))}>
            {(SCALES.includes(entry.scale) ? SCALES : [...SCALES, entry.scale].sort((a, b) => a - b)).map((s) => (
              <option key={s} value={s}>
                1:{s}
              </option>
            ))}
          </select>
        </label>
        <MarksShown model={model} sight={sight} onChange={props.onChange} />
      </Group>
    </section>
  );
}

/** Whether the storeys' levels and the model's grid lines are put on the drawing, where it can have them. */
function MarksShown({ model, sight, onChange }: Pick<Props, 'model' | 'sight' | 'onChange'>) {
  const { levels, axes } = landmarksOf(model, sight);
  const toggle = (key: 'levels' | 'grid', word: string) => (
    <label className="inline-flex items-baseline gap-1">
      <input
        type="checkbox"
        className="accent-ink"
        checked={sight[key] ?? true}
        onChange={(e) => onChange({ ...sight, [key]: e.target.checked ? undefined : false }, `${word} of ${sight.number}`)}
      />
      {word}
    </label>
  );
  if (!levels.length && !axes.length) return <span className="text-[12px] text-graphite">no levels, no grid</span>;
  return (
    <Pair>
      {levels.length > 0 && toggle('levels', 'Levels')}
      {axes.length > 0 && toggle('grid', 'Grid lines')}
    </Pair>
  );
}

const Pair = ({ children }: { readonly children: React.ReactNode }) => <div className="flex items-baseline gap-1.5">{children}</div>;

function CutGroup({ model, sight, onChange, firstField }: Props) {
  if (sight.kind === 'section' && sight.path) {
    const line = lineOf(sight)!;
    const [a, b] = sight.path as [Vec2, Vec2];
    // grid tags count along the axis that a figure stands for, if the grid is square to it
    const grid = (axis: 0 | 1) =>
      Object.fromEntries(
        model.grid.filter((g) => Math.abs(g.from[axis] - g.to[axis]) < 1e-6).map((g) => [g.tag, g.from[axis] + model.origin[axis]]),
      );
    const end = (i: 0 | 1, axis: 0 | 1) => (metres: number) => {
      const path = [[...a], [...b]] as [[number, number], [number, number]];
      path[i][axis] = metres;
      onChange({ ...sight, path }, `${i ? 'To' : 'From'} of ${sight.number}`);
    };
    const field = (label: string, i: 0 | 1, axis: 0 | 1, hide = false) => (
      <LengthField
        label={label}
        hideLabel={hide}
        labelWidth={hide ? 0 : 28}
        value={millimetres([a, b][i]![axis])}
        parse={(t) => parseLength(t, { present: [a, b][i]![axis], grid: grid(axis) })}
        onChange={end(i, axis)}
        {...(i === 0 && axis === 0 && { fieldRef: firstField })}
      />
    );
    return (
      <Group title="Cut" note="two points, mm" tone="text-madder">
        <Pair>
          {field('From', 0, 0)}
          {field('From, second figure', 0, 1, true)}
          <LengthField
            label="Length"
            labelWidth={38}
            value={millimetres(lineLength(line))}
            parse={(t) => positive(parseLength(t, { present: lineLength(line) }))}
            onChange={(m) => onChange(withLine(sight, stretch(line, m)), `Length of ${sight.number}`)}
          />
        </Pair>
        <Pair>
          {field('To', 1, 0)}
          {field('To, second figure', 1, 1, true)}
          <LengthField
            label="Turn"
            labelWidth={38}
            value={degrees(angleOf(line))}
            parse={(t) => parseAngle(t, angleOf(line))}
            onChange={(angle) => onChange(withLine(sight, turnTo(line, angle)), `Turn of ${sight.number}`)}
          />
        </Pair>
      </Group>
    );
  }
  if (sight.kind === 'plan' && sight.height !== undefined) {
    const height = sight.height;
    return (
      <Group title="Cut" note="level, mm over the storey" tone="text-madder">
        <Pair>
          <label className="inline-flex items-baseline gap-1">
            <span className="min-w-[38px] text-graphite">Storey</span>
            <select
              className="field text-left!"
              value={sight.storey ?? ''}
              onChange={(e) => onChange({ ...sight, storey: e.target.value }, `Storey of ${sight.number}`)}
            >
              {model.storeys.map((s) => (
                <option key={s.name}>{s.name}</option>
              ))}
            </select>
          </label>
        </Pair>
        <Pair>
          <LengthField
            label="Height"
            labelWidth={38}
            value={millimetres(height)}
            parse={(t) => parseLength(t, { present: height })}
            onChange={(m) => onChange({ ...sight, height: m }, `Height of ${sight.number}`)}
            fieldRef={firstField}
          />
          <span className="text-graphite">{level(frameOf(model, sight).origin[2])}</span>
        </Pair>
      </Group>
    );
  }
  if (sight.kind === 'elevation' && Array.isArray(sight.toward)) {
    const toward = sight.toward as unknown as Vec2;
    const angle = Math.atan2(toward[1], toward[0]);
    return (
      <Group title="Direction" note="from the X axis" tone="text-verdigris">
        <LengthField
          label="Toward"
          labelWidth={38}
          value={degrees(angle)}
          parse={(t) => parseAngle(t, angle)}
          onChange={(a) => onChange({ ...sight, toward: [Math.cos(a), Math.sin(a)] }, `Direction of ${sight.number}`)}
          fieldRef={firstField}
        />
        <span className="text-graphite">{lookingWords(model, sight)}</span>
      </Group>
    );
  }
  return null;
}

const positive = (parsed: ReturnType<typeof parseLength>) =>
  parsed.ok && parsed.metres < 0.001 ? { ok: false as const, expected: 'a length above 0' } : parsed;

function LookGroup({ model, sight, onChange, onFlip }: Props) {
  const depth = sight.depth ?? null;
  const reach = depth === null ? 'no end' : depth === 0 ? 'cut only' : 'to';
  const canCutOnly = sight.kind === 'section' || sight.kind === 'plan';
  const options: ['no end' | 'to' | 'cut only', string][] = [
    ['no end', 'no end'],
    ['to', 'to'],
    ...(canCutOnly ? [['cut only', 'cut only'] as ['cut only', string]] : []),
  ];
  const compass = (side: 'left' | 'right') => lookingWords(model, { ...sight, look: side }).replace('looking ', '');
  return (
    <Group title="Look" note="side and reach" tone="text-verdigris">
      {sight.kind === 'section' ? (
        <Pair>
          <Choice
            label="Side"
            value={sight.look ?? 'left'}
            options={[
              ['left', `left, ${compass('left')}`],
              ['right', `right, ${compass('right')}`],
            ]}
            onChange={(look) => look !== sight.look && onFlip()}
          />
          <button type="button" className="word" onClick={onFlip}>
            Flip
          </button>
        </Pair>
      ) : (
        <Pair>
          <span className="text-graphite">{lookingWords(model, sight)}</span>
          {sight.kind === 'plan' && (
            <LengthField
              label="overhead"
              value={typeof sight.overhead === 'number' ? millimetres(sight.overhead) : null}
              parse={(t) => positive(parseLength(t, { present: sight.overhead ?? null }))}
              onChange={(m) => onChange({ ...sight, overhead: m }, `Overhead of ${sight.number}`)}
              onClear={() => onChange({ ...sight, overhead: undefined }, `Overhead of ${sight.number}`)}
            />
          )}
        </Pair>
      )}
      <Pair>
        <Choice
          label="Reach"
          value={reach}
          options={options}
          onChange={(to) =>
            onChange(
              { ...sight, depth: to === 'no end' ? null : to === 'cut only' ? 0 : depth || (sight.kind === 'plan' ? 1.2 : 5) },
              `Reach of ${sight.number}`,
            )
          }
        />
        {depth !== null && depth > 0 && (
          <LengthField
            label="Reach"
            hideLabel
            value={millimetres(depth)}
            parse={(t) => positive(parseLength(t, { present: depth }))}
            onChange={(m) => onChange({ ...sight, depth: m }, `Reach of ${sight.number}`)}
          />
        )}
      </Pair>
    </Group>
  );
}

function LimitsGroup({ model, sight, onChange }: Props) {
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
      <LengthField
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
      <Pair>
        {field('left', 'Left')}
        {field('bottom', 'Bottom')}
      </Pair>
      <Pair>
        {field('right', 'Right')}
        {field('top', 'Top')}
      </Pair>
    </Group>
  );
}
