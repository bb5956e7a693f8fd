import { append } from '../geometry/append';
import { difference, faceArea, reversed, ringBounds, type Ring } from '../geometry/polygons';
import { SAME_LINE } from '../geometry/tolerances';
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
      if (faceArea(face) < 1e-3) continue;
      const sides = own.map(({ lines }) => face.flatMap((ring) => lines.flatMap((line) => sidesOn(ring, line))));
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

/** A ground line never turns back: u grows or falls all along. */
function runsAcross(points: Ring): boolean {
  const forward = points[points.length - 2]! > points[0]!;
  for (let i = 2; i < points.length; i += 2) if (points[i]! > points[i - 2]! !== forward) return false;
  return points.length >= 4;
}

/** The sides of a ring whose middle lies on the ground line (u ascending). */
function sidesOn(ring: Ring, line: Ring): Ring[] {
  const out: Ring[] = [];
  for (let i = 0, n = ring.length; i < n; i += 2) {
    const side = Float64Array.from([ring[i]!, ring[i + 1]!, ring[(i + 2) % n]!, ring[(i + 3) % n]!]);
    const u = (side[0]! + side[2]!) / 2,
      v = (side[1]! + side[3]!) / 2;
    if (u < line[0]! || u > line[line.length - 2]!) continue;
    let k = 0;
    while (k + 4 < line.length && line[k + 2]! < u) k += 2;
    const t = (u - line[k]!) / (line[k + 2]! - line[k]!);
    if (Math.abs(line[k + 1]! + t * (line[k + 3]! - line[k + 1]!) - v) < SAME_LINE && Math.abs(side[2]! - side[0]!) > 1e-6) out.push(side);
  }
  return out;
}
