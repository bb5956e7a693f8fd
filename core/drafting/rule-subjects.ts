import type { DrawingNames, ElementName } from './drawing-names';
import type { RuleSubject } from './rule-fits';

const NAMELESS: Omit<ElementName, 'id'> = { class: '', material: undefined };

/** What rules are asked about, by a number: elements that no rule can tell apart are one. */
export class RuleSubjects {
  readonly all: RuleSubject[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly byElement = new Map<number, number>();

  constructor(
    private readonly names: DrawingNames,
    /** Kind of the sight. */
    private readonly sight: string,
  ) {}

  of(element: number): number {
    let number = this.byElement.get(element);
    if (number === undefined) {
      const { material = '', class: className, type, storey, layer } = this.names.elements.get(element) ?? NAMELESS;
      this.byElement.set(element, (number = this.numbered({ class: className, material, sight: this.sight, ...(type && { type }), ...(storey && { storey }), ...(layer && { layer }) }))); // prettier-ignore
    }
    return number;
  }

  /** What an element is asked as, of another material. */
  withMaterial(element: number | undefined, material: number): RuleSubject {
    const own = element === undefined ? { class: '', material: '', sight: this.sight } : this.all[this.of(element)]!;
    return { ...own, material: this.names.materials[material] ?? '' };
  }

  private numbered(subject: RuleSubject): number {
    const words = JSON.stringify(subject);
    let number = this.numbers.get(words);
    if (number === undefined) this.numbers.set(words, (number = this.all.push(subject) - 1));
    return number;
  }
}
