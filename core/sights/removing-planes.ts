import { atan2 } from '../geometry/numbers/trigonometry';
import { tidyDirection, tidyLength } from '../geometry/numbers/tidy';
import { unit, type Vec2, type Vec3 } from '../geometry/vec3';
import { boxFaces, sideMoved, type BoxSide } from './keep-box';
import type { Sight } from './sight';

/** A plane that takes away what lies on the side to which its normal points. */
export interface RemovingPlane {
  /** `trim 2`, or `keep box left`. */
  readonly name: string;
  readonly origin: Vec3;
  /** Of length 1. */
  readonly normal: Vec3;
  /** The corners of a side of the keep box; a trim has no end. */
  readonly corners: readonly Vec3[] | null;
}

/** All planes of a sight that take something away: its trims, and the sides of its keep box. */
export function removingPlanes({ trims = [], keepBox }: Sight): RemovingPlane[] {
  return [
    ...trims.map(({ origin, normal }, k) => ({ name: `trim ${k + 1}`, origin, normal: unit(normal), corners: null })),
    ...(keepBox ? boxFaces(keepBox).map(({ side, ...face }) => ({ name: `keep box ${side}`, ...face })) : []),
  ];
}

/** A sight with one of these planes moved along its normal, metres. The opposite side of a keep box stays. */
export function planeMoved(sight: Sight, name: string, by: number): Sight {
  if (sight.keepBox && name.startsWith('keep box '))
    return { ...sight, keepBox: sideMoved(sight.keepBox, name.slice('keep box '.length) as BoxSide, by) };
  const at = Number(name.slice('trim '.length)) - 1;
  const moved = ({ origin, normal }: NonNullable<Sight['trims']>[number]) => {
    const way = unit(normal);
    return { origin: origin.map((x, k) => tidyLength(x + way[k]! * by)) as unknown as Vec3, normal };
  };
  return { ...sight, trims: sight.trims?.map((own, k) => (k === at ? moved(own) : own)) };
}

/** A sight with its keep box turned about its upright so that its right side faces a point of the plan. */
export function boxTurned(sight: Sight, to: Vec2): Sight {
  if (!sight.keepBox) return sight;
  const { centre } = sight.keepBox;
  const turn = (atan2(to[1] - centre[1], to[0] - centre[0]) * 180) / Math.PI;
  return { ...sight, keepBox: { ...sight.keepBox, turn: Math.round(turn * 1e6) / 1e6 } };
}

/** Sides that can be taken away from a picture, by their direction in it. */
export const TRIM_SIDES = ['above', 'below', 'left', 'right', 'nearer', 'farther'] as const;
export type TrimSide = (typeof TRIM_SIDES)[number];

/**
 * A trim through a point that takes away one side of a picture.
 * @param frame the directions of the picture
 */
export function trimTo(
  { right, up, look }: { readonly right: Vec3; readonly up: Vec3; readonly look: Vec3 },
  side: TrimSide,
  origin: Vec3,
): NonNullable<Sight['trims']>[number] {
  const [way, sign] = ({ above: [up, 1], below: [up, -1], left: [right, -1], right: [right, 1], nearer: [look, -1], farther: [look, 1] } as const)[side]; // prettier-ignore
  return { origin: origin.map(tidyLength) as unknown as Vec3, normal: way.map((x) => tidyDirection(x * sign)) as unknown as Vec3 };
}
