import type { Cut } from '../cutting/cut';
import type { Region } from '../cutting/cut-faces';
import { append } from '../geometry/append';
import { mirrorFrame, type Frame } from '../geometry/frame';
import type { Ring } from '../geometry/rings';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { roleIndex } from '../sights/role';
import { elementOf, joinSegments, roleOf, Segments, type SegmentList } from '../sights/segments';
import type { Sight } from '../sights/sight';
import type { View } from '../sights/view';
import type { SightViews } from '../sights/views-of';
import { canonicalOrder } from './canonical-order';
import { cropDrawing } from './crop';
import { curvesOfLines } from './arcs/curves-of-lines';
import type { Drawing, StepTimes } from './drawing';
import { joinLines } from './join-lines';
import type { KnownCurve } from './arcs/match-arcs';
import { enlargedLimits, reduced } from './reduced';
import { removeDoubles } from './remove-doubles';
import { rimCurves } from './arcs/rims';
import { ringCurves } from './arcs/ring-curves';
import { sideBySide } from './side-by-side';

/** What a View shows: its cut, and the lines that are seen behind it. */
export interface Shown {
  readonly view: View;
  readonly cut: Cut;
  readonly lines: SegmentList;
}

/**
 * Puts what the Views of a sight show into one drawing: legs side by side, what hangs overhead over the plan, ceilings mirrored; nothing
 * drawn twice, lines as long as they can be, arcs, cut off at the limits, and as large as the model is.
 * @param told is shown the segments before they are joined
 */
export function compose(
  model: Model,
  scene: Scene,
  { frame, limits, notes }: SightViews,
  jumps: Sight['jumps'],
  shown: readonly Shown[],
  told?: (segments: SegmentList) => void,
): Drawing {
  const pictures = shown.map(placed);
  const legs = pictures.filter(({ place }) => place.from > -Infinity || place.to < Infinity);
  const { segments, regions } = legs.length ? sideBySide(legs, jointElements(scene, shown[0]!.view)) : together(pictures);
  const single = removeDoubles(canonicalOrder(segments));
  told?.(single);
  // where strips begin and end
  const ends = legs.flatMap(({ place: { shift, from, to } }, k) => [...(k ? [] : [shift + from]), shift + to]);
  const steps = ends.filter(Number.isFinite);
  // in a perspective a circle is no ellipse with equal steps
  const isParallel = shown[0]!.view.distance === Infinity;
  const lines = isParallel
    ? joinLines(single, knownCurves(scene, shown, legs), steps, scene.scale)
    : joinLines(single, undefined, undefined, scene.scale);
  const drawnNotes = [...model.notes, ...notes, ...shown.flatMap(({ cut }) => cut.notes)];
  const report = { triangles: scene.triangles.length / 3, elements: model.elements.length, ms: {} as StepTimes, notes: drawnNotes };
  const entire: Drawing = { version: 1, frame, jumps: jumps ?? [], ...lines, regions, report };
  const cropped = cropDrawing(entire, enlargedLimits(limits, scene.scale));
  return reduced({ ...cropped, steps, regionCurves: ringCurves(cropped.regions, cropped) }, scene.scale, limits);
}

/** The lines and regions of a View where they go in the drawing. */
interface Placed extends Pick<View, 'place'> {
  readonly segments: SegmentList;
  readonly regions: readonly Region[];
}

function placed({ view: { place }, cut, lines }: Shown): Placed {
  const segments = joinSegments([cut.lines, lines]);
  if (place.isOverhead) return { place, segments: overhead(segments), regions: [] };
  if (!place.isMirrored) return { place, segments, regions: cut.regions };
  const regions = cut.regions.map((region) => ({ ...region, face: region.face.map(mirrorRing) }));
  return { place, segments: mirrored(segments), regions };
}

function together(pictures: readonly Placed[]): Pick<Placed, 'segments' | 'regions'> {
  if (pictures.length === 1) return pictures[0]!;
  return { segments: joinSegments(pictures.map(({ segments }) => segments)), regions: pictures.flatMap(({ regions }) => regions) };
}

/** Of the view upwards only the outlines, mirrored back into the plan, as overhead lines (edges of beams, openings and roofs). */
function overhead(upwards: SegmentList): SegmentList {
  const [outline, role] = [roleIndex('outline'), roleIndex('overhead')];
  const out = new Segments();
  const { ends, depths } = upwards;
  for (let s = 0; s < upwards.count; s++) {
    if (roleOf(upwards, s) !== outline) continue;
    const [u0, v0, u1, v1] = [ends[s * 4]!, ends[s * 4 + 1]!, ends[s * 4 + 2]!, ends[s * 4 + 3]!];
    // what lies above the cut has a negative depth in the plan
    out.add(-u0, v0, -depths[s * 2]!, -u1, v1, -depths[s * 2 + 1]!, { role, element: elementOf(upwards, s) });
  }
  return out.done();
}

const mirrored = (list: SegmentList): SegmentList => ({ ...list, ends: list.ends.map((x, i) => (i % 2 ? x : -x + 0)) });

/** Mirrored and turned round, so that an outer ring stays counter-clockwise. */
function mirrorRing(ring: Ring): Ring {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[ring.length - 2 - i] = -ring[i]! + 0;
    out[ring.length - 1 - i] = ring[i + 1]!;
  }
  return out;
}

/** What is round on an element, though of it little may be seen: its rims in the model, and the arcs of each leg as a whole. */
function knownCurves(scene: Scene, shown: readonly Shown[], legs: readonly Placed[]): (element: number) => readonly KnownCurve[] {
  const rims = shown
    .filter(({ view }) => !view.place.isOverhead)
    .map(({ view }) => rimCurves(scene, frameInDrawing(view), view.place.shift));
  // a step may leave too little of an arc to tell that it is one
  const arcs = legs.map(({ segments, place }) =>
    curvesOfLines(joinLines(removeDoubles(canonicalOrder(segments)), undefined, undefined, scene.scale), place.shift),
  );
  const known = new Map<number, readonly KnownCurve[]>();
  return (element) => {
    const found = known.get(element);
    if (found) return found;
    const out: KnownCurve[] = [];
    for (const of of rims) append(out, of(element));
    for (const by of arcs) append(out, by.get(element) ?? []);
    known.set(element, out);
    return out;
  };
}

function frameInDrawing({ frame, place }: View): Frame {
  return place.isMirrored ? mirrorFrame(frame) : frame;
}

/** The elements that keep their joints, or a part of them. */
const jointElements = ({ partElement }: Scene, { joints }: View): ReadonlySet<number> =>
  new Set([...joints].flatMap((keeps, part) => (keeps ? [partElement[part]!] : [])));
