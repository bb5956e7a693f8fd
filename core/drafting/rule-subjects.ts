import type { DrawingNames, ElementName } from './drawing-names';
import type { RuleSubject } from './rule-fits';
import type { Conditions } from './standard/standard';

/** A named set of a project: ids of elements. */
export interface NamedSet {
  readonly name: string;
  readonly elements: readonly string[];
}

const NAMELESS: Omit<ElementName, 'id'> = { class: '', material: undefined };

/** Those of a drawing, where neither names nor sets are asked for: they hang on no standard, and stay as long as its names do. */
const _plain = new WeakMap<DrawingNames, Map<string, RuleSubjects>>();

/** What some rules are asked about in a drawing. */
export function subjectsOf(names: DrawingNames, sight: string, rules: readonly Conditions[], sets: readonly NamedSet[] = []): RuleSubjects {
  if (rules.some(({ set }) => set !== undefined)) return new RuleSubjects(names, sight, rules, sets);
  const key = `${sight} ${rules.some(({ name }) => name !== undefined)}`;
  const known = _plain.get(names) ?? new Map<string, RuleSubjects>();
  _plain.set(names, known);
  const found = known.get(key) ?? new RuleSubjects(names, sight, rules);
  known.set(key, found);
  return found;
}

/** What rules are asked about, by a number: elements that no rule can tell apart are one. */
export class RuleSubjects {
  readonly all: RuleSubject[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly byElement = new Map<number, number>();
  private readonly kinds = new Map<string, number>();
  private readonly kindAt = new Map<number, number>();
  private readonly setsOf = new Map<string, string[]>();
  private readonly byName: boolean;

  /**
   * @param sight its kind
   * @param sets those of the project, where a rule asks for one
   */
  constructor(
    private readonly names: DrawingNames,
    private readonly sight: string,
    rules: readonly Conditions[],
    sets: readonly NamedSet[] = [],
  ) {
    // names and sets tell nearly every element from the next: they are looked at only where they matter
    this.byName = rules.some(({ name }) => name !== undefined);
    const asked = new Set(rules.flatMap(({ set }) => set?.toLowerCase() ?? []));
    for (const { name, elements } of sets)
      if (asked.has(name.toLowerCase())) for (const id of elements) this.setsOf.set(id, [...(this.setsOf.get(id) ?? []), name]);
  }

  of(element: number): number {
    let number = this.byElement.get(element);
    if (number === undefined) this.byElement.set(element, (number = this.numbered(this.subject(element))));
    return number;
  }

  /** Another number for each two cut faces or faces that a rule may tell apart. */
  kindOf(element: number | undefined, material: number): number {
    // -1 stands for an element, and for a material, that is not known
    const at = ((element ?? -1) + 1) * (this.names.materials.length + 2) + material + 1;
    let kind = this.kindAt.get(at);
    if (kind === undefined) this.kindAt.set(at, (kind = this.told(element, material)));
    return kind;
  }

  private told(element: number | undefined, material: number): number {
    const buildUp = element === undefined ? undefined : this.names.elements.get(element)?.buildUp;
    const words = `${element === undefined ? '' : this.of(element)} ${material} ${buildUp?.join() ?? ''}`;
    let kind = this.kinds.get(words);
    if (kind === undefined) this.kinds.set(words, (kind = this.kinds.size));
    return kind;
  }

  /** What an element is asked as, of another material: a cut face of it. */
  withMaterial(element: number | undefined, material: number): RuleSubject {
    const own = element === undefined ? { class: '', material: '', sight: this.sight } : this.all[this.of(element)]!;
    const buildUp = element === undefined ? undefined : this.names.elements.get(element)?.buildUp;
    return {
      ...own,
      material: this.names.materials[material] ?? '',
      ...(buildUp && { buildUpLayers: buildUp.flatMap((layer, i) => (layer === material ? i + 1 : [])) }),
    };
  }

  private subject(element: number): RuleSubject {
    const {
      id,
      class: className,
      material = '',
      type,
      storey,
      layer,
      name,
    } = { id: '', ...(this.names.elements.get(element) ?? NAMELESS) };
    const sets = this.setsOf.get(id);
    return {
      ...{ class: className, material, sight: this.sight },
      ...(type && { type }),
      ...(storey && { storey }),
      ...(layer && { layer }),
      ...(this.byName && name && { name }),
      ...(sets && { sets }),
    };
  }

  private numbered(subject: RuleSubject): number {
    const words = JSON.stringify(subject);
    let number = this.numbers.get(words);
    if (number === undefined) this.numbers.set(words, (number = this.all.push(subject) - 1));
    return number;
  }
}
