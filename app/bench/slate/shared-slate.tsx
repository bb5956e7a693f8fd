import type { Sight } from '../../../core/sights/sight';
import { canFlip } from '../../../core/sights/moves/flipped';
import type { ModelInfo } from '../../data/database';
import type { ProjectSight } from '../../data/project';
import { FigureField } from '../../figures/figure-field';
import { degrees, millimetres } from '../../figures/format';
import { parseAngle, parseLength, type Parsed } from '../../figures/parse';
import { LookPick } from './look-pick';
import { SCALES } from '../../figures/usual-scale';
import { Pick } from '../../ui/pick';
import type { ManyActs } from '../many-acts';
import { AddRule, wordsOf } from './add-rule';
import { positive } from './positive';
import { Group, Pair } from './slate-group';

interface Props {
  readonly model: ModelInfo;
  readonly all: readonly ProjectSight[];
  readonly acts: ManyActs;
  readonly onPattern: () => void;
}

const DIFFERS = 'differs';
type Figure = 'depth' | 'far' | 'height';
type Side = 'left' | 'right' | 'bottom' | 'top';

/** The Slate of several sights: what they share as figures that change all of them, and *differs* where they do not. */
export default function SharedSlate({ model, all, acts, onPattern }: Props) {
  const sights = all.map((s) => s.sight);
  const kinds = new Set(sights.map((s) => s.kind));
  const only = (...of: Sight['kind'][]) => [...kinds].every((kind) => of.includes(kind));
  /** The one value of all, undefined where they differ. */
  const shared = <T,>(of: (sight: Sight) => T): T | undefined => {
    const first = of(sights[0]!);
    return sights.every((s) => JSON.stringify(of(s)) === JSON.stringify(first)) ? first : undefined;
  };
  const figure = (key: Figure, label: string, words: string, none: string | null, check: (p: Parsed) => Parsed = positive) => {
    const own = shared((s) => s[key] ?? null);
    const put = (to: number | null | undefined) => acts.change((s) => ({ ...s, [key]: to }), words);
    return (
      <FigureField
        label={label}
        labelWidth={48}
        value={typeof own === 'number' ? millimetres(own) : null}
        unset={own === undefined ? DIFFERS : (none ?? 'none')}
        parse={(t) => check(parseLength(t, { present: own ?? null }))}
        onChange={put}
        {...(none && { onClear: () => put(key === 'depth' ? null : undefined) })}
      />
    );
  };
  const limit = (side: Side, label: string) => {
    const own = shared((s) => s.limits?.[side] ?? null);
    const put = (to: number | null) => acts.change((s) => ({ ...s, limits: { ...s.limits, [side]: to } }), `${label} limit`);
    return (
      <FigureField
        label={label}
        labelWidth={44}
        hint="In each drawing, from the zero of its plane"
        value={typeof own === 'number' ? millimetres(own) : null}
        unset={own === undefined ? DIFFERS : 'none'}
        parse={(t) => parseLength(t, { present: own ?? null })}
        onChange={put}
        onClear={() => put(null)}
      />
    );
  };
  const toggle = (key: 'hidden' | 'profile' | 'layersMeet' | 'levels' | 'grid', words: string, isUsual = false) => {
    const own = shared((s) => s[key] ?? isUsual);
    return (
      <label className="inline-flex items-baseline gap-1">
        <input
          type="checkbox"
          className="accent-ink"
          checked={own ?? false}
          ref={(box) => {
            if (box) box.indeterminate = own === undefined;
          }}
          onChange={(e) => acts.change((s) => ({ ...s, [key]: e.target.checked === isUsual ? undefined : e.target.checked }), words)}
        />
        {words}
        {own === undefined && <small className="text-graphite">{DIFFERS}</small>}
      </label>
    );
  };
  const show = shared((s) => s.show ?? []);
  const scale = new Set(all.map((s) => s.scale)).size === 1 ? String(all[0]!.scale) : null;
  const middle = [(model.bounds[0]! + model.bounds[3]!) / 2, (model.bounds[1]! + model.bounds[4]!) / 2] as const;
  const looks = new Set(all.map((s) => s.look));
  const signs = new Set(all.map((s) => s.hidesSign ?? false));
  return (
    <section aria-label="Slate" className="col-span-full flex min-h-[88px] min-w-0 flex-wrap border-t border-ink bg-paper">
      <Group title={`${all.length} sights`} note={[...kinds].join(', ')}>
        <Pair>
          <button type="button" className="word" onClick={onPattern} title="F2 in the Register">
            Number and name
          </button>
        </Pair>
        <Pair>
          <button type="button" className="word" onClick={acts.copy}>
            Copy
          </button>
          <button type="button" className="word" onClick={acts.remove}>
            Remove
          </button>
        </Pair>
      </Group>
      <Group title="Place" note="of each, by" tone="text-madder">
        <Pair>
          <FigureField
            label="Move by"
            labelWidth={48}
            hint="In the direction in which each looks"
            value={millimetres(0)}
            parse={(t) => parseLength(t, { present: 0 })}
            onChange={(by) => by && acts.move(by)}
          />
          {sights.some(canFlip) && (
            <button type="button" className="word" onClick={acts.flip}>
              Flip
            </button>
          )}
        </Pair>
        <Pair>
          <FigureField
            label="Turn by"
            labelWidth={48}
            hint="About the middle of the model; about another point with T"
            value={degrees(0)}
            parse={(t) => parseAngle(t, 0)}
            onChange={(by) => by && acts.turn(middle, by)}
          />
        </Pair>
      </Group>
      <Group title="Look" note="reach, mm" tone="text-verdigris">
        {figure('depth', 'Reach', 'Reach', 'no end')}
        {only('plan', 'ceiling plan') ? figure('height', 'Height', 'Height', null, (p) => p) : figure('far', 'Far from', 'Far', 'none')}
      </Group>
      <Group title="Limits">
        <div className="row-span-2 grid auto-cols-max grid-flow-col grid-rows-[23px_23px] items-baseline gap-x-1.5 gap-y-0.5">
          {limit('left', 'Left')}
          {limit('right', 'Right')}
          {limit('bottom', 'Bottom')}
          {limit('top', 'Top')}
        </div>
      </Group>
      <Group title="Shown" wide {...(!show && { note: DIFFERS })}>
        <Pair>
          <span className="text-graphite">Leave out</span>
          {(show ?? []).map((rule, k) => (
            <button
              key={k}
              type="button"
              title="Take this rule away, of all"
              className="rounded-[2px] border border-rule2 bg-sheet px-1.5 leading-[17px] hover:line-through"
              onClick={() => acts.change((s) => ({ ...s, show: s.show?.filter((_, i) => i !== k) }), 'What is shown')}
            >
              {rule.use === 'exclude' ? '' : 'only '}
              {wordsOf(rule, model)}
            </button>
          ))}
          <AddRule
            label="Leave out"
            model={model}
            rules={show ?? []}
            onAdd={(rule) => acts.change((s) => ({ ...s, show: [...(s.show ?? []), { ...rule, use: 'exclude' }] }), 'What is shown')}
          />
        </Pair>
        <Pair>
          {toggle('hidden', 'Hidden lines')}
          {only('section', 'plan', 'ceiling plan') && toggle('profile', 'Profile only')}
          {only('section', 'plan', 'ceiling plan') && toggle('layersMeet', 'Layers meet')}
        </Pair>
      </Group>
      <Group title="Drawn to" note="scale and look" last>
        <Pair>
          <Pick
            label="Scale"
            hideLabel
            value={scale}
            unset={DIFFERS}
            options={SCALES.map((s) => [String(s), `1:${s}`])}
            onChange={(to) => acts.scale(Number(to))}
          />
          <LookPick look={looks.size === 1 ? [...looks][0] : null} onLook={acts.look} />
          <button type="button" className="word" onClick={() => acts.signs(!signs.has(true))} title="In the plans under other sights">
            {signs.has(true) ? 'Show signs' : 'Hide signs'}
          </button>
        </Pair>
        <Pair>
          {toggle('levels', 'Levels', true)}
          {toggle('grid', 'Grid lines', true)}
        </Pair>
      </Group>
    </section>
  );
}
