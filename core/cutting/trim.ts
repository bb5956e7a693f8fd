import earcut from 'earcut';
import { intersection, ringArea, ringBounds, union, type Face, type Ring } from '../geometry/polygons';
import { dot, type Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import { Growing } from '../model/model-builder';
import { prepare, type KnownEdges } from '../scene/prepare';
import { EdgeKind, type Scene } from '../scene/scene';
import { frameFrom, type Frame } from '../sights/frame';
import type { TrimPlane } from '../sights/trims';
import { viewSpace, type ViewSpace } from '../sights/view-space';
import { closeLoops } from './close-loops';
import { cutLoops, type CutLoops } from './cut-loops';
import { earthRegion } from './earth';
import { makeRegions, type CutFaces, type Region, type RegionOptions } from './regions';
import { outlinesInOrder } from './rings-in-order';

/** A model after its trims, and the cut faces that they made, each in the frame of its trim. */
export interface Trimmed {
  readonly model: Model;
  readonly scene: Scene;
  readonly faces: readonly {
    readonly frame: Frame;
    readonly faces: CutFaces;
    /** Those of them that stand before nothing that remains: earth, and bodies that go as a whole and have a face in the plane. */
    readonly sheets: CutFaces;
  }[];
}

/**
 * Removes what lies on the outer side of each plane, one after the other, and closes closed bodies over the cut: what comes
 * out is a model like any other, so that cutting, visibility and linework need to know nothing of trims.
 * Parts that are left whole (shown = 2) stay as they are, but for a plane that spares nothing; parts that are not shown are dropped.
 * Cost: one preparation for each plane.
 */
export function trim(model: Model, scene: Scene, shown: Uint8Array, planes: readonly TrimPlane[], options: RegionOptions = {}): Trimmed {
  const made: { frame: Frame; faces: CutFaces; sheets: CutFaces }[] = [];
  /** 1 for parts of which a trim has taken something. */
  const isCut = new Uint8Array(shown.length);
  const lowest = lowestOf(scene, shown);
  for (const { origin, normal, sparesNothing } of planes) {
    const own = sparesNothing ? shown.map((is) => (is ? 1 : 0)) : shown;
    const look: Vec3 = [-normal[0], -normal[1], -normal[2]];
    const frame = frameFrom(origin, look, Math.abs(normal[2]) > 0.9 ? [0, 1, 0] : [0, 0, 1]);
    const view = viewSpace(scene, frame, own);
    // most planes of a keep box leave most parts alone
    const touched = shown.map((is, part) => (is && own[part] !== 2 && !isBehind(scene, part, view) ? 1 : 0));
    if (!touched.includes(1)) {
      made.push({ frame, faces: NOTHING_CUT, sheets: NOTHING_CUT });
      continue;
    }
    touched.forEach((is, part) => (isCut[part] = isCut[part]! | is));
    const loops = cutLoops(scene, frame, own);
    // of what goes as a whole a face may lie in the plane, and is cut as any face before a plane is: it hides what lies behind it, but is no body
    const goes = own.map((is, part) => (is === 1 && touched[part] && isBefore(scene, part, view) ? 1 : 0));
    const kept = own.map((is, part) => (goes[part] ? 0 : is));
    const regions = makeRegions(model, closeLoops(outlinesInOrder(loops)), frame, options);
    const faces = earthRegion(model, regions, frame, frame.up[2] === 1 ? lowest - origin[2] : Infinity);
    made.push({ frame, faces, sheets: sheetsOf(loops, goes, faces) });
    const behind = keepBehind({ model, scene, shown: kept, view, loops, frame, touched, isCut });
    model = behind.model;
    scene = prepare(model, behind.known);
  }
  // A face that an earlier trim made is cut by the later ones too.
  const faces = made.map(({ frame, faces: own, sheets }, k) => {
    const [earlier, later] = [planes.slice(0, k), planes.slice(k + 1)];
    const left = (all: CutFaces) => cutBack(earthWithin(all, frame, earlier), frame, later);
    return { frame, faces: left(own), sheets: left(sheets) };
  });
  return { model, scene, faces };
}

/** The lowest place of what is shown. */
function lowestOf({ partBounds }: Scene, shown: Uint8Array): number {
  let least = Infinity;
  for (let part = 0; part < shown.length; part++) if (shown[part]) least = Math.min(least, partBounds[part * 6 + 2]!);
  return least;
}

/** The cut faces of some parts alone, and the earth. */
function sheetsOf({ points, loopStart, loopPart, loopClosed }: CutLoops, parts: Uint8Array, faces: CutFaces): CutFaces {
  const rings: Ring[] = [];
  loopPart.forEach((part, l) => {
    if (parts[part] && loopClosed[l]) rings.push(points.slice(loopStart[l]! * 2, loopStart[l + 1]! * 2));
  });
  const regions = union(rings).map((face) => ({ material: -1, elements: [], use: 'matter' as const, face }));
  return { ...NOTHING_CUT, regions: [...regions, ...faces.regions.filter(({ use }) => use === 'earth')] };
}

/** Cut faces whose earth is cut off at some planes: it is made of no body that trims could have cut. */
export function earthWithin(faces: CutFaces, frame: Frame, planes: readonly TrimPlane[]): CutFaces {
  const isEarth = ({ use }: Region) => use === 'earth';
  if (!planes.length || !faces.regions.some(isEarth)) return faces;
  const { regions } = cutBack({ ...NOTHING_CUT, regions: faces.regions.filter(isEarth) }, frame, planes);
  return { ...faces, regions: [...faces.regions.filter((region) => !isEarth(region)), ...regions] };
}

/** What of cut faces in a frame's plane, and of what stays open in it, lies on the inner side of some planes. */
export function cutBack(faces: CutFaces, frame: Frame, planes: readonly TrimPlane[]): CutFaces {
  let { regions, open, mended } = faces;
  for (const { origin, normal } of planes) {
    const [a, b] = [dot(normal, frame.right), dot(normal, frame.up)];
    const c = dot(normal, [frame.origin[0] - origin[0], frame.origin[1] - origin[1], frame.origin[2] - origin[2]]);
    const steep = Math.hypot(a, b);
    if (steep < 1e-9) {
      if (c > 0) regions = open = mended = [];
      continue;
    }
    const outside = (u: number, v: number) => a * u + b * v + c;
    open = open.flatMap(({ part, points }) => runsInside(points, outside).map((run) => ({ part, points: run })));
    mended = mended.filter(({ at: [u, v] }) => outside(u, v) <= 0);
    regions = regions.flatMap((region) => {
      const [u0, v0, u1, v1] = ringBounds(region.face);
      const reach = Math.hypot(u1 - u0, v1 - v0) + 1;
      const [cu, cv] = [(u0 + u1) / 2, (v0 + v1) / 2];
      const [nu, nv] = [a / steep, b / steep];
      // from the middle of the region square to the plane's trace
      const edge = -(a * cu + b * cv + c) / steep;
      const corner = (across: number, along: number) => [cu + nu * across - nv * along, cv + nv * across + nu * along];
      if (edge <= -reach) return [];
      const strip = Float64Array.from(
        [corner(-reach, -reach), corner(Math.min(edge, reach), -reach), corner(Math.min(edge, reach), reach), corner(-reach, reach)].flat(),
      );
      return intersection(region.face, [strip]).map((face) => ({ ...region, face }));
    });
  }
  return { ...faces, regions, open, mended };
}

/** The stretches of a polyline on which a linear measure is not above nought. */
function runsInside(points: Ring, outside: (u: number, v: number) => number): Ring[] {
  const runs: number[][] = [];
  let run: number[] | null = null;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const [u0, v0, u1, v1] = [points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!];
    const [from, to] = [outside(u0, v0), outside(u1, v1)];
    const t = from / (from - to);
    const crossing = [u0 + t * (u1 - u0), v0 + t * (v1 - v0)];
    if (from > 0 && to > 0) continue;
    if (!run || from > 0) runs.push((run = from > 0 ? crossing : [u0, v0]));
    run.push(...(to > 0 ? crossing : [u1, v1]));
    if (to > 0) run = null;
  }
  return runs.map((own) => Float64Array.from(own));
}

/** Nothing is cut. */
export const NOTHING_CUT: CutFaces = { regions: [], outlines: [], outlinePart: [], open: [], mended: [] };

function isBehind({ partVertexStart }: Scene, part: number, { w }: ViewSpace): boolean {
  for (let v = partVertexStart[part]!; v < partVertexStart[part + 1]!; v++) if (w[v]! < 0) return false;
  return true;
}

function isBefore({ partVertexStart }: Scene, part: number, { w }: ViewSpace): boolean {
  for (let v = partVertexStart[part]!; v < partVertexStart[part + 1]!; v++) if (w[v]! > 0) return false;
  return true;
}

/** What one trim works on. */
interface Step {
  readonly model: Model;
  readonly scene: Scene;
  readonly shown: Uint8Array;
  readonly view: ViewSpace;
  readonly loops: CutLoops;
  readonly frame: Frame;
  /** 1 for the parts that this trim takes something of. */
  readonly touched: Uint8Array;
  /** 1 for those that this or an earlier trim takes something of: what of their edges is known goes on to the next scene. */
  readonly isCut: Uint8Array;
}

/** The model behind a frame's plane: triangles cut off at it, closed parts closed again by caps. */
function keepBehind({ model, scene, shown, view: { w }, loops, frame, touched, isCut }: Step): { model: Model; known: KnownEdges } {
  const { vertices, triangles, partTriangleStart, partEdgeStart, edgeVertices, edgeKind } = scene;
  const known = { ends: [] as number[], kinds: [] as number[] };
  const positions = new Growing((n) => new Float64Array(n), vertices.length);
  const out = new Growing((n) => new Uint32Array(n), triangles.length);
  const partStart = [0];
  const loopsOf = new Map<number, Ring[]>();
  loops.loopPart.forEach((part, l) => {
    if (!loops.loopClosed[l]) return;
    const ring = loops.points.slice(loops.loopStart[l]! * 2, loops.loopStart[l + 1]! * 2);
    const own = loopsOf.get(part);
    if (own) own.push(ring);
    else loopsOf.set(part, [ring]);
  });
  const kept = new Int32Array(vertices.length / 3).fill(-1);
  const crossings = new Map<number, number>();
  const addPoint = (x: number, y: number, z: number): number => {
    const data = positions.reserve(3);
    data[positions.length] = x;
    data[positions.length + 1] = y;
    data[positions.length + 2] = z;
    positions.length += 3;
    return positions.length / 3 - 1;
  };
  const keep = (v: number): number =>
    kept[v]! >= 0 ? kept[v]! : (kept[v] = addPoint(vertices[v * 3]!, vertices[v * 3 + 1]!, vertices[v * 3 + 2]!));
  /** The point in which an edge passes the plane: one for both triangles of the edge. */
  const crossing = (a: number, b: number): number => {
    const [p, q] = a < b ? [a, b] : [b, a];
    const key = p * 67108864 + q;
    const known = crossings.get(key);
    if (known !== undefined) return known;
    const t = w[p]! / (w[p]! - w[q]!);
    const at = (k: number) => vertices[p * 3 + k]! + t * (vertices[q * 3 + k]! - vertices[p * 3 + k]!);
    const made = addPoint(at(0), at(1), at(2));
    crossings.set(key, made);
    return made;
  };
  const emit = (a: number, b: number, c: number) => {
    const data = out.reserve(3);
    data[out.length] = a;
    data[out.length + 1] = b;
    data[out.length + 2] = c;
    out.length += 3;
  };

  for (let part = 0; part < shown.length; part++) {
    crossings.clear();
    const whole = !touched[part];
    if (shown[part])
      for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
        const [a, b, c] = [triangles[t * 3]!, triangles[t * 3 + 1]!, triangles[t * 3 + 2]!];
        if (whole) {
          emit(keep(a), keep(b), keep(c));
          continue;
        }
        const corners: number[] = [];
        for (const [p, q] of [
          [a, b],
          [b, c],
          [c, a],
        ] as const) {
          if (w[p]! >= 0) corners.push(keep(p));
          if (w[p]! >= 0 !== w[q]! >= 0 && w[p] !== 0 && w[q] !== 0) corners.push(crossing(p, q));
        }
        for (let k = 1; k + 1 < corners.length; k++) emit(corners[0]!, corners[k]!, corners[k + 1]!);
      }
    if (shown[part] && isCut[part]) for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) keepKind(part, e);
    if (!whole && shown[part]) for (const face of union(loopsOf.get(part) ?? [])) cap(face);
    partStart.push(out.length / 3);
  }
  return { model: { ...model, positions: positions.done(), triangles: out.done(), partStart: Uint32Array.from(partStart) }, known };

  /** Remembers what an edge is, of which something is left. */
  function keepKind(part: number, e: number): void {
    const kind = edgeKind[e]!;
    if (kind <= EdgeKind.faint || kind === EdgeKind.border) return;
    const [a, b] = [edgeVertices[e * 2]!, edgeVertices[e * 2 + 1]!];
    const whole = !touched[part];
    if (w[a]! <= 0 && w[b]! <= 0 && !whole) return;
    const ends = whole || (w[a]! >= 0 && w[b]! >= 0) ? [keep(a), keep(b)] : [keep(w[a]! >= 0 ? a : b), crossing(a, b)];
    known.ends.push(...ends);
    known.kinds.push(kind);
  }

  /** Closes a cut face; it looks to the outer side, against the frame's look. */
  function cap(face: Face): void {
    const flat = face.flatMap((ring) => [...ring]);
    const holes: number[] = [];
    for (let r = 1, at = face[0]!.length / 2; r < face.length; at += face[r]!.length / 2, r++) holes.push(at);
    const { origin, right, up } = frame;
    const first = positions.length / 3;
    for (let i = 0; i < flat.length; i += 2) {
      const at = (k: 0 | 1 | 2) => origin[k] + right[k] * flat[i]! + up[k] * flat[i + 1]!;
      addPoint(at(0), at(1), at(2));
    }
    const ids = earcut(flat, holes.length ? holes : undefined);
    for (let i = 0; i < ids.length; i += 3) {
      const [a, b, c] = [ids[i]!, ids[i + 1]!, ids[i + 2]!];
      const turn = ringArea(
        Float64Array.of(flat[a * 2]!, flat[a * 2 + 1]!, flat[b * 2]!, flat[b * 2 + 1]!, flat[c * 2]!, flat[c * 2 + 1]!),
      );
      if (turn > 0) emit(first + a, first + b, first + c);
      else emit(first + a, first + c, first + b);
    }
  }
}
