import { useMemo } from 'react';
import { DropdownMenu } from 'radix-ui';
import type { Rule } from '../../../core/sights/sight';
import { classWords } from '../../figures/class-words';
import { classCounts } from '../../data/class-counts';
import type { ModelInfo } from '../../data/database';
import { useProject } from '../../project/use-project';

interface Props {
  readonly label: string;
  readonly model: ModelInfo;
  /** Those that are there already: what they name is not offered again. */
  readonly rules: readonly Rule[];
  /** Whether all can be named too. */
  readonly isWide?: boolean;
  readonly onAdd: (rule: Rule) => void;
}

/** A rule more: a set, a model, or elements by class, type, storey, material or layer. */
export function AddRule({ label, model, rules, isWide = false, onAdd }: Props) {
  const { project } = useProject();
  const { classes, groups } = useOffers(model);
  const sets = Object.values(project.sets ?? {}).map(({ name }): Offer => [name, { set: name }]);
  const models = (model.parts ?? []).length > 1 ? model.parts!.map(({ name }): Offer => [`All of ${name}`, { model: name }]) : [];
  const isNew = ([, rule]: Offer) => !rules.some((own) => isSameRule(own, rule));
  const item = ([words, rule]: Offer) => (
    <DropdownMenu.Item key={JSON.stringify(rule)} onSelect={() => onAdd(rule)}>
      {words}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="word" aria-label={`Add to ${label}`}>
        Add
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu max-h-80 overflow-auto" side="top" align="start" sideOffset={4}>
          {isWide && !rules.some(isAll) && item(['Everything', {}])}
          {[...sets, ...models].filter(isNew).map(item)}
          {classes.filter(isNew).map(item)}
          {groups.map(({ title, offers }) => {
            const fresh = offers.filter(isNew);
            if (!fresh.length) return null;
            return (
              <DropdownMenu.Sub key={title}>
                <DropdownMenu.SubTrigger>
                  {title} <span aria-hidden="true">›</span>
                </DropdownMenu.SubTrigger>
                <DropdownMenu.Portal>
                  <DropdownMenu.SubContent className="menu max-h-80 overflow-auto" collisionPadding={8}>
                    {fresh.map(item)}
                  </DropdownMenu.SubContent>
                </DropdownMenu.Portal>
              </DropdownMenu.Sub>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

type Offer = readonly [words: string, rule: Rule];

/** By what elements can be picked in a model: classes, and other ways with what there is of each. */
function useOffers(model: ModelInfo): {
  readonly classes: readonly Offer[];
  readonly groups: readonly { readonly title: string; readonly offers: readonly Offer[] }[];
} {
  return useMemo(() => {
    const all = (of: (e: ModelInfo['elements'][number]) => string | undefined) =>
      [...new Set(model.elements.flatMap((e) => (e.use === 'space' ? [] : (of(e) ?? []))))].filter(Boolean).sort();
    const storeys = new Set(all((e) => model.storeys[e.storey]?.name));
    return {
      classes: [...classCounts(model).keys()].map((name): Offer => [classWords(name), { class: name }]),
      groups: [
        { title: 'By type', offers: all((e) => e.type).map((type): Offer => [type, { type }]) },
        { title: 'By storey', offers: model.storeys.filter((s) => storeys.has(s.name)).map(({ name }): Offer => [name, { storey: name }]) },
        { title: 'By material', offers: model.materials.map((material): Offer => [material, { material }]) },
        { title: 'By layer of the file', offers: all((e) => e.facts?.layer).map((layer): Offer => [layer, { layer }]) },
      ],
    };
  }, [model]);
}

const isSameRule = ({ use: _, ...a }: Rule, b: Rule): boolean =>
  JSON.stringify(Object.entries(a).sort()) === JSON.stringify(Object.entries(b).sort());
const isAll = (rule: Rule): boolean => Object.keys(rule).length === 0;
/** What a rule picks, in a word; an element by its name. */
export function wordsOf(rule: Rule, { elements }: ModelInfo): string {
  if (isAll(rule)) return 'everything';
  if (rule.ids && !rule.set) return rule.ids.length === 1 ? '1 element' : `${rule.ids.length} elements`;
  if (rule.class) return classWords(rule.class).toLowerCase();
  const named = rule.id && elements.find((e) => e.id === rule.id)?.name;
  return (
    rule.model ??
    rule.set?.toLowerCase() ??
    rule.type ??
    rule.name ??
    rule.material ??
    rule.layer ??
    rule.storey ??
    (named || rule.id || '')
  );
}
