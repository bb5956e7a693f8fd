import { useMemo } from 'react';
import { fitsElement } from '../../../core/sights/shown';
import type { Rule, Sight } from '../../../core/sights/sight';
import { solidCount } from '../../data/class-counts';
import type { ModelInfo } from '../../data/database';
import { toldRules } from '../../../core/sights/named-sets';
import { useProject } from '../../project/use-project';
import { AddRule, wordsOf } from './add-rule';
import { Group } from './slate-group';

interface Props {
  readonly model: ModelInfo;
  readonly sight: Sight;
  readonly onChange: (sight: Sight, label: string) => void;
}

/** What the sight does not show, what it shows without cutting it, and what keeps its joints. */
export function ShownGroup({ model, sight, onChange }: Props) {
  const { project } = useProject();
  const { show } = sight;
  const { sets } = project;
  const rules = show ?? [];
  const [only, not] = [rules.filter((r) => r.use !== 'exclude'), rules.filter((r) => r.use === 'exclude')];
  // a hand that drags the sight changes nothing of what it shows
  const shown = useMemo(() => countShown(model, toldRules(show, Object.values(sets)) ?? []), [model, show, sets]);
  const change = (show: readonly Rule[]) => onChange({ ...sight, show }, `What ${sight.number} shows`);
  return (
    <Group title="Shown" note={`${shown} of ${solidCount(model)}`} wide>
      <div className="flex min-w-0 items-baseline gap-4">
        <Rules label="Show only" model={model} rules={only} onChange={(next) => change([...next, ...not])} />
        <Rules label="Leave out" model={model} rules={not} use="exclude" onChange={(next) => change([...only, ...next])} />
      </div>
      <div className="flex min-w-0 items-baseline gap-4">
        {(sight.kind === 'section' || sight.kind === 'plan') && (
          <Rules
            label="Leave whole"
            title="What is shown as it stands beyond the plane, though the plane runs through it"
            model={model}
            rules={sight.leaveWhole ?? []}
            onChange={(leaveWhole) => onChange({ ...sight, leaveWhole }, `What ${sight.number} leaves whole`)}
          />
        )}
        <Rules
          label="Keep joints"
          title="What keeps the lines between its pieces, though they lie flush and are of one material"
          model={model}
          rules={sight.joints ?? []}
          isWide
          onChange={(joints) => onChange({ ...sight, joints }, `Joints of ${sight.number}`)}
        />
      </div>
    </Group>
  );
}

/** How many elements rules show, as far as their facts tell: a rule about a material may leave other parts of an element. */
function countShown(model: ModelInfo, rules: readonly Rule[]): number {
  const solid = model.elements.filter((e) => e.use !== 'space');
  const include = rules.filter((r) => r.use !== 'exclude');
  const exclude = rules.filter((r) => r.use === 'exclude' && r.material === undefined);
  const fits = (of: readonly Rule[], e: ModelInfo['elements'][number]) =>
    of.some((rule) => fitsElement(rule, e, model.storeys, model.fileName));
  return solid.filter((e) => (!include.length || fits(include, e)) && !fits(exclude, e)).length;
}

function Rules({
  label,
  model,
  rules,
  use,
  title,
  isWide = false,
  onChange,
}: {
  readonly label: string;
  readonly title?: string;
  /** Whether all and materials can be named too. */
  readonly isWide?: boolean;
  readonly model: ModelInfo;
  readonly rules: readonly Rule[];
  readonly use?: 'exclude';
  readonly onChange: (rules: readonly Rule[]) => void;
}) {
  return (
    <div className="flex min-w-0 items-baseline gap-1.5">
      <span className="min-w-[62px] text-graphite" title={title}>
        {label}
      </span>
      {rules.map((rule, i) => (
        <button
          key={i}
          type="button"
          title="Take this rule away"
          className="rounded-[2px] border border-rule2 bg-sheet px-1.5 leading-[17px] hover:line-through"
          onClick={() => onChange(rules.filter((_, k) => k !== i))}
        >
          {wordsOf(rule, model)}
        </button>
      ))}
      <AddRule {...{ label, model, rules, isWide }} onAdd={(rule) => onChange([...rules, use ? { ...rule, use } : rule])} />
    </div>
  );
}
