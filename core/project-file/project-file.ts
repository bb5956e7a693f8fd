import type { Filing } from './filing';
import type { Standard } from '../drafting/standard/standard';
import type { Corrections } from '../model/correct';
import type { Model } from '../model/model';
import type { ModelPlacement } from '../model/placement';
import type { Sight } from '../sights/sight';
import type { TouchUp } from '../touch-ups/touch-up';
import type { Paper } from '../writers/paper';

/** Of the form of the file; a newer one is refused. */
export const VERSION = 1;
/** Its ending, without the dot. */
export const PROJECT_KIND = 'tarvex';
/** Where in the archive its parts lie. */
export const CONTENTS = 'project.json';
export const STANDARD_FILE = 'standard.json';

/** A sight with the identity under which a project keeps it, drawn to 1 : scale. */
export interface FiledSight extends Filing {
  /** What was done to its drawing by hand, in its order. */
  readonly touchUps?: readonly TouchUp[];
  readonly id: string;
  readonly scale: number;
  readonly sight: Sight;
}

/** Elements that were put together by hand under a name. */
export interface FiledSet {
  readonly id: string;
  readonly name: string;
  /** Ids of elements. */
  readonly elements: readonly string[];
}

/** How drawings leave as files. */
export interface FileForms {
  /** A DXF as one block, inserted once. */
  readonly block?: boolean | undefined;
  /** In a DXF the outline of each cut face once more, as closed polylines on a layer of their own. */
  readonly outlines?: boolean | undefined;
  /** Sheet of a PDF; as large as each drawing where none is told. */
  readonly paper?: Paper | undefined;
}

/** One model of a project: as it was read, what was set right of it, and where it stands. */
export interface FiledModel {
  readonly key: string;
  readonly name: string;
  readonly fileName: string;
  readonly model: Model;
  readonly corrections: Corrections;
  readonly placement: ModelPlacement;
  readonly isHidden: boolean;
}

/** An image behind the Key or a Drawing. */
export interface FiledImage {
  readonly key: string;
  /** "image/png" or "image/jpeg". */
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** Everything of a project. */
export interface ProjectFile {
  readonly name: string;
  readonly models: readonly FiledModel[];
  /** What is set right of elements of the whole. */
  readonly elements: NonNullable<Corrections['elements']>;
  readonly sights: readonly FiledSight[];
  readonly sets: readonly FiledSet[];
  readonly files: FileForms;
  /** Its own standard, where it has one. */
  readonly standard?: Standard | undefined;
  /** Keys of findings that were accepted. */
  readonly accepted: readonly string[];
  /** Where images lie; each names one of `images`. The screens know their form. */
  readonly backgrounds: readonly Readonly<Record<string, unknown>>[];
  readonly images: readonly FiledImage[];
}
