import type { Note } from '../faults/fault';
import { append } from '../geometry/append';
import { frameFrom, squareFrame, type Frame } from '../geometry/frame';
import { intersection, ringBounds, type Face, type Ring } from '../geometry/polygons';
import type { Vec3 } from '../geometry/vec3';
import type { BuildUp, Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { joinSegments, Segments, type SegmentList } from '../sights/segments';
import type { TrimPlane } from '../sights/trims';
import type { View } from '../sights/view';
import type { Outline } from './close-loops';
import type { CutFace } from './cut-face';
import { cutLines } from './cut-lines';
import { cutOutlines, type CutMemory } from './cut-memory';
import { earthRegion } from './earth';
import { clipOutlines, halfPlanesIn, runsInside, stripInside, type HalfPlane } from './half-planes';
import type { RankRule } from './regions/material-rank';
import { profileOf } from './profile';
import { makeRegions } from './regions/regions';
import { NOTHING_CUT, type CutFaces, type Region } from './cut-faces';
import { atTheirDepth, depthOf, endsOf, inPicture, looksAt } from './trims-in-picture';
import { clearLines, clearRegions, coversBefore, rimLines } from './uncut-mask';

/** What a View cuts: regions and lines as the drawing shows them, and the faces that hide what lies behind them. */
export interface Cut {
  readonly regions: readonly Region[];
  readonly lines: SegmentList;
  readonly hiders: readonly CutFace[];
  /** Cut faces of earth, below which nothing is seen. */
  readonly earth: readonly Face[];
  /** Outlines of the trims' faces that look away from the eye, which only hidden lines show: x y z of both ends in the scene, six numbers each. */
  readonly backs: Float64Array;
  /** A triangle of the part that each is of. */
  readonly backFaces: Uint32Array;
  readonly notes: readonly Note[];
  /** The faces of the View's own plane before anything covers them, for pictures of how a drawing comes about. */
  readonly faces: CutFaces;
}

export interface CutOptions {
  /** An office's own table of ranks. */
  readonly ranks?: readonly RankRule[] | undefined;
  /** Only the cut faces, without a line. */
  readonly facesOnly?: boolean | undefined;
  readonly memory?: CutMemory | undefined;
}

/**
 * Cuts the parts that some Views do not leave whole, by the plane of each and by its trims: regions united by material and rank, in
 * layers, with earth below a terrain. Trims and the sides of a keep box are cut as the View's own plane is, each cut off at all others;
 * nothing is taken from the bodies themselves. The earth of Views that stand side by side ends at one depth.
 */
export function cut(source: Model, scene: Scene, views: readonly View[], options: CutOptions): Cut[] {
  const model = inScene(source, scene.scale);
  const planes = views.map((view) => ownPlane(model, scene, view, options));
  const below = Math.min(...planes.map(({ lowest }) => lowest));
  return views.map((view, k) => cutsOf(model, scene, view, planes[k]!, below, options));
}

/** Outlines that lie this far beyond a window have no part in what it shows, metres. */
const MARGIN = 1e-3;

/** The outlines in a View's own plane, cut off at its trims, and the lowest of what its earth is to reach below. */
interface OwnPlane {
  readonly faces: CutFaces;
  readonly halves: readonly HalfPlane[];
  readonly lowest: number;
}

const NO_PLANE: OwnPlane = { faces: NOTHING_CUT, halves: [], lowest: Infinity };

function ownPlane(model: Model, scene: Scene, view: View, { ranks, memory }: CutOptions): OwnPlane {
  if (!view.isCut) return NO_PLANE;
  const { shown, joints, layersMeet } = view;
  // in its own plane nothing is slanted
  const frame = squareFrame(view.frame);
  const all = memory?.outlines(scene, frame, shown, [joints, ranks, layersMeet]) ?? cutOutlines(scene, frame, shown);
  const halves = halfPlanesIn(frame, view.trims);
  if (!halves) return NO_PLANE;
  const faces = makeRegions(model, within(model, all, halves, view), frame, { ranks, layersMeet, joints }, memory);
  return { faces, halves, lowest: all.length ? ringBounds(all.map(({ points }) => points))[1] : Infinity };
}

/** Outlines as half planes and the window leave them; those of the ground stay, for the earth below them is asked of the whole line. */
function within(
  model: Model,
  outlines: readonly Outline[],
  halves: readonly HalfPlane[],
  { window }: Pick<View, 'window'>,
): readonly Outline[] {
  const isGround = ({ part, isClosed }: Outline) => !isClosed && isTerrain(model, part);
  const isBounded = window.u0 > -Infinity || window.v0 > -Infinity || window.u1 < Infinity || window.v1 < Infinity;
  if (!isBounded && !halves.length) return outlines;
  const inWindow = outlines.filter((outline) => {
    if (isGround(outline)) return true;
    const [u0, v0, u1, v1] = ringBounds([outline.points]);
    return u0 <= window.u1 + MARGIN && u1 >= window.u0 - MARGIN && v0 <= window.v1 + MARGIN && v1 >= window.v0 - MARGIN;
  });
  return inWindow.flatMap((outline) => (isGround(outline) ? [outline] : clipOutlines([outline], halves)));
}

const isTerrain = (model: Model, part: number): boolean => model.elements[model.partElement[part]!]!.use === 'terrain';

function cutsOf(model: Model, scene: Scene, view: View, own: OwnPlane, below: number, options: CutOptions): Cut {
  const { isProfile } = view;
  const frame = squareFrame(view.frame);
  const earthed = groundWithin(model, earthRegion(model, own.faces, frame, below, scene.scale), own.halves);
  const faces = isProfile ? profileOf(earthed) : earthed;
  const pictures = [{ of: frame, faces }, ...trimsOf(model, scene, view, options)];
  const hasWhole = view.shown.includes(2);
  const [lines, regions, notes, hiders]: [SegmentList[], Region[], Note[], CutFace[]] = [[], [], [], []];
  for (const picture of pictures) {
    const { of } = picture;
    const covers = hasWhole ? coversBefore(scene, view, of) : [];
    const found = new Segments();
    if (!options.facesOnly) cutLines(model, picture.faces, found, isProfile);
    const clear = clearLines(found.done(), covers);
    const left = clearRegions(picture.faces.regions, covers, clear);
    const rims = options.facesOnly ? [] : [rimLines(picture.faces.regions, covers, left)];
    const all = joinSegments([clear, ...rims]);
    lines.push(of === frame ? all : atTheirDepth(all, of, view));
    append(regions, left);
    append(notes, outlineNotes(model, picture.faces, scene.scale));
    const depth = of === frame ? ([0, 0, 0] as const) : depthOf(of, view);
    for (const { face } of picture.faces.regions) hiders.push({ face, depth });
  }
  const earth = faces.regions.filter(({ use }) => use === 'earth').map(({ face }) => face);
  append(hiders, eyeFaces(model, scene, view));
  return { regions, lines: joinSegments(lines), hiders, earth, notes, faces, ...backsOf(scene, view) };
}

/** The cut faces of a View's trims as its picture shows them. */
function trimsOf(model: Model, scene: Scene, view: View, { ranks }: CutOptions): { of: Frame; faces: CutFaces }[] {
  const { trims, shown, joints, layersMeet } = view;
  const lowest = trims.length ? lowestOf(scene, shown) : 0;
  return trims.flatMap((plane, k) => {
    const of = frameOfTrim(plane);
    if (!looksAt(of, view)) return [];
    const halves = halfPlanesIn(of, [...trims.slice(0, k), ...trims.slice(k + 1), ...endsOf(view)]);
    if (!halves) return [];
    const outlines = cutOutlines(scene, of, shown).flatMap((o) =>
      !o.isClosed && isTerrain(model, o.part) ? [o] : clipOutlines([o], halves),
    );
    const united = makeRegions(model, outlines, of, { ranks, layersMeet, joints });
    const below = of.up[2] === 1 ? lowest - of.origin[2] : Infinity;
    const faces = inPicture(groundWithin(model, earthRegion(model, united, of, below, scene.scale), halves), of, view);
    return [{ of, faces: { ...faces, regions: faces.regions.map((region) => ({ ...region, trim: k + 1 })) } }];
  });
}

/** Of trims that look away from the eye the outlines of their faces, where hidden lines are wanted. */
function backsOf(scene: Scene, view: View): Pick<Cut, 'backs' | 'backFaces'> {
  const [backs, backFaces]: [number[], number[]] = [[], []];
  view.trims.forEach((plane, k) => {
    const of = frameOfTrim(plane);
    if (!view.keepsHidden || looksAt(of, view)) return;
    const halves = halfPlanesIn(of, [...view.trims.slice(0, k), ...view.trims.slice(k + 1), ...endsOf(view)]);
    const { origin, right, up } = of;
    const place = (points: Ring, i: number) => [0, 1, 2].map((n) => origin[n]! + right[n]! * points[i]! + up[n]! * points[i + 1]!);
    for (const { part, points, isClosed } of halves ? clipOutlines(cutOutlines(scene, of, view.shown), halves) : [])
      for (let i = 0; isClosed && i < points.length; i += 2) {
        backs.push(...place(points, i), ...place(points, (i + 2) % points.length));
        backFaces.push(scene.partTriangleStart[part]!);
      }
  });
  return { backs: Float64Array.from(backs), backFaces: Uint32Array.from(backFaces) };
}

/** Where the plane just before the eye passes through bodies their faces hide what lies behind; they are no regions of the drawing. */
function eyeFaces(model: Model, scene: Scene, view: View): CutFace[] {
  if (!view.eyePlane) return [];
  const of = frameOfTrim(view.eyePlane);
  const loops = cutOutlines(
    scene,
    of,
    view.shown.map((is) => (is ? 1 : 0)),
  );
  if (!loops.length) return [];
  const { regions } = inPicture(makeRegions(model, loops, of), of, view);
  return regions.map(({ face }) => ({ face, depth: depthOf(of, view) }));
}

const frameOfTrim = ({ origin, normal }: TrimPlane): Frame => {
  const look: Vec3 = [-normal[0], -normal[1], -normal[2]];
  return frameFrom(origin, look, Math.abs(normal[2]) > 0.9 ? [0, 1, 0] : [0, 0, 1]);
};

/** The lowest place of what is shown. */
function lowestOf({ partBounds }: Scene, shown: Uint8Array): number {
  let least = Infinity;
  for (let part = 0; part < shown.length; part++) if (shown[part]) least = Math.min(least, partBounds[part * 6 + 2]!);
  return least;
}

/** Cut faces whose earth, and the ground line above it, is cut off at half planes. */
function groundWithin(model: Model, faces: CutFaces, halves: readonly HalfPlane[]): CutFaces {
  if (!halves.length) return faces;
  let { regions, open } = faces;
  for (const half of halves) {
    open = open.flatMap((line) =>
      isTerrain(model, line.part) ? runsInside(line.points, half).map((points) => ({ ...line, points })) : [line],
    );
    regions = regions.flatMap((region) => (region.use === 'earth' ? clipRegion(region, half) : [region]));
  }
  return { ...faces, regions, open };
}

function clipRegion(region: Region, half: HalfPlane): Region[] {
  const strip = stripInside(region.face, half);
  return strip ? intersection(region.face as readonly Ring[], [strip]).map((face) => ({ ...region, face })) : [];
}

/** Outlines that stay open, and those that were closed over a gap, with the place of each. */
function outlineNotes(model: Model, { open, mended }: CutFaces, scale: number): Note[] {
  const factsOf = (part: number, u: number, v: number) => {
    const { class: className, name, id } = model.elements[model.partElement[part]!]!;
    return { class: className, name, id, u: (u / scale).toFixed(3), v: (v / scale).toFixed(3) };
  };
  const stay = open.filter(({ part }) => !isTerrain(model, part));
  return [
    ...stay.map(({ part, points }): Note => ({ code: 'outline-open', facts: factsOf(part, points[0]!, points[1]!) })),
    ...mended.map(({ part, at, gap }): Note => ({
      code: 'outline-mended',
      facts: { ...factsOf(part, ...at), gap: ((gap / scale) * 1000).toFixed(2) },
    })),
  ];
}

/** A model whose build-ups are as large as its scene. */
function inScene(model: Model, scale: number): Model {
  if (scale === 1 || !model.elements.some(({ buildUp }) => buildUp)) return model;
  const larger = (own: BuildUp): BuildUp => ({
    ...own,
    bounds: own.bounds.map((x) => x * scale),
    ...(own.centre && { centre: own.centre.map((x) => x * scale) as unknown as Vec3 }),
  });
  return { ...model, elements: model.elements.map((element) => ({ ...element, buildUp: element.buildUp && larger(element.buildUp) })) };
}
