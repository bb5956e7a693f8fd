import type { Draft } from 'immer';
import { checkSight } from '../../core/sights/sight-schema';
import { nameBeside } from '../data/parts';
import { nextNumber, type Project, type ProjectSight } from '../data/project';
import type { CommandOf } from './commands';

/** A value as a text that does not hang on the order of its fields. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, own: unknown) =>
    typeof own === 'object' && own !== null && !Array.isArray(own) ? Object.fromEntries(Object.entries(own).sort()) : own,
  );
const isSame = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);

/**
 * Takes what came out of files into a project. What it has already stays as it is; what it has otherwise comes in beside it, under the
 * next number or name; rules follow the names of their sets.
 * @throws Fault sight-field
 */
export function merge(draft: Draft<Project>, { sights, sets = [], backgrounds = [], accepted = [] }: CommandOf<'merge'>): void {
  const renamed = new Map<string, string>();
  for (const set of sets) {
    const own = draft.sets[set.id];
    if (own && isSame(own, set)) continue;
    const id = own ? crypto.randomUUID() : set.id;
    const name = nameBeside(
      set.name,
      Object.values(draft.sets).map((s) => s.name),
    );
    if (name !== set.name) renamed.set(set.name, name);
    draft.sets[id] = { ...set, id, name, elements: [...set.elements] };
  }
  const moved = new Map<string, string>();
  for (const entry of sights) {
    const sight = checkSight(entry.sight, entry.sight.number);
    const own = draft.sights[entry.id] as ProjectSight | undefined;
    // with what a sight need not say filled in, on both sides
    if (own && isSame({ ...own, sight: checkSight(own.sight) }, { ...entry, sight })) continue;
    const id = own ? crypto.randomUUID() : entry.id;
    moved.set(entry.id, id);
    draft.sights[id] = numbered({ ...entry, id, sight: withNames(entry.sight, renamed) }, draft as Project) as never;
  }
  for (const background of backgrounds) {
    const own = draft.backgrounds[background.id];
    if (own && isSame({ ...own, image: '' }, { ...background, image: '' })) continue;
    const id = own ? crypto.randomUUID() : background.id;
    const { on } = background;
    draft.backgrounds[id] = { ...background, id, on: on.pane === 'drawing' ? { ...on, sight: moved.get(on.sight) ?? on.sight } : on } as never; // prettier-ignore
  }
  for (const finding of accepted) draft.accepted[finding] = true;
}

/** A sight under the number that it was given, or the next one where that was given meanwhile. */
export function numbered(entry: ProjectSight, project: Project): ProjectSight {
  const { kind, number } = entry.sight;
  if (!Object.values(project.sights).some((s) => s.sight.number === number)) return entry;
  return { ...entry, sight: { ...entry.sight, number: nextNumber(project, kind) } };
}

function withNames(sight: ProjectSight['sight'], renamed: ReadonlyMap<string, string>): ProjectSight['sight'] {
  if (!renamed.size) return sight;
  const told = <T extends ProjectSight['sight']['show']>(rules: T) =>
    rules?.map((rule) => (rule.set === undefined ? rule : { ...rule, set: renamed.get(rule.set) ?? rule.set }));
  const { show, leaveWhole } = sight;
  return { ...sight, ...(show && { show: told(show) }), ...(leaveWhole && { leaveWhole: told(leaveWhole) }) };
}
