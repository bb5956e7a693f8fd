import type { Region } from '../cutting/cut-faces';
import type { Drawing } from '../linework/drawing';
import type { RegionFill } from './graphic';
import type { PenTable } from './pen-table';
import type { RuleSubjects } from './rule-subjects';
import type { Standard } from './standard/standard';

/** Regions that lie below all lines, and how each is filled. */
export interface Washes {
  readonly regions: readonly Region[];
  readonly fills: readonly RegionFill[];
}

/**
 * What a look lays on the faces that are seen. It stands apart from what styles lines and cut faces, which every screen needs at once:
 * `ON_FACES` in faces-on-paper.ts.
 */
export interface OnFaces {
  readonly withSurfaces: (drawing: Drawing, subjects: RuleSubjects, standard: Standard, scale: number) => Drawing;
  readonly washes: (seen: Drawing['seen'], subjects: RuleSubjects, table: PenTable, standard: Standard) => Washes;
}
