import type { FillRule, LineRule, Look, Standard, SurfaceRule, ToneRule } from './standard';

/** The lists of rules that a standard and each of its looks may have. */
export interface RuleLists {
  readonly lines: LineRule;
  readonly fills: FillRule;
  readonly surfaces: SurfaceRule;
  readonly tones: ToneRule;
}
export type RuleList = keyof RuleLists;

/** Where a list ends with a rule for everything, which stays the last and asks for nothing. */
export const hasLast = (list: RuleList): boolean => list === 'lines' || list === 'fills';

/** The rules of a look: its own, or those of the standard. */
export const rulesOf = <L extends RuleList>({ looks, ...base }: Standard, look: number, list: L): readonly RuleLists[L][] =>
  ((looks?.[look]?.[list] ?? base[list]) as readonly RuleLists[L][] | undefined) ?? [];

/** Whether a look has a list of its own, so that a change of it touches no other look. */
export const isOwnList = ({ looks }: Standard, look: number, list: RuleList): boolean => looks?.[look]?.[list] !== undefined;

/** A standard with other rules in a look: where it has the list of its own there, else for all looks that have none. */
export function withRules<L extends RuleList>(standard: Standard, look: number, list: L, rules: readonly RuleLists[L][]): Standard {
  if (!isOwnList(standard, look, list)) return { ...standard, [list]: rules };
  return { ...standard, looks: standard.looks!.map((own, i) => (i === look ? { ...own, [list]: rules } : own)) };
}

/** A look with a list of its own, as it is by now: changed from then on for itself. */
export function apart(standard: Standard, look: number, list: RuleList): Standard {
  const rules = rulesOf(standard, look, list);
  return {
    ...standard,
    looks: standard.looks?.map((own, i) => (i === look ? { ...own, [list]: rules } : own)) ?? [{ name: standard.name, [list]: rules }],
  };
}

/** A rule moved up or down; nothing goes behind the last where that is for everything. */
export function movedRule(standard: Standard, look: number, list: RuleList, from: number, to: number): Standard {
  const rules = [...rulesOf(standard, look, list)];
  const end = rules.length - (hasLast(list) ? 1 : 0);
  if (from === to || from < 0 || from >= end) return standard;
  const [rule] = rules.splice(from, 1);
  rules.splice(Math.max(0, Math.min(end - 1, to)), 0, rule!);
  return withRules(standard, look, list, rules);
}

/** A rule put in before another. */
export function withRule<L extends RuleList>(standard: Standard, look: number, list: L, at: number, rule: RuleLists[L]): Standard {
  const rules = [...rulesOf(standard, look, list)];
  rules.splice(Math.max(0, Math.min(rules.length - (hasLast(list) ? 1 : 0), at)), 0, rule);
  return withRules(standard, look, list, rules);
}

export function withoutRule(standard: Standard, look: number, list: RuleList, at: number): Standard {
  const rules = rulesOf(standard, look, list);
  if (hasLast(list) && at === rules.length - 1) return standard;
  return withRules(standard, look, list, rules.filter((_, i) => i !== at)); // prettier-ignore
}

const PEN = ['weight', 'type', 'colour'] as const;

/**
 * A rule changed; undefined takes a field away. Where layers are pens its layer follows: all rules of the look that put anything on it have
 * the same pen afterwards, and a rule that goes to another layer takes the pen of that.
 */
export function changedRule<L extends RuleList>(
  standard: Standard,
  look: number,
  list: L,
  at: number,
  change: Partial<Record<string, unknown>>,
): Standard {
  const rules = rulesOf(standard, look, list);
  const merged = Object.fromEntries(
    Object.entries({ ...rules[at]!, ...change }).filter(([, value]) => value !== undefined),
  ) as unknown as RuleLists[L];
  const next = withRules(standard, look, list, rules.map((own, i) => (i === at ? merged : own))); // prettier-ignore
  if (!standard.layersArePens || (list !== 'lines' && list !== 'fills')) return next;
  const rule = merged as LineRule | FillRule;
  if (PEN.some((key) => key in change)) return withPen(next, look, rule);
  if (!('layer' in change)) return next;
  const other = penOf(standard, look, rule.layer, rules[at]);
  return other ? withRules(next, look, list, rulesOf(next, look, list).map((own, i) => (i === at ? { ...own, ...fitting(own as never, other) } : own))) : next; // prettier-ignore
}

const isOn = (layer: string) => (rule: { readonly layer: string }) => rule.layer.toLowerCase() === layer.toLowerCase();

/** The pen of the first other rule that puts anything on a layer. */
function penOf(standard: Standard, look: number, layer: string, but: unknown): LineRule | FillRule | undefined {
  return [...rulesOf(standard, look, 'lines'), ...rulesOf(standard, look, 'fills')].find((rule) => rule !== but && isOn(layer)(rule));
}

/** Of a pen what a rule has. */
const fitting = (rule: LineRule | FillRule, pen: LineRule | FillRule) => ({
  weight: pen.weight,
  colour: pen.colour,
  ...('type' in rule && 'type' in pen && { type: pen.type }),
});

function withPen(standard: Standard, look: number, pen: LineRule | FillRule): Standard {
  let out = standard;
  for (const list of ['lines', 'fills'] as const) {
    const rules = rulesOf(out, look, list);
    if (rules.some(isOn(pen.layer)))
      out = withRules(out, look, list, (rules as readonly (LineRule & FillRule)[]).map((own) => (isOn(pen.layer)(own) ? { ...own, ...fitting(own, pen) } : own))); // prettier-ignore
  }
  return out;
}

/** A layer name that no rule of a look has yet. */
function freeLayer(standard: Standard, look: number, wanted: string): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted} ${n}`;
    if (!penOf(standard, look, name, null)) return name;
  }
}

/**
 * A standard with a rule for the cut faces of a material, or of a class where they have none; before the rule for everything, on a layer of
 * its own, filled as that is until one says otherwise.
 * @returns the standard, and the place of the new rule among its fills
 */
export function withFillFor(
  standard: Standard,
  look: number,
  { material, class: className }: { readonly material: string | null; readonly class: string },
): { standard: Standard; at: number } {
  const rules = rulesOf(standard, look, 'fills');
  const last = rules.at(-1)!;
  const asked = material === null ? { class: className, hasMaterial: false } : { material: material.trim().toLowerCase() };
  const word = (material ?? className).toUpperCase().replace(/[^\p{L}\p{N} -]+/gu, ' ').replace(/\s+/g, ' ').trim() || 'OWN'; // prettier-ignore
  const rule: FillRule = { ...asked, layer: freeLayer(standard, look, `FILL ${word}`.slice(0, 60)), pattern: last.pattern === 'none' ? 'solid' : last.pattern, weight: last.weight, colour: last.colour }; // prettier-ignore
  return { standard: withRule(standard, look, 'fills', rules.length - 1, rule), at: rules.length - 1 };
}

/** A look more, as another is, under a name that is free. */
export function withLook(standard: Standard, like: number, name: string): Standard {
  const looks: readonly Look[] = standard.looks ?? [{ name: standard.name }];
  return { ...standard, looks: [...looks, { ...looks[like]!, name: freeName(looks.map((l) => l.name), name) }] }; // prettier-ignore
}

/** A name that none of others is but for its size: itself, or with the next number. */
export function freeName(taken: readonly string[], name: string): string {
  const is = (own: string) => taken.some((other) => other.toLowerCase() === own.toLowerCase());
  if (!is(name)) return name;
  for (let n = 2; ; n++) if (!is(`${name} ${n}`)) return `${name} ${n}`;
}

/** A look less; the last one stays. */
export const withoutLook = (standard: Standard, look: number): Standard =>
  (standard.looks?.length ?? 0) > 1 ? { ...standard, looks: standard.looks!.filter((_, i) => i !== look) } : standard;
