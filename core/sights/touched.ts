import type { Vec3 } from '../geometry/vec3';
import type { Element, Storey } from '../model/model';
import { moveFrame, squareFrame, type Frame } from '../geometry/frame';
import { isJogged, legsOf } from './legs';
import { pictureFrame, resolveSight, type Placed } from './resolve-sight';
import { fitsElement } from './shown';
import { limitsOf } from './limits';
import type { Limits, Rule, Sight } from './sight';
import { trimPlanes, type TrimPlane } from './trims';

/** Elements this near to what a sight shows may still have a say in it: joints, and what the proof looks for beside a cut. Metres. */
const BESIDE = 0.05;

/** What of a model decides which elements a sight can meet. */
export interface Boxed extends Placed {
  /** Name of the file that it was read from. */
  readonly fileName: string;
  readonly storeys: readonly Storey[];
  readonly elements: readonly Pick<Element, 'id' | 'class' | 'name' | 'type' | 'storey' | 'use' | 'facts'>[];
  /** x0 y0 z0 x1 y1 z1 of each, metres from the model's origin; an element without a body has none. */
  readonly elementBoxes: ArrayLike<number>;
}

/**
 * Which elements (1) a sight's drawing can depend on: those that it shows and whose box reaches into what it keeps. Rather one too
 * many than one too few: any other element can change without a change of the drawing.
 * @throws Fault storey-unknown
 */
export function touchedElements(model: Boxed, sight: Sight): Uint8Array {
  const keeps = isAnywhere(sight) ? [[]] : legs(sight).map((leg) => planesRound(model, leg).map(halfSpace));
  const out = new Uint8Array(model.elements.length);
  const include = sight.show?.filter((r) => r.use !== 'exclude') ?? [];
  // a rule about a material may leave another part of the element
  const exclude = sight.show?.filter((r) => r.use === 'exclude' && r.material === undefined) ?? [];
  const whole = sight.leaveWhole ?? [];
  const { elements, elementBoxes } = model;
  for (let e = 0; e < elements.length; e++) {
    const element = elements[e]!;
    if (element.use === 'space') continue;
    const isPicked = (rules: readonly Rule[]) =>
      rules.length > 0 && rules.some((rule) => fitsElement(rule, element, model.storeys, model.fileName));
    if (include.length && !isPicked(include)) continue;
    if (isPicked(exclude)) continue;
    // the earth below a terrain reaches farther than its surface
    if (element.use === 'terrain' || isPicked(whole) || reachesOne(elementBoxes, e, keeps)) out[e] = 1;
  }
  return out;
}

/** Pulled-apart elements are drawn elsewhere than they stand; a perspective has no straight sides. */
const isAnywhere = (sight: Sight): boolean => (sight.pullApart?.length ?? 0) > 0;

const legs = (sight: Sight): readonly Sight[] => (isJogged(sight) ? legsOf(sight).map((leg) => leg.sight) : [sight]);

/** The planes that bound what a sight keeps. */
function planesRound(model: Boxed, sight: Sight): TrimPlane[] {
  const planes = trimPlanes(sight, model.origin);
  const { frame: own, cut, distance } = resolveSight(model, sight);
  if (distance !== Infinity) return planes;
  const frame = moveFrame(own, model.origin);
  const seen = pictureFrame(sight, frame);
  const { look } = frame;
  const back: Vec3 = [-look[0], -look[1], -look[2]];
  if (cut && sight.overhead === undefined) planes.push({ origin: frame.origin, normal: back });
  else if (cut && typeof sight.overhead === 'number') planes.push({ origin: along(frame, 'look', -sight.overhead), normal: back });
  if (cut && typeof sight.depth === 'number') planes.push({ origin: along(frame, 'look', sight.depth), normal: look });
  return [...planes, ...sides(seen, { kind: sight.kind, limits: limitsOf(sight, distance) })];
}

/** A ceiling plan is mirrored after it is drawn: its left and right change places. */
function sides(frame: Frame, { kind, limits = {} }: { kind: Sight['kind']; limits: Limits | undefined }): TrimPlane[] {
  const side = (axis: 'right' | 'up', limit: keyof Limits, sign: 1 | -1): TrimPlane[] => {
    const at = limits[limit];
    const way = axis === 'right' && kind === 'ceiling plan' ? -1 : 1;
    if (typeof at !== 'number') return [];
    const [x, y, z] = frame[axis];
    const s = sign * way;
    return [{ origin: along(squareFrame(frame), axis, at * way), normal: [x * s, y * s, z * s] }];
  };
  return [...side('right', 'left', -1), ...side('right', 'right', 1), ...side('up', 'bottom', -1), ...side('up', 'top', 1)];
}

function along({ origin, ...axes }: Frame, axis: 'right' | 'up' | 'look', by: number): Vec3 {
  const d = axes[axis];
  return [origin[0] + d[0] * by, origin[1] + d[1] * by, origin[2] + d[2] * by];
}

/** Numbers of a half space: its normal, how far along it anything is kept, and for each axis the corner of a box that lies farthest back. */
type HalfSpace = readonly [x: number, y: number, z: number, to: number, i: number, j: number, k: number];

function halfSpace({ origin, normal: [x, y, z] }: TrimPlane): HalfSpace {
  const to = origin[0] * x + origin[1] * y + origin[2] * z + BESIDE;
  return [x, y, z, to, x > 0 ? 0 : 3, y > 0 ? 1 : 4, z > 0 ? 2 : 5];
}

/** Whether a box reaches into all half spaces of one of the groups. */
function reachesOne(boxes: ArrayLike<number>, e: number, groups: readonly (readonly HalfSpace[])[]): boolean {
  const at = e * 6;
  if (!(boxes[at]! <= boxes[at + 3]!)) return false;
  for (const group of groups) {
    let isIn = true;
    for (const [x, y, z, to, i, j, k] of group)
      if (boxes[at + i]! * x + boxes[at + j]! * y + boxes[at + k]! * z > to) {
        isIn = false;
        break;
      }
    if (isIn) return true;
  }
  return false;
}
