import { dot, type Vec3 } from '../geometry/vec3';
import type { Element, Storey } from '../model/model';
import { moveFrame, type Frame } from './frame';
import { legsOf } from './legs';
import { resolveSight, type Placed } from './resolve-sight';
import { fitsElement } from './shown';
import type { Limits, Rule, Sight } from './sight';
import { trimPlanes, type TrimPlane } from './trims';

/** Elements this near to what a sight shows may still have a say in it: joints, and what the proof looks for beside a cut. Metres. */
const NEAR = 0.05;

/** What of a model decides which elements a sight can meet. */
export interface Boxed extends Placed {
  readonly storeys: readonly Storey[];
  readonly elements: readonly Pick<Element, 'id' | 'class' | 'name' | 'storey' | 'use'>[];
  /** x0 y0 z0 x1 y1 z1 of each, metres from the model's origin; an element without a body has none. */
  readonly elementBoxes: ArrayLike<number>;
}

/**
 * Which elements (1) a sight's drawing can depend on: those that it shows and whose box reaches into what it keeps. Rather one too
 * many than one too few: any other element can change without a change of the drawing.
 * @throws Fault storey-unknown
 */
export function touchedElements(model: Boxed, sight: Sight): Uint8Array {
  const keeps = isAnywhere(sight) ? [[]] : legs(sight).map((leg) => planesRound(model, leg));
  const out = new Uint8Array(model.elements.length);
  model.elements.forEach((element, e) => {
    if (element.use === 'space') return;
    const storey = model.storeys[element.storey]?.name ?? '';
    const fits = (rule: Rule) => fitsElement(rule, element, storey);
    const [include, exclude] = [sight.show?.filter((r) => r.use !== 'exclude') ?? [], sight.show?.filter((r) => r.use === 'exclude') ?? []];
    if (include.length && !include.some(fits)) return;
    // a rule about a material may leave another part of the element
    if (exclude.some((r) => r.material === undefined && fits(r))) return;
    // the earth below a terrain reaches farther than its surface
    const isWhole = element.use === 'terrain' || sight.leaveWhole?.some(fits) === true;
    if (isWhole || keeps.some((planes) => reaches(model.elementBoxes, e, planes))) out[e] = 1;
  });
  return out;
}

/** Pulled-apart elements are drawn elsewhere than they stand; a perspective has no straight sides. */
const isAnywhere = (sight: Sight): boolean => (sight.pullApart?.length ?? 0) > 0;

const legs = (sight: Sight): readonly Sight[] =>
  sight.kind === 'section' && !sight.frame && sight.path!.length > 2 ? legsOf(sight).map((leg) => leg.sight) : [sight];

/** The planes that bound what a sight keeps. */
function planesRound(model: Boxed, sight: Sight): TrimPlane[] {
  const planes = trimPlanes(sight, model.origin);
  const { frame: own, cut, distance } = resolveSight(model, sight);
  if (distance !== Infinity) return planes;
  const frame = moveFrame(own, model.origin);
  const { look } = frame;
  const back: Vec3 = [-look[0], -look[1], -look[2]];
  if (cut && sight.overhead === undefined) planes.push({ origin: frame.origin, normal: back });
  else if (cut && typeof sight.overhead === 'number') planes.push({ origin: along(frame, 'look', -sight.overhead), normal: back });
  if (cut && typeof sight.depth === 'number') planes.push({ origin: along(frame, 'look', sight.depth), normal: look });
  return [...planes, ...sides(frame, sight)];
}

/** A ceiling plan is mirrored after it is drawn: its left and right change places. */
function sides(frame: Frame, { kind, limits = {} }: Sight): TrimPlane[] {
  const side = (axis: 'right' | 'up', limit: keyof Limits, sign: 1 | -1): TrimPlane[] => {
    const at = limits[limit];
    const way = axis === 'right' && kind === 'ceiling plan' ? -1 : 1;
    if (typeof at !== 'number') return [];
    const [x, y, z] = frame[axis];
    const s = sign * way;
    return [{ origin: along(frame, axis, at * way), normal: [x * s, y * s, z * s] }];
  };
  return [...side('right', 'left', -1), ...side('right', 'right', 1), ...side('up', 'bottom', -1), ...side('up', 'top', 1)];
}

function along({ origin, ...axes }: Frame, axis: 'right' | 'up' | 'look', by: number): Vec3 {
  const d = axes[axis];
  return [origin[0] + d[0] * by, origin[1] + d[1] * by, origin[2] + d[2] * by];
}

/** Whether a box has anything on the side of every plane that is kept. */
function reaches(boxes: ArrayLike<number>, e: number, planes: readonly TrimPlane[]): boolean {
  if (!(boxes[e * 6]! <= boxes[e * 6 + 3]!)) return false;
  for (const { origin, normal } of planes) {
    // the corner of the box that lies farthest back
    const corner = [0, 1, 2].map((k) => boxes[e * 6 + (normal[k as 0 | 1 | 2] > 0 ? k : k + 3)]!) as unknown as Vec3;
    if (dot(corner, normal) - dot(origin, normal) > NEAR) return false;
  }
  return true;
}
