import type { Axis } from '../../../core/sights/moves/tilted';
import { canTilt, tilted } from '../../../core/sights/moves/tilted';
import { PLAN_HEIGHT } from '../../../core/sights/resolve-sight';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import { pictureOf } from '../sight-geometry';
import { Tilting, TiltTool, type TiltPane } from './tilt-tool';

interface Setup {
  readonly model: ModelInfo;
  readonly sight: Sight;
  /** The floor of the plan in the Key, metres in the file. */
  readonly floor: number;
  readonly onShow: (sight: Sight) => void;
  readonly onDone: (turn: (own: Sight) => Sight) => void;
}

/** What a hand has that turns a sight about an axis: the axis, and a tool in each pane in which that can be placed. */
export interface Tilt {
  readonly tilting: Tilting;
  readonly drawing: TiltTool | null;
  readonly key: TiltTool;
}

/** Begins it; null where a sight cannot be tilted. */
export function startTilt({ model, sight, floor, onShow, onDone }: Setup): Tilt | null {
  if (!canTilt(sight)) return null;
  const turn = (axis: Axis, by: number) => (own: Sight) => tilted(model, own, axis, by);
  const tilting = new Tilting((axis, by, isDone) => (isDone ? onDone(turn(axis, by)) : onShow(turn(axis, by)(sight))));
  // in plan the axis lies at the height at which the Key is cut
  const level = floor + PLAN_HEIGHT;
  const plan: TiltPane = { look: [0, 0, -1], pointAt: ([x, y]) => [x, y, level], placeOf: ([x, y]) => [x, y] };
  const picture = pictureOf(model, sight);
  return { tilting, drawing: picture && new TiltTool(tilting, picture), key: new TiltTool(tilting, plan) };
}
