import { transformPoint, type Matrix4 } from '../geometry/matrix4';
import type { Vec3 } from '../geometry/vec3';
import { cos, sin } from '../geometry/numbers/trigonometry';

/** Where a model of several stands: its file's coordinates are turned about their zero, then moved. */
export interface ModelPlacement {
  /** Metres. */
  readonly by: Vec3;
  /** Radians about the vertical, anticlockwise from above. */
  readonly turn: number;
}

export const AS_IT_IS: ModelPlacement = { by: [0, 0, 0], turn: 0 };

export const isAsItIs = ({ by, turn }: ModelPlacement): boolean => turn === 0 && by.every((x) => x === 0);

/** The placement `inner` first, then `outer`. */
export function composed(outer: ModelPlacement, inner: ModelPlacement): ModelPlacement {
  const [x, y, z] = transformPoint(placementMatrix(outer, ZERO, ZERO), inner.by);
  return { by: [x, y, z], turn: outer.turn + inner.turn };
}

const ZERO: Vec3 = [0, 0, 0];

/** The map of a placement from coordinates counted from `origin` to ones counted from `target`. */
export function placementMatrix({ by, turn }: ModelPlacement, origin: Vec3, target: Vec3): Matrix4 {
  const [c, s] = [cos(turn), sin(turn)];
  const turned = transformPoint([c, s, 0, 0, -s, c, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1], origin);
  return [
    c,
    s,
    0,
    0,
    -s,
    c,
    0,
    0,
    0,
    0,
    1,
    0,
    turned[0] + by[0] - target[0],
    turned[1] + by[1] - target[1],
    turned[2] + by[2] - target[2],
    1,
  ];
}
