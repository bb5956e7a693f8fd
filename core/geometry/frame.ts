import { cross, dot, unit, type Vec3 } from './vec3';

/** The plane a sight is drawn on: (u, v) along right and up from the origin, depth w along look; right = look × up. */
export interface Frame {
  readonly origin: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
  readonly look: Vec3;
}

/** A frame from a direction of looking and a hint for up, which is made square to it. */
export function frameFrom(origin: Vec3, look: Vec3, up: Vec3): Frame {
  const l = unit(look);
  const right = unit(cross(l, up));
  return { origin, right, up: cross(right, l), look: l };
}

/** A point of space in the frame: [u, v, w]. */
export function toFrame(frame: Frame, p: Vec3): Vec3 {
  const d: Vec3 = [p[0] - frame.origin[0], p[1] - frame.origin[1], p[2] - frame.origin[2]];
  return [dot(d, frame.right), dot(d, frame.up), dot(d, frame.look)];
}

/** The same frame with its origin in the coordinates of a model moved by `-shift`. */
export const moveFrame = (frame: Frame, shift: Vec3): Frame => ({
  ...frame,
  origin: [frame.origin[0] - shift[0], frame.origin[1] - shift[1], frame.origin[2] - shift[2]],
});

/**
 * By how much a perspective shrinks what lies at a depth behind its picture plane, depth included. The map (u, v, w) → k (u, v, w)
 * is projective: lines stay straight and planes flat, and nearer stays nearer, so that everything after it is as for parallels.
 */
export const foreshortening = (depth: number, distance: number): number => (distance === Infinity ? 1 : distance / (distance + depth));

/** Right and left changed: the frame of a picture drawn as in a mirror on the ground. No coordinate becomes minus nought. */
export const mirrorFrame = (frame: Frame): Frame => {
  const [x, y, z] = frame.right;
  return { ...frame, right: [-x + 0, -y + 0, -z + 0] };
};
