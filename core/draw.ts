import { cutOutlines, type CutMemory } from './cutting/cut-memory';
import { earthRegion } from './cutting/earth';
import type { RankRule } from './cutting/material-rank';
import { linesInTrims } from './cutting/lines-in-trims';
import { profileOf } from './cutting/profile';
import { makeRegions, type CutFaces, type Region } from './cutting/regions';
import { earthWithin, trim, type Trimmed } from './cutting/trim';
import { atTheirDepth, looksAt, sheetsIn, trimPicture, type Looking } from './linework/trims-in-picture';
import { Fault, type Note } from './faults/fault';
import { dot, scale, type Vec3 } from './geometry/vec3';
import { HelperGone } from './linework/answers';
import { clearLines, clearRegions, coversBefore, rimLines } from './linework/before-the-cut';
import { cropDrawing } from './linework/crop';
import { cutLines } from './linework/cut-lines';
import { curvesOfLines } from './linework/curves-of-lines';
import type { Drawing, StepTimes } from './linework/drawing';
import { joinLines } from './linework/join-lines';
import { withOverhead } from './linework/overhead';
import { mirrorDrawing } from './linework/mirror';
import { putInOrder } from './linework/put-in-order';
import { removeDoubles } from './linework/remove-doubles';
import { rimCurves } from './linework/rims';
import { ringCurves } from './linework/ring-curves';
import { seeAlone, type Ask } from './linework/see';
import { seeTogether, type Helper } from './linework/see-together';
import { joinSegments, Segments, type SegmentList } from './linework/segments';
import { sideBySide } from './linework/side-by-side';
import type { Model } from './model/model';
import { prepare } from './scene/prepare';
import { pullApart } from './scene/pull-apart';
import type { Scene } from './scene/scene';
import { moveFrame, type Frame } from './sights/frame';
import { legsOf, type Leg } from './sights/legs';
import { resolveSight } from './sights/resolve-sight';
import { jointParts, pulledParts, shownParts } from './sights/shown';
import type { Limits, Sight } from './sights/sight';
import { cutSegments, trimPlanes, type TrimPlane } from './sights/trims';
import { foreshortening } from './sights/view-space';
import type { CandidateEdges } from './visibility/candidate-edges';
import type { CutFace } from './visibility/fill-tiles';
import type { Pieces } from './visibility/hide';

export interface DrawOptions {
  /** A clock in milliseconds; without one the report has no times and a drawing is the same byte for byte. */
  readonly clock?: (() => number) | undefined;
  /** An office's own table of ranks: which material keeps its place where two overlap in a cut. */
  readonly ranks?: readonly RankRule[] | undefined;
  /** Only the cut faces, without a line: quick enough to follow a hand. */
  readonly cutOnly?: boolean | undefined;
  /** What was cut last, for cuts that follow a hand. */
  readonly memory?: CutMemory | undefined;
  /** Asked between the steps: whether nobody waits for this drawing any more. */
  readonly isStale?: (() => boolean) | undefined;
  /** Is shown the result of each step, for pictures of how a drawing comes about. */
  readonly watch?: ((step: DrawStep) => void) | undefined;
}

export type DrawStep =
  | { readonly name: 'cut'; readonly faces: CutFaces }
  | { readonly name: 'candidates'; readonly edges: CandidateEdges }
  | { readonly name: 'pieces'; readonly pieces: Pieces }
  | { readonly name: 'single'; readonly segments: SegmentList }
  | { readonly name: 'joined'; readonly drawing: Drawing };

const NO_FACES: CutFaces = { regions: [], outlines: [], outlinePart: [], open: [], mended: [] };

/** Where the lines of a picture are wanted: in this thread or with the help of another. */
interface Wish {
  readonly scene: Scene;
  readonly ask: Ask;
  readonly goOn: () => void;
}

/**
 * The whole pipeline: from a prepared model and a checked sight to the sight's drawing.
 * @throws Fault storey-unknown, drawing-stale
 */
export function draw(model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Drawing {
  const steps = drawing(model, scene, sight, options);
  let step = steps.next();
  while (!step.done) step = steps.next(seeAlone(step.value.scene, step.value.ask, step.value.goOn, options.watch));
  return step.value;
}

/**
 * The same drawing, byte for byte, with the help of another thread that has the scene. Until it is there, nothing else may be drawn
 * in this thread. What a sight trims or pulls apart is a scene of its own and drawn without help.
 * @throws Fault storey-unknown, drawing-stale
 */
export async function drawWith(helper: Helper, model: Model, scene: Scene, sight: Sight, options: DrawOptions = {}): Promise<Drawing> {
  const steps = drawing(model, scene, sight, options);
  let step = steps.next();
  while (!step.done) step = steps.next(await see(step.value));
  return step.value;

  async function see({ scene: own, ask, goOn }: Wish): Promise<SegmentList> {
    if (own !== scene) return seeAlone(own, ask, goOn);
    try {
      return await seeTogether(own, ask, helper, goOn);
    } catch (error) {
      if (!(error instanceof HelperGone)) throw error;
      return seeAlone(own, ask, goOn);
    }
  }
}

function* drawing(model: Model, scene: Scene, sight: Sight, options: DrawOptions): Generator<Wish, Drawing, SegmentList> {
  const { clock = () => 0, watch } = options;
  const isJogged = sight.kind === 'section' && !sight.frame && sight.path!.length > 2;
  const legs = isJogged ? legsOf(sight) : [{ sight, from: 0, length: 0 }];
  const seen: (Leg & Looked)[] = [];
  for (const leg of legs) seen.push({ ...leg, ...(yield* look(model, scene, leg.sight, options)) });
  const [first] = seen;
  const { regions, ...found } = isJogged ? sideBySide(seen, jointElements(model, sight)) : first!;
  const hasOverhead = sight.overhead !== undefined && !options.cutOnly;
  const segments = hasOverhead ? withOverhead(found.segments, yield* upwards(model, scene, sight, options)) : found.segments;

  const steps = isJogged ? [...legs.map((leg) => leg.from), legs.at(-1)!.from + legs.at(-1)!.length] : [];
  const t0 = clock();
  const single = removeDoubles(putInOrder(segments));
  watch?.({ name: 'single', segments: single });
  const rims = seen.map(({ whole, seenFrom, from }) => rimCurves(whole, seenFrom, from));
  // a step may leave too little of an arc to tell that it is one: the leg as a whole tells
  const arcs = isJogged ? seen.map((leg) => curvesOfLines(joinLines(removeDoubles(putInOrder(leg.segments))), leg.from)) : [];
  const curvesOf = (element: number) => [...rims.flatMap((of) => of(element)), ...arcs.flatMap((by) => by.get(element) ?? [])];
  // in a perspective a circle is no ellipse with equal steps
  const lines = first!.distance < Infinity ? joinLines(single) : joinLines(single, curvesOf, steps);
  const sum = (step: 'cut' | 'visibility') => seen.reduce((total, { ms }) => total + ms[step], 0);
  const ms: StepTimes = options.clock ? { cut: sum('cut'), visibility: sum('visibility'), linework: clock() - t0 } : {};
  const notes: Note[] = [...model.notes, ...seen.flatMap((leg) => leg.notes)];
  const report = { triangles: scene.triangles.length / 3, elements: model.elements.length, ms, notes };
  const entire: Drawing = { version: 1, frame: first!.frame, jumps: sight.jumps ?? [], ...lines, regions, report };
  const limits = limitsOf(sight, first!.distance);
  const cropped = cropDrawing(sight.kind === 'ceiling plan' ? mirrorDrawing(entire) : entire, limits);
  const drawing: Drawing = {
    ...cropped,
    limits,
    steps,
    regionCurves: ringCurves(cropped.regions, cropped),
  };
  watch?.({ name: 'joined', drawing });
  return drawing;
}

/** What is found of a sight, or of one leg of it. */
interface Looked {
  readonly frame: Frame;
  /** What is looked at before trims take anything of it, and the frame in its coordinates. */
  readonly whole: Scene;
  readonly seenFrom: Frame;
  readonly distance: number;
  readonly segments: SegmentList;
  readonly regions: readonly Region[];
  readonly notes: readonly Note[];
  readonly ms: { readonly cut: number; readonly visibility: number };
}

/** What a sight shows, or one leg of it, as loose segments and regions: trims, cut, visibility. */
function* look(source: Model, prepared: Scene, sight: Sight, options: DrawOptions): Generator<Wish, Looked, SegmentList> {
  const { clock = () => 0, watch } = options;
  const goOn = () => {
    if (options.isStale?.()) throw new Fault('drawing-stale');
  };
  const t0 = clock();
  const plane = resolveSight(source, sight);
  const frame = moveFrame(plane.frame, source.origin);
  const { shown, joints: kept } = options.memory?.parts(source, sight) ?? { shown: shownParts(source, sight), joints: null };
  const { cut, distance } = plane;
  const reach = sight.depth ?? Infinity;
  const limits = { cut, depth: reach * (reach === Infinity ? 1 : foreshortening(reach, distance)) };
  const asked = trimPlanes(sight, source.origin);
  const trims = [...asked, ...beforeTheEye(prepared, frame, distance)];
  const regionOptions = { ranks: options.ranks, layersMeet: sight.layersMeet };
  const pulls = pulledParts(source, sight, shown);
  const apart = pulls.length ? pullApart(source, pulls) : { model: source, traces: new Float64Array(0) };
  const whole: Trimmed = { model: apart.model, scene: pulls.length ? prepare(apart.model) : prepared, faces: [] };
  const joints = kept ?? jointParts(apart.model, sight);
  const {
    model,
    scene,
    faces: trimmed,
  } = trims.length ? trim(whole.model, whole.scene, shown, trims, { ...regionOptions, joints }) : whole;

  const outlines = () =>
    options.memory?.outlines(scene, frame, shown, [joints, options.ranks, sight.layersMeet]) ?? cutOutlines(scene, frame, shown);
  const united = plane.cut ? makeRegions(model, outlines(), frame, { ...regionOptions, joints }, options.memory) : NO_FACES;
  const isProfile = sight.profile === true;
  const onGround = earthWithin(earthRegion(model, united, frame), frame, trims);
  const faces = isProfile ? profileOf(onGround) : onGround;
  const looking: Looking = { frame, distance, cut, reach };
  // what is taken away before the eye leaves faces that are surfaces like others
  const drawnTrims = trimmed.slice(0, asked.length).filter((t) => looksAt(t.frame, looking));
  const trimFaces = trimmed.slice(0, asked.length).map((t, k) => ({ of: t.frame, faces: trimPicture(t, looking, k + 1) }));
  watch?.({ name: 'cut', faces });
  const t1 = clock();

  const hasWhole = shown.includes(2);
  const pictures = [{ of: frame, faces }, ...trimFaces].map(({ faces: own, of }) => {
    const { origin, look: [x, y, z] } = of; // prettier-ignore
    const covers = hasWhole ? coversBefore(scene, shown, frame, distance, origin, [-x, -y, -z]) : [];
    const found = new Segments();
    if (!options.cutOnly) cutLines(model, own, found, isProfile);
    const cut = clearLines(found.done(), covers);
    const regions = clearRegions(own.regions, covers, cut);
    const rims = options.cutOnly ? [] : [rimLines(own.regions, covers, regions)];
    const lines = joinSegments([cut, ...rims]);
    return { lines: of === frame ? lines : atTheirDepth(lines, of, looking), regions, notes: outlineNotes(model, own) };
  });
  let segments = joinSegments(pictures.map(({ lines }) => lines));
  if (!(plane.cut && (sight.depth === 0 || options.cutOnly))) {
    goOn();
    const ask: Ask = {
      frame,
      distance,
      shown,
      joints,
      limits,
      inTrims: linesInTrims(
        scene,
        shown,
        drawnTrims.map((t) => t.frame),
      ),
      cutFaces: [
        ...faces.regions.map(({ face }): CutFace => ({ face, depth: [0, 0, 0] })),
        ...drawnTrims.flatMap((t) => sheetsIn(t, looking)),
      ],
      earthFaces: faces.regions.filter((r) => r.use === 'earth').map((r) => r.face),
      keepHidden: sight.hidden === true,
      traces: cutSegments(apart.traces, trims),
      isMixed: elementsOfSeveralMaterials(model),
      isTerrain: Uint8Array.from(model.elements, ({ use }) => (use === 'terrain' ? 1 : 0)),
      roles: { kind: sight.kind, far: sight.far, jumps: sight.jumps },
    };
    segments = joinSegments([segments, yield { scene, ask, goOn }]);
  }
  return {
    frame: plane.frame,
    whole: whole.scene,
    seenFrom: frame,
    distance,
    segments,
    regions: pictures.flatMap(({ regions }) => regions),
    notes: pictures.flatMap(({ notes }) => notes),
    ms: { cut: t1 - t0, visibility: clock() - t1 },
  };
}

/** The view upwards from the cut of a plan. */
function* upwards(model: Model, scene: Scene, sight: Sight, { ranks }: DrawOptions): Generator<Wish, SegmentList, SegmentList> {
  const { frame } = sight;
  const up = frame && { ...frame, look: scale(frame.look, -1) };
  const { segments } = yield* look(
    model,
    scene,
    { ...sight, frame: up, kind: 'ceiling plan', depth: sight.overhead, hidden: false, far: undefined },
    { ranks },
  );
  return segments;
}

/** The elements that keep their joints, or a part of them. */
const jointElements = (model: Model, sight: Sight): ReadonlySet<number> =>
  new Set([...jointParts(model, sight)].flatMap((keeps, part) => (keeps ? [model.partElement[part]!] : [])));

/** 1 for each element whose parts are of several materials. */
function elementsOfSeveralMaterials(model: Model): Uint8Array {
  const first = new Int32Array(model.elements.length).fill(-2);
  const out = new Uint8Array(model.elements.length);
  model.partElement.forEach((element, part) => {
    const material = model.partMaterial[part]!;
    if (first[element] === -2) first[element] = material;
    else if (first[element] !== material) out[element] = 1;
  });
  return out;
}

/** Nothing nearer to the eye than this is drawn, metres. */
const NEAREST = 0.05;

/** A perspective draws what lies before the eye: the plane that takes the rest away, where there is any. */
function beforeTheEye({ vertices }: Scene, { origin, look }: Frame, distance: number): TrimPlane[] {
  if (distance === Infinity) return [];
  const at = (k: 0 | 1 | 2) => origin[k] - look[k] * (distance - NEAREST);
  const near: Vec3 = [at(0), at(1), at(2)];
  for (let i = 0; i < vertices.length; i += 3)
    if (dot([vertices[i]! - near[0], vertices[i + 1]! - near[1], vertices[i + 2]! - near[2]], look) < 0)
      return [{ origin: near, normal: [-look[0], -look[1], -look[2]], sparesNothing: true }];
  return [];
}

/** A perspective ends at its angle of view, three quarters as high as wide, unless the sight says otherwise. */
function limitsOf({ limits, fov }: Sight, distance: number): Limits | undefined {
  if (distance === Infinity || fov === undefined) return limits;
  const half = distance * Math.tan((fov * Math.PI) / 360);
  const tall = (half * 3) / 4;
  const { left = -half, right = half, bottom = -tall, top = tall } = limits ?? {};
  return { left, right, bottom, top };
}

/** Outlines that stay open, and those that were closed over a gap, with the place of each. */
function outlineNotes(model: Model, { open, mended }: CutFaces): Note[] {
  const factsOf = (part: number, u: number, v: number) => {
    const { class: className, name, id } = model.elements[model.partElement[part]!]!;
    return { class: className, name, id, u: u.toFixed(3), v: v.toFixed(3) };
  };
  const stay = open.filter(({ part }) => model.elements[model.partElement[part]!]!.use !== 'terrain');
  return [
    ...stay.map(({ part, points }): Note => ({ code: 'outline-open', facts: factsOf(part, points[0]!, points[1]!) })),
    ...mended.map(({ part, at, gap }): Note => ({
      code: 'outline-mended',
      facts: { ...factsOf(part, ...at), gap: (gap * 1000).toFixed(2) },
    })),
  ];
}
