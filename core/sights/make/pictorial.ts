import { tidyDirection, tidyLength } from '../../geometry/numbers/tidy';
import { asin, atan2, cos, sin } from '../../geometry/numbers/trigonometry';
import { unit, type Vec2, type Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { nearestCompass } from '../resolve-sight';
import type { Sight } from '../sight';

type Axes = Pick<Model, 'origin' | 'trueNorth'> & { readonly mainAngle: number };
type Unnumbered = Omit<Sight, 'number'>;

/** How steeply an isometric looks down: all three axes are shortened alike (ISO 5456-3). Radians. */
export const ISOMETRIC_TILT = asin(1 / Math.sqrt(3));
/** A dimetric that shortens one axis by half: its axes are drawn at 7 and 42 degrees to the level (ISO 5456-3). Radians. */
const DIMETRIC = { tilt: asin(1 / 3), turn: asin(Math.sqrt(1 / 8)) };

/** The eight winds as a corner or a side of a building is called, clockwise from north. */
const WINDS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'] as const;

/** The wind that a direction of the plan points to, by true north. */
export function windOf([nx, ny]: Vec2, [dx, dy]: Vec2): (typeof WINDS)[number] {
  const clockwise = atan2(dx * ny - dy * nx, dx * nx + dy * ny);
  return WINDS[((Math.round(clockwise / (Math.PI / 4)) % 8) + 8) % 8]!;
}

/** A look by its turn about the upright, from the X axis, and by how far it is tilted down; radians. */
export const lookAlong = (turn: number, tilt: number): Vec3 => [
  tidyDirection(cos(turn) * cos(tilt)),
  tidyDirection(sin(turn) * cos(tilt)),
  tidyDirection(-sin(tilt)),
];

/** Turn and tilt of a look, radians; the turn of an upright look is that of what is up in the picture. */
export function turnAndTilt(look: Vec3, up: Vec3): { readonly turn: number; readonly tilt: number } {
  const [x, y, z] = unit(look);
  const [px, py] = Math.hypot(x, y) < 1e-9 ? up : [x, y];
  return { turn: atan2(py, px), tilt: asin(Math.min(1, Math.max(-1, -z))) };
}

/** A frame that looks along a turn and a tilt from a point; upright where that can be, with what is up in an upright look along the turn. */
export function frameAlong(origin: Vec3, turn: number, tilt: number): { origin: Vec3; look: Vec3; up: Vec3 } {
  const look = lookAlong(turn, tilt);
  const isUpright = Math.hypot(look[0], look[1]) < 1e-9;
  return { origin, look, up: isUpright ? [tidyDirection(cos(turn)), tidyDirection(sin(turn)), 0] : [0, 0, 1] };
}

/** Ways in which a building is usually shown as a whole; the isometrics by the corner that is seen in front, counted from the main axis. */
export const PICTORIAL = [
  'isometric 1',
  'isometric 2',
  'isometric 3',
  'isometric 4',
  'dimetric',
  'plan oblique',
  'elevation oblique',
] as const;
export type Pictorial = (typeof PICTORIAL)[number];

/** What a way of looking is called, by the corner or side that is seen. */
export function pictorialName(model: Axes, way: Pictorial): string {
  if (way === 'plan oblique') return 'Plan oblique';
  const { turn } = placed(model, way);
  const from: Vec2 = [-cos(turn), -sin(turn)];
  const side = way === 'elevation oblique' ? nearestCompass(model.trueNorth, from) : windOf(model.trueNorth, from);
  return `${way.replace(/ \d$/, '').replace(/^./, (c) => c.toUpperCase())} from the ${side}`;
}

/** An axonometric of the whole model, about its main directions. */
export function pictorial(model: Axes, way: Pictorial): Unnumbered {
  const { turn, tilt } = placed(model, way);
  const origin = model.origin.map(tidyLength) as unknown as Vec3;
  const sight: Unnumbered = { kind: 'axonometric', name: pictorialName(model, way), frame: { ...frameAlong(origin, turn, tilt), cut: false }, depth: null }; // prettier-ignore
  // what lies higher is drawn higher on the page, at full height; what lies behind runs up to the right, half as long: ISO 5456-3
  if (way === 'plan oblique') return { ...sight, oblique: { angle: 270, scale: 1 } };
  return way === 'elevation oblique' ? { ...sight, oblique: { angle: 45, scale: 0.5 } } : sight;
}

function placed({ mainAngle, trueNorth }: Axes, way: Pictorial): { turn: number; tilt: number } {
  const quarter = Math.PI / 2;
  if (way === 'plan oblique') return { turn: mainAngle + quarter / 2, tilt: quarter };
  if (way === 'elevation oblique' || way === 'dimetric') {
    // the front is the side that is seen by whoever looks north
    const north = atan2(trueNorth[1], trueNorth[0]);
    const square = mainAngle + Math.round((north - mainAngle) / quarter) * quarter;
    return way === 'dimetric' ? { turn: square + DIMETRIC.turn, tilt: DIMETRIC.tilt } : { turn: square, tilt: 0 };
  }
  return { turn: mainAngle + (Number(way.at(-1)) - 0.5) * quarter, tilt: ISOMETRIC_TILT };
}
