import {
  apart,
  changedRule,
  hasLast,
  isOwnList,
  rulesOf,
  withoutRule,
  withRule,
  type RuleList,
} from '../../core/drafting/standard/edit-standard';
import { layerFault } from '../../core/drafting/standard/layer-fields';
import type { FillRule, LineRule, SurfaceRule, ToneRule } from '../../core/drafting/standard/standard';
import { ROLES } from '../../core/sights/role';
import { FigureField } from '../figures/figure-field';
import { parseNumber } from '../figures/parse';
import { Pick } from '../ui/pick';
import { LayerFields } from './layer-name';
import { LIST_WORDS } from './rule-words';
import { TextField } from './text-field';
import type { StandardEdit } from './use-standard';
import type { Known } from './known-names';

interface Props {
  readonly edit: StandardEdit;
  readonly look: number;
  readonly list: RuleList;
  readonly at: number | null;
  /** Names that the model and the project have. */
  readonly known: Known;
  readonly onSelect: (at: number | null) => void;
}

const SIGHTS = ['section', 'elevation', 'plan', 'ceiling plan', 'axonometric', 'perspective'] as const;
const ANY = 'any';
const LABEL = 74;

/** All that the chosen rule asks for, and what is done with the rule itself. */
export function RulePanel({ edit, look, list, at, known, onSelect }: Props) {
  const { standard } = edit;
  const rules = rulesOf(standard, look, list);
  const rule = at === null ? undefined : rules[at];
  const own = isOwnList(standard, look, list);
  if (!rule || at === null)
    return (
      <section aria-label="Rule" className="border-b border-rule2 p-3">
        <h2 className="text-[13px] leading-5 font-semibold">No rule is chosen</h2>
        <p className="text-graphite">Click one below, or a line or a cut face in the drawing: the rule that caught it is shown.</p>
      </section>
    );
  const isLast = hasLast(list) && at === rules.length - 1;
  const set = (what: string, change: Record<string, unknown>) =>
    void edit.change(`${what} of rule ${at + 1}`, changedRule(standard, look, list, at, change));
  const line = rule as LineRule;
  const fill = rule as FillRule;
  const surface = rule as SurfaceRule;
  const word = (
    label: string,
    key: 'class' | 'elementType' | 'material' | 'name' | 'set' | 'storey' | 'sourceLayer',
    options: readonly string[],
  ) => (
    <TextField
      key={key}
      label={label}
      labelWidth={LABEL}
      width={150}
      value={line[key] ?? ''}
      options={options}
      onChange={(typed) => set(label, { [key]: typed || undefined })}
    />
  );
  const figure = (
    label: string,
    value: number | undefined,
    to: number,
    onChange: (value: number | undefined) => void,
    unset = ANY,
    least = 0,
  ) => (
    <FigureField
      label={label}
      value={value === undefined ? null : String(value)}
      unset={unset}
      width={44}
      parse={(text) => parseNumber(text, least, to)}
      onChange={onChange}
      onClear={() => onChange(undefined)}
    />
  );
  return (
    <section aria-label="Rule" className="grid gap-[3px] border-b border-rule2 p-3">
      <h2 className="flex items-baseline justify-between text-[13px] leading-5 font-semibold">
        Rule {at + 1} <span className="text-[12px] font-normal text-graphite">{LIST_WORDS[list].toLowerCase()}</span>
      </h2>
      {isLast ? (
        <p className="text-graphite">For everything that no rule before it has caught.</p>
      ) : (
        <>
          {list === 'lines' && (
            <Pick
              label="Role"
              labelWidth={LABEL}
              value={line.role ?? ANY}
              options={[ANY, ...ROLES].map((role) => [role, role])}
              onChange={(role) => set('Role', { role: role === ANY ? undefined : role })}
            />
          )}
          {word('Class', 'class', known.classes)}
          {word('Material', 'material', known.materials)}
          {word('Name', 'name', [])}
          {word('Type', 'elementType', known.types)}
          {word('Set', 'set', known.sets)}
          {word('Storey', 'storey', known.storeys)}
          {word('File layer', 'sourceLayer', known.layers)}
          <Pick
            label="Sight"
            labelWidth={LABEL}
            value={line.sight ?? ANY}
            options={[ANY, ...SIGHTS].map((kind) => [kind, kind])}
            onChange={(kind) => set('Sight', { sight: kind === ANY ? undefined : kind })}
          />{' '}
          {list === 'lines' && (
            <p className="flex flex-wrap gap-x-3">
              {figure('From, m', line.distance?.from, 1e6, (from) => set('Distance', { distance: together({ ...line.distance, from }) }))}
              {figure('to, m', line.distance?.to, 1e6, (to) => set('Distance', { distance: together({ ...line.distance, to }) }))}
              {figure('Jump, m', line.jump, 1e6, (jump) => set('Jump', { jump }))}
            </p>
          )}
          {(list === 'lines' || list === 'fills') &&
            figure('Layer of a build-up', fill.buildUpLayer, 99, (buildUpLayer) => set('Layer of a build-up', { buildUpLayer }))}{' '}
        </>
      )}
      {list === 'fills' && fill.pattern !== 'none' && fill.pattern !== 'solid' && (
        <p className="flex flex-wrap items-baseline gap-x-3 border-t border-rule pt-1">
          <Pick
            label="Lengths of"
            value={fill.size ?? 'paper'}
            options={[
              ['paper', 'paper'],
              ['model', 'the model'],
            ]}
            onChange={(size) => set('Lengths', { size: size === 'paper' ? undefined : size })}
          />{' '}
          <Pick
            label="lies"
            value={fill.along ?? 'level'}
            options={[
              ['level', 'level'],
              ['long side', 'along the long side'],
            ]}
            onChange={(along) => set('Direction', { along: along === 'level' ? undefined : along })}
          />{' '}
          {fill.pattern === 'wave' && figure('Pitch', fill.pitch, 1, (pitch) => set('Pitch', { pitch }), '0.62')}
          {figure('Solid below, mm', fill.solidBelow, 100, (solidBelow) => set('Solid below', { solidBelow }), 'never')}
        </p>
      )}
      {list === 'surfaces' && surface.pattern !== 'none' && (
        <p className="flex flex-wrap items-baseline gap-x-3 border-t border-rule pt-1">
          {figure('Turned, °', surface.turn, 360, (turn) => set('Turn', { turn }), '0', -360)}
          {figure(
            'From along, m',
            surface.from?.[0],
            1e6,
            (along) => set('Origin', { from: originOf(along, surface.from?.[1]) }),
            '0',
            -1e6,
          )}
          {figure('up, m', surface.from?.[1], 1e6, (up) => set('Origin', { from: originOf(surface.from?.[0], up) }), '0', -1e6)}
        </p>
      )}
      {list === 'tones' && (
        <p className="flex flex-wrap gap-x-3 border-t border-rule pt-1">
          {figure('Opacity', (rule as ToneRule).opacity, 1, (opacity) => set('Opacity', { opacity }), '1')}
          {figure(
            'Pale by',
            (rule as ToneRule).fade?.by,
            1,
            (by) => set('Fade', { fade: by ? { from: 0, to: 30, ...(rule as ToneRule).fade, by } : undefined }),
            'none',
          )}{' '}
          {(rule as ToneRule).fade &&
            figure('at, m', (rule as ToneRule).fade!.to, 1e6, (to) => set('Fade', { fade: { ...(rule as ToneRule).fade, to } }))}{' '}
        </p>
      )}
      {list !== 'surfaces' && (
        <LayerFields layer={line.layer} fault={layerFault(line.layer)} onChange={(layer) => set('Layer', { layer })} />
      )}
      <p className="flex flex-wrap gap-x-3 pt-1">
        {list === 'lines' && (
          <button type="button" className="word" onClick={() => set('Drawn', { drawn: line.drawn === false ? undefined : false })}>
            {line.drawn === false ? 'Draw' : 'Do not draw'}
          </button>
        )}
        <button
          type="button"
          className="word"
          onClick={() =>
            void edit
              .change(`Rule like ${at + 1}`, withRule(standard, look, list, at, copyOf(rule, isLast)))
              .then((is) => is && onSelect(at))
          }
        >
          Add one like it
        </button>
        {!isLast && (
          <button
            type="button"
            className="word"
            onClick={() =>
              void edit.change(`Rule ${at + 1} removed`, withoutRule(standard, look, list, at)).then((is) => is && onSelect(null))
            }
          >
            Remove
          </button>
        )}
        {!own && edit.looks.length > 1 && (
          <button
            type="button"
            className="word"
            title="These rules are shared with the other looks that have none of their own"
            onClick={() => void edit.change(`Rules of ${edit.looks[look]} apart`, apart(standard, look, list))}
          >
            Set {edit.looks[look]} apart
          </button>
        )}
      </p>
    </section>
  );
}

/** A distance without either end is none. */
const together = (distance: { readonly from?: number | undefined; readonly to?: number | undefined }) => {
  const { from, to } = distance;
  return from === undefined && to === undefined ? undefined : { ...(from !== undefined && { from }), ...(to !== undefined && { to }) };
};

/** Like the last rule, which asks for nothing, one begins that asks for a class yet to be told. */
const copyOf = <R extends object>(rule: R, isLast: boolean): R => (isLast ? { class: 'Wall', ...rule } : { ...rule });

/** From where a pattern counts; nothing where that is the zero of the model. */
const originOf = (along = 0, up = 0): readonly [number, number] | undefined => (along || up ? [along, up] : undefined);
