import type { Standard } from '../../core/drafting/standard/standard';
import { nextNumber as nextOf } from '../../core/sights/make/number';
import type { Background } from './background';
import type { FiledSet, FiledSight, FileForms } from '../../core/project-file/project-file';
import type { Sight } from '../../core/sights/sight';

export type { FileForms };
/** A sight as a project keeps it: with an identity of its own and the scale it is drawn to. */
export type ProjectSight = FiledSight;
/** Elements that were put together by hand under a name. */
export type ElementSet = FiledSet;

/** A project of this browser. Drawings are not part of it: they are derived. */
export interface Project {
  readonly id: string;
  readonly name: string;
  /** Key of the model's row. */
  readonly model: string;
  /** Key of the reading that the model is compared with, until the changes are put away. */
  readonly compared?: string;
  readonly created: number;
  readonly changed: number;
  /** Set while it lies in the bin; it goes for good the next time the shelf is opened. */
  readonly binned: number | null;
  /** By identity, so that a change touches one entry only. */
  readonly sights: Readonly<Record<string, ProjectSight>>;
  /** Images behind the Key or a Drawing. */
  readonly backgrounds: Readonly<Record<string, Background>>;
  readonly sets: Readonly<Record<string, ElementSet>>;
  readonly files?: FileForms;
  /** Its own standard; absent for the one that comes along. */
  readonly standard?: Standard;
  /** Findings about the model that were accepted, by their key. */
  readonly accepted: Readonly<Record<string, true>>;
}

/** What a project holds many of; each lies in a row of its own, so that a change writes that row and no other. */
export const CONCEPTS = ['sights', 'sets', 'backgrounds', 'accepted'] as const;
export type Concept = (typeof CONCEPTS)[number];

/** What a project is but for what it holds many of. */
export type ProjectRow = Omit<Project, Concept>;

/** Things by their identity. */
export const byId = <T extends { readonly id: string }>(things: readonly T[]): Readonly<Record<string, T>> =>
  Object.fromEntries(things.map((thing) => [thing.id, thing]));

/** Order of the Register: by kind, then by number. */
export const KIND_ORDER = ['plan', 'ceiling plan', 'section', 'elevation', 'axonometric', 'perspective'] as const;
export function orderedSights(project: Project): ProjectSight[] {
  const rank = (s: ProjectSight) => KIND_ORDER.indexOf(s.sight.kind);
  return Object.values(project.sights).sort(
    (a, b) => rank(a) - rank(b) || a.sight.number.localeCompare(b.sight.number, 'en', { numeric: true }) || (a.id < b.id ? -1 : 1),
  );
}

/** The next number of a kind in a project. */
export const nextNumber = (project: Project, kind: Sight['kind'], taken: readonly string[] = []): string =>
  nextOf(kind, [...Object.values(project.sights).map((s) => s.sight.number), ...taken]);
