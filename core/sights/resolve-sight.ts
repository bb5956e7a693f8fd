import { Fault } from '../faults/fault';
import type { Vec2, Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import { frameFrom, slanted, type Frame } from '../geometry/frame';
import { tidyDirection } from '../geometry/numbers/tidy';
import { cos, sin } from '../geometry/numbers/trigonometry';
import type { Compass, Sight } from './sight';

/** The cut of a plan over the floor when nothing is said: common practice. */
export const PLAN_HEIGHT = 1.2;

/** What of a model decides where a sight's plane lies. */
export type Placed = Pick<Model, 'origin' | 'storeys' | 'trueNorth'>;

/** A sight's plane in the coordinates of the source file, and whether that plane cuts. */
export interface SightPlane {
  readonly frame: Frame;
  readonly cut: boolean;
  /** Distance of the eye before the plane, metres; Infinity where one looks along parallels. */
  readonly distance: number;
}

/** The direction of a compass point in the XY plane, true north honoured. */
export function compassDirection([nx, ny]: Vec2, toward: Compass): Vec2 {
  switch (toward) {
    case 'north':
      return [nx, ny];
    case 'south':
      return [-nx, -ny];
    case 'east':
      return [ny, -nx];
    case 'west':
      return [-ny, nx];
  }
}

/** The compass point nearest to a direction in the XY plane. */
export function nearestCompass([nx, ny]: Vec2, [dx, dy]: Vec2): Compass {
  const north = dx * nx + dy * ny;
  const east = dx * ny - dy * nx;
  if (Math.abs(north) >= Math.abs(east)) return north >= 0 ? 'north' : 'south';
  return east >= 0 ? 'east' : 'west';
}

/** The frame of a section along a path: it looks to the left or right of the walk from its first point to its second. */
export function sectionFrame([a, b]: readonly [Vec2, Vec2], side: 'left' | 'right'): Frame {
  const dx = b[0] - a[0],
    dy = b[1] - a[1];
  const look: Vec3 = side === 'left' ? [-dy, dx, 0] : [dy, -dx, 0];
  // u counts from the end that lies left in the drawing
  const start = side === 'left' ? a : b;
  return frameFrom([start[0], start[1], 0], look, [0, 0, 1]);
}

/**
 * Finds the plane of a checked sight in a model.
 * @throws Fault storey-unknown
 */
export function resolveSight(model: Placed, sight: Sight): SightPlane {
  if (sight.frame)
    return { frame: frameFrom(sight.frame.origin, sight.frame.look, sight.frame.up), cut: sight.frame.cut, distance: Infinity };
  if (sight.kind === 'perspective') {
    const [eye, target] = [sight.eye!, sight.target!];
    const look: Vec3 = [target[0] - eye[0], target[1] - eye[1], target[2] - eye[2]];
    const isUpright = Math.hypot(look[0], look[1]) < 1e-6 * Math.abs(look[2]);
    return { frame: frameFrom(target, look, isUpright ? [0, 1, 0] : [0, 0, 1]), cut: false, distance: Math.hypot(...look) };
  }
  if (sight.kind === 'section')
    return { frame: sectionFrame(sight.path as unknown as [Vec2, Vec2], sight.look ?? 'left'), cut: true, distance: Infinity };
  if (sight.kind === 'elevation') {
    const toward = sight.toward!;
    const [x, y] = typeof toward === 'string' ? compassDirection(model.trueNorth, toward) : toward;
    return { frame: frameFrom(model.origin, [x, y, 0], [0, 0, 1]), cut: false, distance: Infinity };
  }
  const level = sight.storey === undefined ? 0 : storeyElevation(model, sight.storey) + model.origin[2];
  // a ceiling plan looks up from the same height; it is mirrored afterwards, to lie as the floor plan lies
  const look: Vec3 = [0, 0, sight.kind === 'ceiling plan' ? 1 : -1];
  return {
    frame: frameFrom([model.origin[0], model.origin[1], level + (sight.height ?? PLAN_HEIGHT)], look, [0, 1, 0]),
    cut: true,
    distance: Infinity,
  };
}

function storeyElevation(model: Placed, name: string): number {
  const storey = model.storeys.find((s) => s.name.toLowerCase() === name.toLowerCase());
  if (!storey) throw new Fault('storey-unknown', { storey: name, storeys: model.storeys.map((s) => `"${s.name}"`).join(', ') || 'none' });
  return storey.elevation;
}

/** How a sight's picture is taken on its plane: square to it, or along slanted rays. */
export function pictureFrame({ oblique }: Sight, frame: Frame): Frame {
  if (!oblique) return frame;
  const angle = (oblique.angle * Math.PI) / 180;
  return slanted(frame, [tidyDirection(oblique.scale * cos(angle)), tidyDirection(oblique.scale * sin(angle))]);
}
