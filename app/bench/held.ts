import type { Vec2 } from '../../core/geometry/vec3';
import type { Sight } from '../../core/sights/sight';
import type { AreaTool } from '../board/area-tool';
import type { PlaceTool } from '../board/place-tool';
import type { PointsTool } from '../board/points-tool';
import type { TurnTool } from '../board/turn-tool';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import type { Tilt } from './tilt/start-tilt';
import type { Draft } from './use-draft';
import type { ManyActs } from './many-acts';

/** Points that are asked in the Key, and of what. */
export interface Placing {
  readonly of: 'section' | 'perspective' | 'row';
  readonly tool: PointsTool;
  /** Of a row of sections along a path: how far apart they stand, metres. */
  readonly every?: number;
}

/** What the hand is asked for: one thing at a time. */
export type Held =
  | ({ readonly kind: 'points' } & Placing)
  | {
      readonly kind: 'face';
      readonly drawing: PlaceTool;
      readonly key: PlaceTool;
      readonly of: (seen: Sight, at: Vec2, zoom: number) => void;
    }
  | { readonly kind: 'room'; readonly tool: PlaceTool }
  // an area, or a turn, is one of the sight that it was asked of
  | { readonly kind: 'area'; readonly sight: string; readonly tool: AreaTool }
  | { readonly kind: 'turn'; readonly sight: string; readonly tool: TurnTool }
  | ({ readonly kind: 'tilt'; readonly sight: string } & Tilt)
  | { readonly kind: 'jog'; readonly sight: string; readonly tool: PointsTool };

export interface AskedSetup {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly draft: Draft;
  /** Where several sights are selected: what is done with all of them. */
  readonly many: ManyActs | null;
  readonly add: (label: string, made: readonly ProjectSight[]) => void;
  readonly onFault: (words: string) => void;
  /** Points of the plan are asked in the Key from now on. */
  readonly onPlacing: () => void;
  /** The floor of the plan in the Key, metres in the file. */
  readonly floorInKey: () => number;
  /** The plan that the Key shows. */
  readonly sightInKey: () => Sight;
}
