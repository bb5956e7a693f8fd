import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Check } from '../../core/checks/check-model';
import type { Alignable } from '../../core/model/align-models';
import type { Corrections } from '../../core/model/correct';
import type { ModelPlacement } from '../../core/model/placement';
import type { Element, Model } from '../../core/model/model';
import type { PlanRow } from '../../core/model/plan';
import type { Scene } from '../../core/scene/scene';
import type { ViewMesh } from './view-mesh';
import { watchVersion } from './version-watch';
import type { DrawnSight } from './drawn-sight';
import type { Patch } from 'immer';
import type { Background } from './background';
import { elementTexts, standing } from './element-texts';
import type { Standard } from '../../core/drafting/standard/standard';
import type { Packed } from './packed';
import type { ElementSet, Project, ProjectRow, ProjectSight } from './project';

/** One model of a project that has several: its file, what was set right of it, and where it stands. */
export interface ModelPart {
  readonly key: string;
  readonly name: string;
  readonly fileName: string;
  /** Key of the bundle with its shapes. */
  readonly base: string;
  /** Unit, upright axis and table of a plan; what is set right of elements stands with the whole. */
  readonly corrections: Corrections;
  readonly placement: ModelPlacement;
  readonly isHidden: boolean;
  /** What was read, before it was placed. */
  readonly own: Alignable & {
    readonly source: string;
    readonly elements: number;
    readonly asRead: NonNullable<Model['asRead']>;
    /** The table by which it was built, where it is a plan. */
    readonly plan?: readonly PlanRow[] | undefined;
  };
}

/** What the screens need of a model: everything but its shapes. */
export interface ModelInfo {
  readonly id: string;
  readonly fileName: string;
  readonly source: string;
  readonly origin: Model['origin'];
  readonly trueNorth: Model['trueNorth'];
  readonly storeys: Model['storeys'];
  readonly grid: Model['grid'];
  readonly flat?: Model['flat'];
  readonly map?: Model['map'];
  readonly materials: readonly string[];
  readonly elements: readonly Pick<Element, 'id' | 'class' | 'name' | 'type' | 'storey' | 'use' | 'assembly' | 'facts' | 'rank'>[];
  /** Material of each element (its first), index or -1. */
  readonly elementMaterial: Int32Array;
  /** Smallest and largest corner in the source file's coordinates. */
  readonly bounds: readonly [number, number, number, number, number, number];
  /** Angle in the plan, radians, of the direction that most wall faces have: 0 when they lie along the axes. */
  readonly mainAngle: number;
  readonly triangles: number;
  readonly closed: number;
  /** What the reader had to say, in sentences. */
  readonly doubts: readonly string[];
  readonly took: number;
  /** Enclosed volume of each element, m³, and its triangles. */
  readonly elementVolume: Float64Array;
  readonly elementTriangles: Uint32Array;
  /** x0 y0 z0 x1 y1 z1 of each element, from the model's origin. */
  readonly elementBoxes: Float32Array;
  /** A hash of all that a drawing can show of each element; absent where the model was read by an earlier version. */
  readonly elementPrints?: Uint32Array;
  readonly asRead: NonNullable<Model['asRead']>;
  /** Key of the bundle with its shapes: its own, or that of the model which it corrects. */
  readonly base: string;
  readonly corrections: Corrections;
  /** The table by which a plan was built, where it is one. */
  readonly plan?: readonly PlanRow[];
  /** The models that it consists of, where there are several. */
  readonly parts?: readonly ModelPart[];
}

/** What of a model is soon read; its elements lie apart, only how many are no spaces is told. */
export type ModelRow = Omit<ModelInfo, 'elements'> & { readonly standing: number };

/** The elements of a model, so many to a text. */
export interface ElementsRow {
  readonly id: string;
  readonly texts: readonly string[];
}

/** Findings about a model, made when they are first asked for. */
export interface ChecksRow {
  readonly id: string;
  readonly checks: readonly Check[];
}

/** The shapes of a model as it was read; only workers open them. */
export interface BundleRow {
  readonly id: string;
  readonly model: Packed<Model>;
}

/** The shapes of a model ready for the 3D view, so that it is on the screen at once; one for each file, that of its last correction. */
export interface MeshRow {
  readonly id: string;
  readonly base: string;
  readonly mesh: Packed<ViewMesh>;
}

/**
 * A model prepared for drawing, so that it need not be prepared again: reading it back is three to six times as quick (Chromium, a million
 * triangles: 94 MB in 0.25 to 0.4 s, against 1.1 to 2 s). One of an older version is prepared anew.
 */
export interface SceneRow {
  readonly id: string;
  readonly version: number;
  readonly scene: Packed<Scene>;
}

/** One of the things that a project holds many of: a sight, a set, a background, an accepted finding. */
export interface ConceptRow<T> {
  readonly project: string;
  readonly id: string;
  readonly held: T;
}

/** A drawing kept so that it is there at once. */
export interface DrawingRow {
  /** project/sight */
  readonly id: string;
  /** By what it was drawn; it is current while its sight has the same. */
  readonly print: string;
  readonly drawn: DrawnSight;
}

/** By what a drawing that is kept was drawn, apart from it: whether all are current is asked often. */
export interface PrintRow {
  /** project/sight; with + behind it where the drawing waits beside an older one */
  readonly id: string;
  readonly print: string;
  /** Of one that waits: how long the lines are that come and go with it, metres. */
  readonly changed?: { readonly come: number; readonly gone: number };
}

/** An image that is laid behind the Key or a Drawing; it stays with its project, so that taking it away can be undone. */
export interface ImageRow {
  readonly id: string;
  readonly project: string;
  readonly blob: Blob;
}

/** A standard that is kept in this browser for any project to take. */
export interface KeptStandard {
  readonly id: string;
  readonly name: string;
  readonly changed: number;
  readonly standard: Standard;
}

/** One step of a project's history: what was done, and how to undo it. */
export interface StepRow {
  readonly seq: number;
  readonly project: string;
  readonly label: string;
  readonly patches: Patch[];
  readonly inverse: Patch[];
  /** 1 while it is undone and can be done again. */
  readonly undone: 0 | 1;
  /** The tab that did it; absent in steps of an earlier version. */
  readonly tab?: string;
}

class TarvexDatabase extends Dexie {
  declare projects: EntityTable<ProjectRow, 'id'>;
  declare sights: Table<ConceptRow<ProjectSight>, readonly [string, string]>;
  declare sets: Table<ConceptRow<ElementSet>, readonly [string, string]>;
  declare backgrounds: Table<ConceptRow<Background>, readonly [string, string]>;
  declare accepted: Table<ConceptRow<true>, readonly [string, string]>;
  declare models: EntityTable<ModelRow, 'id'>;
  declare elements: EntityTable<ElementsRow, 'id'>;
  declare bundles: EntityTable<BundleRow, 'id'>;
  declare drawings: EntityTable<DrawingRow, 'id'>;
  declare prints: EntityTable<PrintRow, 'id'>;
  declare steps: EntityTable<StepRow, 'seq'>;
  declare checks: EntityTable<ChecksRow, 'id'>;
  declare meshes: EntityTable<MeshRow, 'id'>;
  declare images: EntityTable<ImageRow, 'id'>;
  declare scenes: EntityTable<SceneRow, 'id'>;
  declare standards: EntityTable<KeptStandard, 'id'>;

  constructor() {
    super('tarvex');
    this.version(1).stores({ projects: 'id, changed', models: 'id', bundles: 'id', drawings: 'id', steps: '++seq, project' });
    this.version(2)
      .stores({ checks: 'id', models: 'id, base' })
      .upgrade((change) =>
        change
          .table<ModelInfo>('models')
          .toCollection()
          .modify((model) => {
            const n = model.elements.length;
            Object.assign(model, {
              base: model.id,
              corrections: {},
              asRead: { metres: 1, up: 'z', isStated: true },
              elementVolume: new Float64Array(n),
              elementTriangles: new Uint32Array(n),
              elementBoxes: new Float32Array(n * 6),
            });
          }),
      );
    this.version(3).stores({ images: 'id, project', meshes: 'id, base' });
    // drawings know the depth of all their points now: those that are kept are drawn anew
    this.version(4)
      .stores({})
      .upgrade((change) => change.table('drawings').clear());
    // the elements of a model moved into a table of their own
    this.version(5)
      .stores({ elements: 'id' })
      .upgrade(async (change) => {
        const models = change.table<ModelInfo>('models');
        for (const id of await models.toCollection().primaryKeys()) {
          const { elements, ...row } = (await models.get(id))!;
          await change.table<ElementsRow>('elements').put({ id: row.id, texts: elementTexts(elements) });
          await change.table<ModelRow>('models').put({ ...row, standing: standing(elements) });
        }
      });
    this.version(6).stores({ scenes: 'id' });
    // drawings are kept plain, without pens and layers: those that are kept are drawn anew
    this.version(7)
      .stores({})
      .upgrade((change) => change.table('drawings').clear());
    // what a project holds many of has rows of its own; drawings have their prints beside them, and are drawn anew
    const concept = '[project+id], project';
    this.version(8)
      .stores({ sights: concept, sets: concept, backgrounds: concept, accepted: concept, prints: 'id' })
      .upgrade(async (change) => {
        await change.table('drawings').clear();
        const projects = change.table<Project>('projects');
        for (const project of await projects.toArray()) {
          const { sights, sets, backgrounds, accepted, ...row } = project;
          await projects.put(row as Project);
          for (const [name, held] of Object.entries({ sights, sets, backgrounds, accepted }))
            await change.table(name).bulkAdd(Object.entries(held ?? {}).map(([id, own]) => ({ project: project.id, id, held: own })));
        }
      });
    // standards that all projects share; drawings know the names and build-ups of their elements, which rules ask for, and are drawn anew
    this.version(9)
      .stores({ standards: 'id' })
      .upgrade(async (change) => {
        await change.table('drawings').clear();
        await change.table('prints').clear();
      });
  }
}

export const database = new TarvexDatabase();
watchVersion(database);
