import { KIND_ORDER, type ProjectSight } from '../../data/project';

/** By what the Register puts sights together. */
export const ARRANGEMENTS = ['kind', 'group', 'number', 'name', 'scale', 'state'] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];

export interface SightGroup {
  readonly title: string;
  /** Name of the group of one's own, null of those that are in none, undefined where sights lie by something else. */
  readonly own?: string | null;
  readonly sights: readonly ProjectSight[];
}

const KIND_TITLES: Readonly<Record<string, string>> = {
  plan: 'Plans',
  'ceiling plan': 'Ceiling plans',
  section: 'Sections',
  elevation: 'Elevations',
  axonometric: 'Pictorial',
  perspective: 'Perspectives',
};
const words = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true });
const inOrder = (a: ProjectSight, b: ProjectSight): number =>
  (a.order ?? Infinity) - (b.order ?? Infinity) || 0 || words(a.sight.number, b.sight.number);

/** Sights as the Register lists them: under headings, each in order. Groups without any are left out. */
export function arranged(
  sights: readonly ProjectSight[],
  by: Arrangement,
  stateOf: (id: string) => { readonly words: string },
): SightGroup[] {
  if (by === 'kind')
    return filled(KIND_ORDER.map((kind) => ({ title: KIND_TITLES[kind]!, sights: sights.filter((s) => s.sight.kind === kind) })));
  if (by === 'group') {
    const names = [...new Set(sights.flatMap((s) => s.group ?? []))].sort(words);
    const of = (own: string | null) => sights.filter((s) => (s.group ?? null) === own).sort(inOrder);
    return filled([
      ...names.map((own) => ({ title: own, own, sights: of(own) })),
      { title: names.length ? 'In no group' : 'All', own: null, sights: of(null) },
    ]);
  }
  if (by === 'number' || by === 'name')
    return filled([{ title: `By ${by}`, sights: [...sights].sort((a, b) => words(a.sight[by], b.sight[by])) }]);
  const key = (s: ProjectSight): string => (by === 'scale' ? `1:${s.scale}` : stateOf(s.id).words || 'not drawn yet');
  const titles = [...new Set(sights.map(key))].sort(words);
  return filled(
    titles.map((title) => ({ title: title.replace(/^./, (c) => c.toUpperCase()), sights: sights.filter((s) => key(s) === title) })),
  );
}

const filled = (groups: readonly SightGroup[]): SightGroup[] => groups.filter((g) => g.sights.length > 0);

/** What is to be kept when sights are put before another of a group of one's own, or at its end: group and place of each that changes. */
export function putInto(
  group: SightGroup,
  moved: readonly ProjectSight[],
  before: string | null,
): { readonly id: string; readonly filing: { readonly group: string | null; readonly order: number } }[] {
  const rest = group.sights.filter((s) => !moved.some((own) => own.id === s.id));
  const at = before === null ? -1 : rest.findIndex((s) => s.id === before);
  const next = at < 0 ? [...rest, ...moved] : [...rest.slice(0, at), ...moved, ...rest.slice(at)];
  return next.flatMap((s, k) =>
    s.order === k + 1 && (s.group ?? null) === (group.own ?? null)
      ? []
      : [{ id: s.id, filing: { group: group.own ?? null, order: k + 1 } }],
  );
}
