import type { ModelInfo } from '../data/database';
import type { Project } from '../data/project';

/** Names that a rule may ask for, as the model and its project have them. */
export interface Known {
  readonly classes: readonly string[];
  readonly materials: readonly string[];
  readonly types: readonly string[];
  readonly storeys: readonly string[];
  readonly layers: readonly string[];
  readonly sets: readonly string[];
}

/** So many are offered; more nobody looks through. */
const MOST = 200;
const sorted = (words: Iterable<string | undefined>): string[] =>
  [...new Set([...words].filter((word): word is string => Boolean(word)))].sort((a, b) => a.localeCompare(b, 'en')).slice(0, MOST);

export const knownNames = (model: ModelInfo, project: Project): Known => ({
  classes: sorted(model.elements.map((e) => e.class)),
  materials: sorted(model.materials.map((name) => name.toLowerCase())),
  types: sorted(model.elements.map((e) => e.type)),
  storeys: sorted(model.storeys.map(({ name }) => name)),
  layers: sorted(model.elements.map((e) => e.facts?.layer)),
  sets: sorted(Object.values(project.sets).map(({ name }) => name)),
});
