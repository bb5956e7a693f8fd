import { cross, dot, unit, type Vec2, type Vec3 } from './vec3';

/** The plane a sight is drawn on: (u, v) along right and up from the origin, depth w along look; right = look × up. */
export interface Frame {
  readonly origin: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
  readonly look: Vec3;
  /** Of an oblique projection: how far a point moves along u and v for each metre behind the plane, and the plane's own right and up. */
  readonly slant?: { readonly by: Vec2; readonly right: Vec3; readonly up: Vec3 };
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

/**
 * The frame of an oblique projection on a frame's plane: (u, v) of a point are those of where its ray meets the plane, w its depth as
 * before, so that nearer stays nearer and what lies in the plane is true in shape and size. `right` and `up` are rows of that map then,
 * no longer square to the look. Source of the method: ISO 5456-3:1996, oblique axonometry (from memory).
 * @param by u and v that come to a point for each metre behind the plane
 */
export function slanted({ origin, right, up, look }: Frame, by: Vec2): Frame {
  const lean = (row: Vec3, k: number): Vec3 => [row[0] + look[0] * k, row[1] + look[1] * k, row[2] + look[2] * k];
  return { origin, right: lean(right, by[0]), up: lean(up, by[1]), look, slant: { by, right, up } };
}

/** The frame with its plane's own right and up: what lies in the plane has the same u and v in it. */
export const squareFrame = (frame: Frame): Frame =>
  frame.slant ? { origin: frame.origin, right: frame.slant.right, up: frame.slant.up, look: frame.look } : frame;

/** The numbers n of a plane n · p = c as one of (u, v, w). Its last says whether the plane's outer side looks at the eye. */
export function normalIn({ right, up, look, slant }: Frame, normal: Vec3): Vec3 {
  if (!slant) return [dot(normal, right), dot(normal, up), dot(normal, look)];
  const [nu, nv] = [dot(normal, slant.right), dot(normal, slant.up)];
  return [nu, nv, dot(normal, look) - nu * slant.by[0] - nv * slant.by[1]];
}

/** The direction, not of length 1, along which (u, v) stay the same: the look, but for an oblique projection. */
export function rayOf({ look, slant }: Frame): Vec3 {
  if (!slant) return look;
  const along = (k: 0 | 1 | 2) => look[k] - slant.right[k] * slant.by[0] - slant.up[k] * slant.by[1];
  return [along(0), along(1), along(2)];
}
