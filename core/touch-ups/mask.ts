import type { Region } from '../cutting/cut-faces';
import { arcCrossings, arcParameter, arcPoint, fromZero, type Arc } from '../geometry/arcs/arc';
import { difference, ringArea, ringBounds, reversed } from '../geometry/polygons';
import { ringContains, type Face, type Ring } from '../geometry/rings';
import { arcAt, type Drawing } from '../linework/drawing';
import { factsOf, LinesBuilder } from '../linework/lines-builder';
import { ringCurves } from '../linework/arcs/ring-curves';
import type { Seen } from '../linework/seen';
import { SHORT } from './stretches';

/** A drawing without what lies under a mask, and which of its lines and regions each of what is left was. */
export interface Masked {
  readonly drawing: Drawing;
  readonly kept: { readonly lines: number[]; readonly regions: number[] };
}

/** Takes away what lies within a ring: lines end at it, cut faces are closed along it, and keep the arcs that are left of their sides. */
export function masked(drawing: Drawing, outline: Ring): Masked {
  const ring = ringArea(outline) < 0 ? reversed(outline) : outline;
  const [u0, v0, u1, v1] = ringBounds([ring]);
  const out = new LinesBuilder();
  const lines: number[] = [];
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const facts = factsOf(drawing, l);
    const [first, end] = [drawing.lineStart[l]!, drawing.lineStart[l + 1]!];
    const a = drawing.lineArc[l]!;
    if (a >= 0) {
      const arc = arcAt(drawing, a);
      const pieces = outside(arc, ring);
      if (!pieces) {
        out.copy(drawing, l, l + 1);
        lines.push(l);
        continue;
      }
      for (const piece of pieces) {
        const { way, deep } = cornersOn(piece, drawing, first, end);
        out.add(way, deep, 0, deep.length - 1, facts, piece);
        lines.push(l);
      }
      continue;
    }
    const [a0, b0, a1, b1] = ringBounds([drawing.points.subarray(first * 2, end * 2)]);
    if (a0 > u1 || a1 < u0 || b0 > v1 || b1 < v0) {
      out.copy(drawing, l, l + 1);
      lines.push(l);
      continue;
    }
    let way: number[] = [];
    let deep: number[] = [];
    const done = () => {
      if (deep.length > 1) {
        out.add(way, deep, 0, deep.length - 1, facts);
        lines.push(l);
      }
      [way, deep] = [[], []];
    };
    for (let p = first; p + 1 < end; p++) {
      const [au, av, bu, bv] = drawing.points.subarray(p * 2, p * 2 + 4) as unknown as [number, number, number, number];
      const [wa, wb] = [drawing.depths[p]!, drawing.depths[p + 1]!];
      const at = (t: number): [number, number, number] => [au + t * (bu - au), av + t * (bv - av), wa + t * (wb - wa)];
      const stops = [0, ...crossings(au, av, bu, bv, ring), 1];
      for (let k = 0; k + 1 < stops.length; k++) {
        const [from, to] = [stops[k]!, stops[k + 1]!];
        if ((to - from) * Math.hypot(bu - au, bv - av) < SHORT) continue;
        const [mu, mv] = at((from + to) / 2);
        if (ringContains(ring, mu, mv)) {
          done();
          continue;
        }
        if (!way.length) {
          const [u, v, w] = at(from);
          [way, deep] = [[u, v], [w]];
        }
        const [u, v, w] = to === 1 ? [bu, bv, wb] : at(to);
        way.push(u, v);
        deep.push(w);
        if (to < 1) done();
      }
    }
    done();
  }
  const regions: Region[] = [];
  const from: number[] = [];
  const apart: boolean[] = [];
  drawing.regions.forEach((region, r) => {
    const [a0, b0, a1, b1] = ringBounds([region.face[0]!]);
    const isApart = a0 > u1 || a1 < u0 || b0 > v1 || b1 < v0;
    for (const face of isApart ? [region.face] : difference(region.face, [ring])) {
      regions.push(face === region.face ? region : { ...region, face });
      from.push(r);
      apart.push(isApart);
    }
  });
  const left = out.done();
  const known = drawing.regionCurves;
  // what was cut is told anew by the arcs that are left of its lines
  const anew = known?.length ? ringCurves(regions, left) : [];
  const regionCurves = known && regions.map((_, r) => (apart[r] ? known[from[r]!] : anew[r]) ?? []);
  const seen = drawing.seen && withoutFaces(drawing.seen, ring);
  return {
    drawing: { ...drawing, ...left, regions, ...(regionCurves && { regionCurves }), ...(seen && { seen }) },
    kept: { lines, regions: from },
  };
}

/** The faces that are seen, with their shadows, without what lies within a ring: no pattern and no tone under a mask. */
function withoutFaces(seen: Seen, ring: Ring): Seen {
  const [u0, v0, u1, v1] = ringBounds([ring]);
  const left = (polygons: readonly Face[]) =>
    polygons.flatMap((polygon) => {
      const [a, b, c, d] = ringBounds(polygon);
      return a > u1 || c < u0 || b > v1 || d < v0 ? [polygon] : difference(polygon, [ring]);
    });
  const faces = seen.faces.map((face) => ({ ...face, polygons: left(face.polygons), ...(face.shadow && { shadow: left(face.shadow) }) }));
  return { ...seen, faces: faces.filter(({ polygons }) => polygons.length) };
}

/** What a piece of an arc keeps of the model's corners on it, between its own ends, by which cut faces find it. */
function cornersOn(
  piece: Arc,
  { points, depths }: Drawing,
  first: number,
  end: number,
): { readonly way: number[]; readonly deep: number[] } {
  const [from, to] = [piece[5], piece[6]];
  const between = Array.from({ length: end - first }, (_, k) => {
    const [u, v] = [points[(first + k) * 2]!, points[(first + k) * 2 + 1]!];
    return { t: arcParameter(piece, u, v, (from + to) / 2), at: [u, v], depth: depths[first + k]! };
  })
    .filter(({ t }) => t > from + SAME_TURN && t < to - SAME_TURN)
    .sort((a, b) => a.t - b.t)
    // a circle's line ends on the corner that it begins with
    .filter(({ t }, k, all) => k === 0 || t - all[k - 1]!.t > SAME_TURN);
  const ends = [depths[first]!, depths[end - 1]!] as const;
  return {
    way: [...arcPoint(piece, from), ...between.flatMap(({ at }) => at), ...arcPoint(piece, to)],
    deep: [ends[0], ...between.map(({ depth }) => depth), ends[1]],
  };
}
/** Places of an arc nearer than this are one, radians. */
const SAME_TURN = 1e-9;

/** Where a segment crosses the sides of a ring, as parts of its length, ascending. */
function crossings(au: number, av: number, bu: number, bv: number, ring: Ring): number[] {
  const out: number[] = [];
  const [du, dv] = [bu - au, bv - av];
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const [eu, ev] = [ring[i]! - ring[j]!, ring[i + 1]! - ring[j + 1]!];
    const across = du * ev - dv * eu;
    if (Math.abs(across) < 1e-15) continue;
    const [pu, pv] = [ring[j]! - au, ring[j + 1]! - av];
    const [t, s] = [(pu * ev - pv * eu) / across, (pu * dv - pv * du) / across];
    if (t > 0 && t < 1 && s >= -1e-9 && s <= 1 + 1e-9) out.push(t);
  }
  return out.sort((a, b) => a - b);
}

/** The pieces of an arc that lie outside a ring; null where all of it does. */
function outside(arc: Arc, ring: Ring): Arc[] | null {
  const stops = [arc[5], arc[6]];
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    // the side lies level in a turned frame, where the arc is asked for its crossings with it
    const [eu, ev] = [ring[i]! - ring[j]!, ring[i + 1]! - ring[j + 1]!];
    const length = Math.hypot(eu, ev);
    const [c, s] = [eu / length, ev / length];
    const level = ([u, v]: readonly number[]): [number, number] => [u! * c + v! * s, v! * c - u! * s];
    const [[x0, y0], [x1], [cu, cv], [lu, lv]] = [level([ring[j]!, ring[j + 1]!]), level([ring[i]!, ring[i + 1]!]), level(arc), level([arc[2], arc[3]])]; // prettier-ignore
    const turned: Arc = [cu, cv, lu, lv, arc[4], arc[5], arc[6]];
    for (const t of arcCrossings(turned, 1, y0)) {
      const [x] = arcPoint(turned, t);
      if (x >= x0 - 1e-9 && x <= x1 + 1e-9) stops.push(t);
    }
  }
  stops.sort((a, b) => a - b);
  const size = Math.hypot(arc[2], arc[3]);
  const out: Arc[] = [];
  let isCut = false;
  for (let k = 0; k + 1 < stops.length; k++) {
    const [from, to] = [stops[k]!, stops[k + 1]!];
    if ((to - from) * size < SHORT) continue;
    if (ringContains(ring, ...arcPoint(arc, (from + to) / 2))) {
      isCut = true;
      continue;
    }
    out.push([arc[0], arc[1], arc[2], arc[3], arc[4], ...fromZero(from, to)]);
  }
  return isCut ? out : null;
}
