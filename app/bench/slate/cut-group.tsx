import type { Vec2 } from '../../../core/geometry/vec3';
import { degrees, level, millimetres } from '../../figures/format';
import { parseAngle, parseLength } from '../../figures/parse';
import { Pick } from '../../ui/pick';
import { FigureField } from '../../figures/figure-field';
import { angleOf, frameOf, lineLength, lineOf, lookingWords, stretch, turnTo, withLine } from '../sight-geometry';
import { positive } from './positive';
import { Group, Pair } from './slate-group';
import type { SlateProps } from './slate-props';

/** Where a sight cuts, or which way an elevation looks. */
export function CutGroup({ model, sight, onChange, firstField }: SlateProps) {
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
      <FigureField
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
          <FigureField
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
          <FigureField
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
      <Group title="Cut" note={sight.storey === undefined ? 'level, mm in the file' : 'level, mm over the storey'} tone="text-madder">
        {sight.storey !== undefined && (
          <Pair>
            <Pick
              label="Storey"
              labelWidth={38}
              value={typeof sight.storey === 'string' ? sight.storey : null}
              options={model.storeys.map((s) => [s.name, s.name])}
              onChange={(to) => onChange({ ...sight, storey: to }, `Storey of ${sight.number}`)}
            />
          </Pair>
        )}
        <Pair>
          <FigureField
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
        <FigureField
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
