import type { Corrections, ElementCorrection } from '../../core/model/correct';
import type { Standard } from '../../core/drafting/standard/standard';
import type { TouchUp } from '../../core/touch-ups/touch-up';
import type { Filing } from '../../core/project-file/filing';
import type { DrawnOutline, PlanChanges } from '../../core/model/plan';
import type { Background } from '../data/background';
import type { PartWish } from '../data/parts';
import type { ElementSet, FileForms, ProjectSight } from '../data/project';
import type { SightPatch } from '../data/sight-patch';

/** A row of the table by which a plan is built, changed. */
export interface PlanRowPatch {
  readonly layer: string;
  readonly changed: PlanChanges[string];
}

/** What is set right about a model: a patch on the corrections that it has by then. */
export type CorrectionPatch = Pick<Corrections, 'unit' | 'up'> & {
  readonly elements?: { readonly ids: readonly string[]; readonly changed: ElementCorrection };
  readonly plan?: PlanRowPatch;
  /** An outline more, or one less, in a plan that is drawn by hand. */
  readonly draw?: DrawnOutline;
  readonly undraw?: DrawnOutline;
};

/** What is done with one of the models of a project. */
export type PartStep =
  | { readonly add: PartWish }
  | { readonly remove: string }
  | { readonly change: string; readonly to: Partial<Pick<PartWish, 'fileName' | 'base' | 'placement' | 'isHidden'>> }
  | { readonly change: string; readonly plan: PlanRowPatch };

/** What is changed of one of several sights. */
export interface SightChange {
  readonly id: string;
  readonly patch?: SightPatch;
  readonly scale?: number;
  /** null takes away what it had. */
  readonly filing?: { readonly [K in keyof Filing]?: Filing[K] | null };
}

/** What each command takes, beside its label. */
interface Fields {
  'add sights': { readonly sights: readonly ProjectSight[] };
  /** `goesOn`: a key that is held down makes one step. */
  'change sight': { readonly id: string; readonly patch?: SightPatch; readonly scale?: number; readonly goesOn?: boolean };
  /** Several at once: one step. */
  'change sights': { readonly changes: readonly SightChange[]; readonly goesOn?: boolean };
  /** Hand work on the drawing of a sight: put on in this order, after what it has; or taken away. */
  'touch up': { readonly id: string; readonly add?: readonly TouchUp[]; readonly remove?: readonly string[] };
  'remove sights': { readonly ids: readonly string[] };
  background: { readonly id: string; readonly background: Background | null };
  files: { readonly files: FileForms };
  /** null for the one that comes along. */
  standard: { readonly standard: Standard | null; readonly goesOn?: boolean };
  /** What came out of files: sights, and what else a project file holds. */
  merge: {
    readonly sights: readonly ProjectSight[];
    readonly sets?: readonly ElementSet[];
    readonly backgrounds?: readonly Background[];
    readonly accepted?: readonly string[];
  };
  rename: { readonly name: string };
  /** The newer reading of the model's file, which is compared with the one before. */
  'take reading': { readonly model: string };
  'put changes away': unknown;
  'accept findings': { readonly findings: readonly string[] };
  'show accepted': unknown;
  /** Elements by their ids, under the next free name. */
  'keep set': { readonly elements: readonly string[] };
  'delete set': { readonly id: string };
  correct: { readonly patch: CorrectionPatch };
  /** `isNewer`: what comes is a newer file, and is compared with the one before. */
  arrange: { readonly step: PartStep; readonly isNewer?: boolean };
}
export type Intent = keyof Fields;
export type CommandOf<K extends Intent> = Fields[K] & { readonly intent: K; readonly label: string };

/** All that can be done to a project: plain data, so that it goes through the route's action. */
export type Command = { [K in Intent]: CommandOf<K> }[Intent] | { readonly intent: 'undo' } | { readonly intent: 'redo' };

/** What became of a command, in words for people. */
export interface Answer {
  readonly fault: string | null;
  readonly said: string | null;
}
