import Dexie, { type EntityTable } from 'dexie';
import type { Element, Model } from '../../core/model/model';
import type { DrawnSight } from '../workers/drawn-sight';
import type { Patch } from 'immer';
import type { Project } from './project';

/** What the screens need of a model: everything but its shapes. */
export interface ModelInfo {
  readonly id: string;
  readonly fileName: string;
  readonly source: string;
  readonly origin: Model['origin'];
  readonly trueNorth: Model['trueNorth'];
  readonly storeys: Model['storeys'];
  readonly grid: Model['grid'];
  readonly materials: readonly string[];
  readonly elements: readonly Pick<Element, 'id' | 'class' | 'name' | 'storey' | 'use' | 'assembly'>[];
  /** Material of each element (its first), index or -1. */
  readonly elementMaterial: Int32Array;
  /** Smallest and largest corner in the source file's coordinates. */
  readonly bounds: readonly [number, number, number, number, number, number];
  /** Angle in the plan, radians, of the direction that most wall faces have: 0 when they lie along the axes. */
  readonly mainAngle: number;
  readonly triangles: number;
  readonly closed: number;
  readonly doubts: readonly string[];
  readonly took: number;
}

/** The shapes of a model; only workers open them. */
export interface BundleRow {
  readonly id: string;
  readonly model: Model;
}

/** A drawing kept so that it is there at once; current when its fingerprint is. */
export interface DrawingRow {
  /** project/sight */
  readonly id: string;
  readonly fingerprint: string;
  readonly drawn: DrawnSight;
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
}

class TarvexDatabase extends Dexie {
  declare projects: EntityTable<Project, 'id'>;
  declare models: EntityTable<ModelInfo, 'id'>;
  declare bundles: EntityTable<BundleRow, 'id'>;
  declare drawings: EntityTable<DrawingRow, 'id'>;
  declare steps: EntityTable<StepRow, 'seq'>;

  constructor() {
    super('tarvex');
    this.version(1).stores({ projects: 'id, changed', models: 'id', bundles: 'id', drawings: 'id', steps: '++seq, project' });
  }
}

export const database = new TarvexDatabase();
