import Flatbush from 'flatbush';
import { append } from '../geometry/append';
import { difference, faceArea, reversed, ringBounds, type Face, type Ring } from '../geometry/polygons';
import { EARTH_AREA, SAME_LINE } from '../geometry/numbers/tolerances';
import type { Model } from '../model/model';
import type { Frame } from '../geometry/frame';
import type { CutFaces, Region } from './cut-faces';

/** What is drawn below a ground line lies below it in space too, where the picture stands as upright as this: the height of its up. */
const UPRIGHT = 0.3;
/** How far below the lowest cut the earth is drawn, in metres. */
const DEPTH_BELOW = 0.6;

/**
 * Below a terrain's open ground line lies earth: a region down to a set depth, with everything else that is cut taken out.
 * Of the ground line only what bounds the earth stays: it does not run through walls and floors. A line that does not run from
 * side to side (a sight that looks down) makes no earth and stays as it is, as in a picture that stands less than upright.
 * Of several surfaces of one material the earth is one.
 * @param scale of the scene
 * @param below how far down the earth goes at least, in the picture: faces that stand side by side are to end alike
 */
export function earthRegion(model: Model, faces: CutFaces, { up }: Frame, below = Infinity, scale = 1): CutFaces {
  if (up[2] <= UPRIGHT) return faces;
  const isGround = ({ part, points }: CutFaces['open'][number]) =>
    model.elements[model.partElement[part]!]!.use === 'terrain' && runsAcross(points);
  if (!faces.open.some(isGround)) return faces;
  const regions: Region[] = [...faces.regions];
  const open = faces.open.filter((o) => !isGround(o));
  const taken = faces.regions.flatMap((r) => [...r.face]);
  const grounds = [...byPart(faces.open.filter(isGround))].map(([part, lines]) => ({
    part,
    lines,
    surface: bridgeGaps(lines, faces.regions),
  }));
  const bottom = Math.min(below, ringBounds(taken)[1], ...grounds.map(({ lines }) => ringBounds(lines)[1])) - DEPTH_BELOW * scale;
  for (const own of byMaterial(model, grounds)) {
    const material = model.partMaterial[own[0]!.part]!;
    const bodies = own.map(({ surface }) => Float64Array.from([...surface, surface.at(-2)!, bottom, surface[0]!, bottom]));
    for (const face of difference(bodies, taken)) {
      if (faceArea(face) < EARTH_AREA) continue;
      const sides = own.map(({ lines }) => sidesOn(face, lines));
      const parts = own.filter((_, k) => sides[k]!.length).map(({ part }) => part);
      const elements = [...new Set((parts.length ? parts : [own[0]!.part]).map((part) => model.partElement[part]!))].sort((x, y) => x - y);
      regions.push({ material, elements, use: 'earth', face });
      append(taken, face);
      // where two surfaces lie on one another the line is drawn once
      const drawn = new Set<string>();
      own.forEach(({ part }, k) => {
        for (const side of sides[k]!) {
          const key = side.join();
          if (!drawn.has(key)) open.push({ part, points: side });
          drawn.add(key);
        }
      });
    }
  }
  return { ...faces, regions, open };
}

interface Ground {
  readonly part: number;
  readonly lines: readonly Ring[];
  /** The line with its gaps bridged, as u, v pairs. */
  readonly surface: readonly number[];
}

/** Several surfaces by their material, the lowest first: what lies deeper keeps its place, and earth of one material is one. */
function byMaterial(model: Model, grounds: readonly Ground[]): Ground[][] {
  const height = ({ surface }: Ground) => {
    let area = 0;
    for (let i = 2; i < surface.length; i += 2) area += ((surface[i + 1]! + surface[i - 1]!) * (surface[i]! - surface[i - 2]!)) / 2;
    return area / (surface.at(-2)! - surface[0]!);
  };
  const out = new Map<number, Ground[]>();
  for (const ground of [...grounds].sort((x, y) => height(x) - height(y) || x.part - y.part)) {
    const material = model.partMaterial[ground.part]!;
    const own = out.get(material);
    if (own) own.push(ground);
    else out.set(material, [ground]);
  }
  return [...out.values()];
}

/** The ground lines of each terrain from left to right, each with u ascending. */
function byPart(open: readonly CutFaces['open'][number][]): Map<number, Ring[]> {
  const out = new Map<number, Ring[]>();
  for (const { part, points } of open) {
    const line = points[0]! <= points[points.length - 2]! ? points : reversed(points);
    out.set(
      part,
      [...(out.get(part) ?? []), line].sort((a, b) => a[0]! - b[0]!),
    );
  }
  return out;
}

/** Where the terrain has a hole, the earth begins below what stands in it: at the underside of the lowest cut face there. */
function bridgeGaps(lines: readonly Ring[], regions: readonly Region[]): number[] {
  const surface = [...lines[0]!];
  for (const next of lines.slice(1)) {
    const from = surface.at(-2)!,
      to = next[0]!;
    let floor = Infinity;
    for (const { face } of regions) {
      const [u0, v0, u1] = ringBounds(face.slice(0, 1));
      if (u1 > from + 1e-6 && u0 < to - 1e-6) floor = Math.min(floor, v0);
    }
    if (floor < Infinity) surface.push(from, floor, to, floor);
    append(surface, next);
  }
  return surface;
}

/**
 * Whether a ground line runs from side to side: it begins and ends where it reaches farthest. On the way it may stand upright (a quay) or
 * turn back (an overhang).
 */
function runsAcross(points: Ring): boolean {
  if (points.length < 4) return false;
  const ends = [points[0]!, points[points.length - 2]!].sort((x, y) => x - y);
  if (ends[1]! - ends[0]! < SAME_LINE) return false;
  for (let i = 2; i < points.length - 2; i += 2) if (points[i]! < ends[0]! - SAME_LINE || points[i]! > ends[1]! + SAME_LINE) return false;
  return true;
}

/** Sides shorter than this are the grid of the polygon kernel, metres. */
const SHORT = 1e-6;

/** The sides of a face that run along some ground lines. */
function sidesOn(face: Face, lines: readonly Ring[]): Ring[] {
  const segments = lines.flatMap((line) => Array.from({ length: line.length / 2 - 1 }, (_, k) => line.subarray(k * 2, k * 2 + 4)));
  if (!segments.length) return [];
  const index = new Flatbush(segments.length, 16, Float64Array);
  for (const [a, b, c, d] of segments as unknown as [number, number, number, number][])
    index.add(Math.min(a, c), Math.min(b, d), Math.max(a, c), Math.max(b, d));
  index.finish();
  const out: Ring[] = [];
  for (const ring of face)
    for (let i = 0, n = ring.length; i < n; i += 2) {
      const side = Float64Array.of(ring[i]!, ring[i + 1]!, ring[(i + 2) % n]!, ring[(i + 3) % n]!);
      if (Math.hypot(side[2]! - side[0]!, side[3]! - side[1]!) < SHORT) continue;
      const [u, v] = [(side[0]! + side[2]!) / 2, (side[1]! + side[3]!) / 2];
      const isOn = index
        .search(u - SAME_LINE, v - SAME_LINE, u + SAME_LINE, v + SAME_LINE)
        .some((k) => runsAlong(side, segments[k]!, u, v));
      if (isOn) out.push(side);
    }
  return out;
}

/** Whether the middle of a side lies on a segment, and the side does not cross it there. */
function runsAlong([su, sv, tu, tv]: Ring, [a, b, c, d]: Ring, u: number, v: number): boolean {
  const [du, dv] = [c! - a!, d! - b!];
  const [eu, ev] = [tu! - su!, tv! - sv!];
  const [long, own] = [Math.hypot(du, dv), Math.hypot(eu, ev)];
  return Math.abs(du * (v - b!) - dv * (u - a!)) < SAME_LINE * long && Math.abs(du * ev - dv * eu) < ACROSS * long * own;
}
/** A side that is turned by more than this from a line crosses it (a sine). */
const ACROSS = 0.1;
