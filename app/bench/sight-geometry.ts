import type { ViewMatrix } from '../workers/paint';
import { compose, paneMatrix, type BenchView, type PaneSize } from '../board/view';
import { dot, subtract, type Vec2, type Vec3 } from '../../core/geometry/vec3';
import { isJogged } from '../../core/sights/legs';
import type { Frame } from '../../core/geometry/frame';
import { roundPoint } from '../../core/geometry/numbers/tidy';
import { resolveSight } from '../../core/sights/resolve-sight';
import { nearestCompass } from '../../core/sights/resolve-sight';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';

/** The plan turned so that a sight's line lies level: its zero, its right and its look, in the source's XY coordinates. */
export interface KeyFrame {
  readonly origin: Vec2;
  readonly right: Vec2;
  readonly look: Vec2;
}

export const frameOf = (model: ModelInfo, sight: Sight): Frame => resolveSight(model, sight).frame;

/** How the places of a drawing and the points of the model, in the coordinates of its file, belong together. */
export interface Picture {
  readonly look: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
  /** A point that a place shows: that in the drawing's plane. */
  readonly pointAt: (at: Vec2) => Vec3;
  readonly placeOf: (point: Vec3) => Vec2;
}

/** The picture that a sight draws; null of one that is seen along slanted rays or from an eye, or whose line steps aside. */
export function pictureOf(model: ModelInfo, sight: Sight): Picture | null {
  if (sight.kind === 'perspective' || sight.oblique || isJogged(sight)) return null;
  const { origin, right, up, look } = frameOf(model, sight);
  const at = (k: 0 | 1 | 2, u: number, v: number) => origin[k] + right[k] * u + up[k] * v;
  return {
    ...{ look, right, up },
    pointAt: ([u, v]) => [at(0, u, v), at(1, u, v), at(2, u, v)],
    placeOf: (point) => [dot(subtract(point, origin), right), dot(subtract(point, origin), up)],
  };
}

/** The picture that the Key shows: the plan, or the front under one. */
export function keyPicture(frame: KeyFrame, isElevation: boolean): Picture {
  const [right, level, up]: Vec3[] = [[...frame.right, 0], [...frame.look, 0], [0, 0, 1]]; // prettier-ignore
  if (!isElevation) return { right: right!, up: level!, look: [0, 0, -1], pointAt: ([x, y]) => [x, y, 0], placeOf: ([x, y]) => [x, y] };
  return {
    ...{ right: right!, up: up!, look: level! },
    pointAt: (at) => {
      const [u, v] = toKey(frame, at);
      return [...fromKey(frame, [u, 0]), v];
    },
    placeOf: ([x, y, z]) => fromKey(frame, [toKey(frame, [x, y])[0], z]),
  };
}

/** How the Key lies under a sight: the plan with the sight looking up the page. Plans have the front elevation below them instead. */
export function keyFrameOf(model: ModelInfo, sight: Sight | null): KeyFrame {
  const unturned: KeyFrame = { origin: [model.origin[0], model.origin[1]], right: [1, 0], look: [0, 1] };
  if (!sight) return unturned;
  if (sight.kind === 'plan') {
    // a plan of a storey counts as the model does; one of a room has a zero and a direction of its own
    if (!sight.frame) return unturned;
    const { origin, right } = frameOf(model, sight);
    return { origin: [origin[0], origin[1]], right: [right[0], right[1]], look: [-right[1], right[0]] };
  }
  const { origin, right } = frameOf(model, sight);
  const l = Math.hypot(right[0], right[1]);
  if (l < 1e-9) return unturned;
  const r: Vec2 = [right[0] / l, right[1] / l];
  return { origin: [origin[0], origin[1]], right: r, look: [-r[1], r[0]] };
}

/** The line in which a plane meets a level of the model: the point of it at a place along the picture's horizontal; null of a plane that lies level. */
export function traceOf({ origin, look, right }: Frame, level: number): { readonly at: (u: number) => Vec2 } | null {
  const flat = Math.hypot(look[0], look[1]);
  if (flat < 1e-6) return null;
  const k = (-look[2] * (level - origin[2])) / flat ** 2;
  const [x, y] = [origin[0] + look[0] * k, origin[1] + look[1] * k];
  const way: Vec2 = [look[1] / flat, -look[0] / flat];
  // where the horizontal of the picture is not level, a metre of it is longer along the line
  const along = way[0] * right[0] + way[1] * right[1];
  const first = (x - origin[0]) * right[0] + (y - origin[1]) * right[1] + (level - origin[2]) * right[2];
  return {
    at: (u) => {
      const t = Math.abs(along) < 1e-6 ? u : (u - first) / along;
      return [x + way[0] * t, y + way[1] * t];
    },
  };
}

export const toKey = (k: KeyFrame, [x, y]: Vec2): Vec2 => {
  const dx = x - k.origin[0],
    dy = y - k.origin[1];
  return [dx * k.right[0] + dy * k.right[1], dx * k.look[0] + dy * k.look[1]];
};
export const fromKey = (k: KeyFrame, [u, v]: Vec2): Vec2 => [
  k.origin[0] + u * k.right[0] + v * k.look[0],
  k.origin[1] + u * k.right[1] + v * k.look[1],
];

/** The line of a straight section in plan, in the order in which it lies in the drawing: left end first; null of one that steps aside. */
export function lineOf(sight: Sight): [Vec2, Vec2] | null {
  if (sight.kind !== 'section' || sight.path?.length !== 2) return null;
  const [a, b] = sight.path as [Vec2, Vec2];
  return sight.look === 'right' ? [b, a] : [a, b];
}

/**
 * The section with its drawn line (left end, right end) laid anew; the side looked at stays. Its points are whole micrometres, but for
 * those that are exactly another's.
 */
export function withLine(sight: Sight, [left, right]: readonly [Vec2, Vec2], isExact = false): Sight {
  const path = sight.look === 'right' ? [right, left] : [left, right];
  return { ...sight, path: isExact ? path : path.map(roundPoint) };
}

export const lineLength = ([a, b]: readonly [Vec2, Vec2]): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** The line with a new length, from its first end. */
export function stretch([a, b]: readonly [Vec2, Vec2], length: number): [Vec2, Vec2] {
  const k = length / lineLength([a, b]);
  return [a, [a[0] + (b[0] - a[0]) * k, a[1] + (b[1] - a[1]) * k]];
}

/** The line turned about its middle so that it has the given angle to the X axis. */
export function turnTo([a, b]: readonly [Vec2, Vec2], angle: number): [Vec2, Vec2] {
  const m: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const h = lineLength([a, b]) / 2;
  const d: Vec2 = [Math.cos(angle) * h, Math.sin(angle) * h];
  return [
    [m[0] - d[0], m[1] - d[1]],
    [m[0] + d[0], m[1] + d[1]],
  ];
}

export const angleOf = ([a, b]: readonly [Vec2, Vec2]): number => Math.atan2(b[1] - a[1], b[0] - a[0]);

/** The point nearest to `to` for which the line from `from` runs along one of the model's main axes. */
export function squared(from: Vec2, to: Vec2, mainAngle: number): Vec2 {
  const d: Vec2 = [to[0] - from[0], to[1] - from[1]];
  const step = Math.PI / 2;
  const angle = Math.round((Math.atan2(d[1], d[0]) - mainAngle) / step) * step + mainAngle;
  const along = d[0] * Math.cos(angle) + d[1] * Math.sin(angle);
  return [from[0] + Math.cos(angle) * along, from[1] + Math.sin(angle) * along];
}

/** The map from the plan, in the coordinates of the model's file, to the pixels of the Key. */
export function planToPane({ origin, right, look }: KeyFrame, view: BenchView, size: PaneSize): ViewMatrix {
  const u = -(origin[0] * right[0] + origin[1] * right[1]),
    v = -(origin[0] * look[0] + origin[1] * look[1]);
  return compose(paneMatrix(view, view.keyV, size), [right[0], look[0], right[1], look[1], u, v]);
}

/** Which way a sight looks, in words: "looking north". */
export function lookingWords(model: ModelInfo, sight: Sight): string {
  if (sight.kind === 'plan') return 'looking down';
  const { look } = frameOf(model, sight);
  if (Math.hypot(look[0], look[1]) < 1e-6) return look[2] < 0 ? 'looking down' : 'looking up';
  return `looking ${nearestCompass(model.trueNorth, [look[0], look[1]])}`;
}

/** Grid lines that cross a sight's horizontal, as metres along it. */
export function gridAlong(model: ModelInfo, frame: Frame): { tag: string; u: number }[] {
  const r: Vec2 = [frame.right[0], frame.right[1]];
  const flat = Math.hypot(...r);
  if (flat < 0.999) return [];
  const out: { tag: string; u: number }[] = [];
  for (const { tag, from, to, curve } of model.grid) {
    if (curve) continue;
    const d: Vec2 = [to[0] - from[0], to[1] - from[1]];
    // only lines that run square to the horizontal stand at one place along it
    if (Math.abs(d[0] * r[0] + d[1] * r[1]) > 1e-3 * Math.hypot(...d)) continue;
    out.push({ tag, u: (from[0] + model.origin[0] - frame.origin[0]) * r[0] + (from[1] + model.origin[1] - frame.origin[1]) * r[1] });
  }
  return out.sort((a, b) => a.u - b.u);
}

/** What stands on the ground, without the ground and the air: minima, then maxima, in the coordinates of the file. */
export const buildingBounds = (model: ModelInfo): readonly number[] => boundsOf(model, ({ use }) => use === 'solid');

/** The box of those elements of a model that fit; of none, that of the model. */
export function boundsOf(
  { elements, elementBoxes, origin, bounds }: ModelInfo,
  fits: (e: ModelInfo['elements'][number]) => boolean,
): readonly number[] {
  const out = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  elements.forEach((element, e) => {
    if (!fits(element)) return;
    for (let k = 0; k < 3; k++) {
      out[k] = Math.min(out[k]!, elementBoxes[e * 6 + k]! + origin[k]!);
      out[k + 3] = Math.max(out[k + 3]!, elementBoxes[e * 6 + 3 + k]! + origin[k]!);
    }
  });
  // kept to single precision: whole tenths of a millimetre around it
  return out[0]! <= out[3]! ? out.map((x, k) => (k < 3 ? Math.floor(x * 1e4) : Math.ceil(x * 1e4)) / 1e4) : bounds;
}
