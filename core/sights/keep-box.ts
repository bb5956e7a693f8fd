import { cos, sin } from '../geometry/numbers/trigonometry';
import { tidyLength } from '../geometry/numbers/tidy';
import type { Vec3 } from '../geometry/vec3';
import type { Sight } from './sight';

export type KeepBox = NonNullable<Sight['keepBox']>;

/** The sides of a keep box, as one sees them who looks along its own Y axis. */
export const BOX_SIDES = ['right', 'left', 'back', 'front', 'top', 'bottom'] as const;
export type BoxSide = (typeof BOX_SIDES)[number];

export interface BoxFace {
  readonly side: BoxSide;
  /** Its middle. */
  readonly origin: Vec3;
  /** Outwards, of length 1. */
  readonly normal: Vec3;
  /** All round. */
  readonly corners: readonly Vec3[];
}

/** A side of a box is not shorter than this, metres. */
const LEAST = 0.01;

/** The directions of a box's own axes. */
export function boxAxes({ turn = 0 }: KeepBox): readonly [Vec3, Vec3, Vec3] {
  const [c, s] = [cos((turn * Math.PI) / 180), sin((turn * Math.PI) / 180)];
  return [
    [c, s, 0],
    [-s, c, 0],
    [0, 0, 1],
  ];
}

/** Where a side stands: its axis, and to which end of it. */
const whereIs = (side: BoxSide) => {
  const at = BOX_SIDES.indexOf(side);
  return { axis: (at >> 1) as 0 | 1 | 2, sign: at % 2 ? -1 : 1 };
};

/** The six faces of a box, in the order of its sides. */
export function boxFaces(box: KeepBox): BoxFace[] {
  const axes = boxAxes(box);
  const { centre, size } = box;
  return BOX_SIDES.map((side) => {
    const { axis, sign } = whereIs(side);
    const place = (along: number, across: number, up: number): Vec3 => {
      const way = [along, across, up];
      return [0, 1, 2].map(
        (k) => centre[k]! + axes.reduce((sum, own, a) => sum + (own[k]! * way[a]! * size[a]!) / 2, 0),
      ) as unknown as Vec3;
    };
    const [p, q] = [0, 1, 2].filter((k) => k !== axis) as [number, number];
    const corner = (a: number, b: number): Vec3 => place(...([0, 1, 2].map((k) => (k === axis ? sign : k === p ? a : k === q ? b : 0)) as [number, number, number])); // prettier-ignore
    return {
      side,
      origin: corner(0, 0),
      normal: axes[axis].map((x) => x * sign + 0) as unknown as Vec3,
      corners: [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)],
    };
  });
}

/** A box around what lies between two corners (minima, then maxima). */
export function boxAround([x0, y0, z0, x1, y1, z1]: readonly number[]): KeepBox {
  const [a, b] = [[x0!, y0!, z0!], [x1!, y1!, z1!]]; // prettier-ignore
  return {
    centre: a.map((x, k) => tidyLength((x + b[k]!) / 2)) as unknown as Vec3,
    size: a.map((x, k) => tidyLength(Math.max(b[k]! - x, LEAST))) as unknown as Vec3,
  };
}

/** A box with one side pushed in or pulled out, metres; the opposite side stays where it is. */
export function sideMoved(box: KeepBox, side: BoxSide, out: number): KeepBox {
  const { axis, sign } = whereIs(side);
  const by = Math.max(out, LEAST - box.size[axis]);
  const way = boxAxes(box)[axis];
  return {
    ...box,
    centre: box.centre.map((x, k) => tidyLength(x + (way[k]! * sign * by) / 2)) as unknown as Vec3,
    size: box.size.map((x, k) => (k === axis ? tidyLength(x + by) : x)) as unknown as Vec3,
  };
}
