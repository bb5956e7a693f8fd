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
  /** Whether all and materials can be named too. */
  readonly isWide?: boolean;
  readonly onAdd: (rule: Rule) => void;
}

/** A rule more: a set, a model, a class of elements. */
export function AddRule({ label, model, rules, isWide = false, onAdd }: Props) {
  const named = new Set(rules.map((r) => r.class?.toLowerCase()));
  const classes = [...classCounts(model).keys()].filter((c) => !named.has(c.toLowerCase()));
  const { project } = useProject();
  const sets = Object.values(project.sets ?? {}).filter((s) => !rules.some((r) => r.set === s.name));
  const models = (model.parts ?? []).length > 1 ? model.parts!.filter((m) => !rules.some((r) => r.model === m.name)) : [];
  const materials = isWide ? model.materials.filter((m) => !rules.some((r) => r.material === m)) : [];
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="word" aria-label={`Add to ${label}`}>
        Add
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu max-h-80 overflow-auto" side="top" align="start" sideOffset={4}>
          {isWide && !rules.some(isAll) && <DropdownMenu.Item onSelect={() => onAdd({})}>Everything</DropdownMenu.Item>}
          {sets.map(({ id, name }) => (
            <DropdownMenu.Item key={id} onSelect={() => onAdd({ set: name })}>
              {name}
            </DropdownMenu.Item>
          ))}
          {models.map(({ key, name }) => (
            <DropdownMenu.Item key={key} onSelect={() => onAdd({ model: name })}>
              All of {name}
            </DropdownMenu.Item>
          ))}
          {classes.map((c) => (
            <DropdownMenu.Item key={c} onSelect={() => onAdd({ class: c })}>
              {classWords(c)}
            </DropdownMenu.Item>
          ))}
          {materials.map((material) => (
            <DropdownMenu.Item key={`of ${material}`} onSelect={() => onAdd({ material })}>
              {material}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const isAll = (rule: Rule): boolean => Object.keys(rule).length === 0;
/** What a rule picks, in a word. */
export const wordsOf = (rule: Rule): string =>
  isAll(rule)
    ? 'everything'
    : (rule.model ??
      (rule.class ? classWords(rule.class) : (rule.set ?? rule.name ?? rule.material ?? rule.storey ?? rule.id ?? '')).toLowerCase());
