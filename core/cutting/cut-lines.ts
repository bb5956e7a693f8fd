import { rest } from '../geometry/numbers/spans';
import Flatbush from 'flatbush';
import type { CutFaces } from './cut-faces';
import { ringBounds, ringContains, type Ring } from '../geometry/rings';
import { SAME_LINE, SNAP } from '../geometry/numbers/tolerances';
import type { Model } from '../model/model';
import { clearLines } from './uncut-mask';
import { roleIndex } from '../sights/role';
import { overlap, SegmentGrid } from '../geometry/segment-grid';
import { NOTHING, Segments } from '../sights/segments';

/**
 * The lines of cut faces: the sides of regions, told apart into outlines and joints (cut matter on both sides, drawn once and
 * lightly), and outlines that stay open. In a profile there are no joints. A terrain's cut is the ground line, which does not
 * run through what is cut besides.
 */
export function cutLines(model: Model, faces: CutFaces, into: Segments, isProfile = false): void {
  const ends: number[] = [];
  const regionOf: number[] = [];
  faces.regions.forEach((region, r) => {
    // the ground line of the earth comes with the open outlines, the buildings' own lines bound it, and `earthEdges` ends it
    if (region.use === 'earth' && !isProfile) return;
    for (const ring of region.face)
      for (let i = 0, n = ring.length; i < n; i += 2) {
        ends.push(ring[i]!, ring[i + 1]!, ring[(i + 2) % n]!, ring[(i + 3) % n]!);
        regionOf.push(r);
      }
  });
  const flat = Float64Array.from(ends);
  const grid = new SegmentGrid(flat, SAME_LINE);
  // most regions are of one element, and nobody is looked for
  let find: ElementFinder | undefined;
  const cut = roleIndex('cut');
  const near: number[] = [];
  for (let s = 0; s < regionOf.length; s++) {
    const stretches: [number, number, number][] = [];
    for (const o of grid.near(s, near)) {
      if (o === s) continue;
      const stretch = overlap(flat, s, o, SAME_LINE);
      if (stretch) stretches.push([...stretch, regionOf[o]!]);
    }
    stretches.sort((a, b) => a[0] - b[0]);
    const u0 = flat[s * 4]!,
      v0 = flat[s * 4 + 1]!,
      du = flat[s * 4 + 2]! - u0,
      dv = flat[s * 4 + 3]! - v0;
    const region = faces.regions[regionOf[s]!]!;
    const emit = (from: number, to: number, beside: number) => {
      const joint = beside >= 0;
      // in a profile no line parts what is cut from the earth it stands in
      if ((isProfile && (joint || region.use === 'earth')) || (to - from) * Math.hypot(du, dv) < 1e-6) return;
      const a: [number, number] = [u0 + from * du, v0 + from * dv];
      const b: [number, number] = to === 1 ? [flat[s * 4 + 2]!, flat[s * 4 + 3]!] : [u0 + to * du, v0 + to * dv];
      const of = ({ elements }: (typeof faces.regions)[number], other: readonly number[]) =>
        elements.length === 1
          ? elements[0]!
          : (find ??= elementFinder(model, faces))((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, elements, other);
      const other = joint ? faces.regions[beside]! : null;
      const beyond = other ? of(other, region.elements) : NOTHING;
      into.add(...a, 0, ...b, 0, { role: cut, element: of(region, other?.elements ?? NONE), joint, beyond });
    };
    let t = 0;
    for (const [from, to, beside] of stretches) {
      if (from > t) emit(t, from, NOTHING);
      if (to > t) emit(Math.max(t, from), to, beside);
      t = Math.max(t, to);
    }
    if (t < 1) emit(t, 1, NOTHING);
  }
  const ground = new Segments();
  for (const { part, points } of faces.open) {
    const element = model.partElement[part]!;
    const isGround = model.elements[element]!.use === 'terrain';
    const [role, list] = isGround ? [roleIndex('ground'), ground] : [cut, into];
    for (let i = 0; i + 3 < points.length; i += 2)
      list.add(points[i]!, points[i + 1]!, 0, points[i + 2]!, points[i + 3]!, 0, { role, element });
  }
  earthEdges(model, faces, into);
  const matter = faces.regions.filter(({ use }) => use !== 'earth').map(({ face }) => face);
  const left = clearLines(ground.done(), [{ element: NOTHING, faces: matter }]);
  for (let s = 0; s < left.count; s++) into.addStretch(left, s);
}

/**
 * Where the earth ends of itself: lightly, as where like lies on both sides. In a sight's own plane below, for to the sides it goes on; where
 * a trim or a keep box cuts a block out of it, all round.
 */
function earthEdges(model: Model, faces: CutFaces, into: Segments): void {
  const earth = faces.regions.filter(({ use }) => use === 'earth');
  if (!earth.length) return;
  const sides: number[] = [];
  const take = (points: Ring, isClosed: boolean) => {
    const n = points.length;
    for (let i = 0; i + (isClosed ? 0 : 3) < n; i += 2) sides.push(points[i]!, points[i + 1]!, points[(i + 2) % n]!, points[(i + 3) % n]!);
  };
  const from: number[] = [];
  for (const { face } of earth) {
    from.push(sides.length / 4);
    for (const ring of face) take(ring, true);
  }
  from.push(sides.length / 4);
  for (const { face, use } of faces.regions) if (use !== 'earth') for (const ring of face) take(ring, true);
  for (const { part, points } of faces.open) if (model.elements[model.partElement[part]!]!.use === 'terrain') take(points, false);
  const flat = Float64Array.from(sides);
  const grid = new SegmentGrid(flat, SAME_LINE);
  const near: number[] = [];
  earth.forEach(({ face, elements, trim }, r) => {
    const [, bottom] = ringBounds(face);
    for (let s = from[r]!; s < from[r + 1]!; s++) {
      const [u0, v0, u1, v1] = flat.subarray(s * 4, s * 4 + 4) as unknown as [number, number, number, number];
      if (!trim && Math.max(v0, v1) > bottom + SAME_LINE) continue;
      const covered: [number, number][] = [];
      for (const o of grid.near(s, near)) {
        const stretch = o === s ? null : overlap(flat, s, o, SAME_LINE);
        if (stretch) covered.push(stretch);
      }
      for (const [a, b] of rest(covered)) {
        const at = (t: number) => [u0 + (u1 - u0) * t, v0 + (v1 - v0) * t] as const;
        if ((b - a) * Math.hypot(u1 - u0, v1 - v0) < SAME_LINE) continue;
        into.add(...at(a), 0, ...at(b), 0, { role: roleIndex('cut'), element: elements[0]!, joint: true, beyond: NOTHING });
      }
    }
  });
}

type ElementFinder = (u: number, v: number, among: readonly number[], other: readonly number[]) => number;

/**
 * Finds which of some elements' cut outlines passes a point: a region of several elements has lines of all of them. A joint between
 * layers passes no outline: there it is the element that the point lies in, one that is on its `other` side too where there is any.
 */
function elementFinder(model: Model, faces: CutFaces): ElementFinder {
  // of each element the loops of each of its parts: a body that stands in pieces has several, beside its holes
  const loopsOf = new Map<number, Map<number, Ring[]>>();
  faces.outlines.forEach((ring, r) => {
    const part = faces.outlinePart[r]!;
    const element = model.partElement[part]!;
    const parts = loopsOf.get(element) ?? new Map<number, Ring[]>();
    loopsOf.set(element, parts);
    const loops = parts.get(part);
    if (loops) loops.push(ring);
    else parts.set(part, [ring]);
  });
  const total = faces.outlines.reduce((n, ring) => n + ring.length / 2, 0);
  if (!total) return (_u, _v, among) => among[0] ?? 0;
  const bodies = [...loopsOf].flatMap(([element, parts]) => [...parts.values()].map((loops) => ({ element, loops })));
  const boxes = new Flatbush(bodies.length, 16, Float64Array);
  for (const { loops } of bodies) boxes.add(...ringBounds(loops));
  boxes.finish();
  const inside = (u: number, v: number, among: readonly number[], other: readonly number[]): number => {
    const likely = placesOf(among, other);
    let best = Infinity;
    let found: number | undefined;
    for (const k of boxes.search(u, v, u, v)) {
      const { element, loops } = bodies[k]!;
      const place = likely.get(element) ?? Infinity;
      if (place >= best || loops.filter((ring) => ringContains(ring, u, v)).length % 2 === 0) continue;
      [best, found] = [place, element];
    }
    return found ?? likely.keys().next().value ?? 0;
  };
  const index = new Flatbush(total, 16, Float64Array);
  const sides = new Float64Array(total * 4);
  const owner = new Uint32Array(total);
  let at = 0;
  faces.outlines.forEach((ring, r) => {
    for (let i = 0, n = ring.length; i < n; i += 2, at++) {
      const a = [ring[i]!, ring[i + 1]!, ring[(i + 2) % n]!, ring[(i + 3) % n]!] as const;
      sides.set(a, at * 4);
      owner[at] = model.partElement[faces.outlinePart[r]!]!;
      index.add(Math.min(a[0], a[2]), Math.min(a[1], a[3]), Math.max(a[0], a[2]), Math.max(a[1], a[3]));
    }
  });
  index.finish();
  const reach = SNAP * 3;
  return (u, v, among, other) => {
    const own = placesOf(among, NONE);
    let best = -1;
    let least = reach;
    for (const k of index.search(u - reach, v - reach, u + reach, v + reach)) {
      const du = sides[k * 4 + 2]! - sides[k * 4]!,
        dv = sides[k * 4 + 3]! - sides[k * 4 + 1]!;
      const d = Math.abs(du * (v - sides[k * 4 + 1]!) - dv * (u - sides[k * 4]!)) / Math.hypot(du, dv);
      if ((d < least || (d === least && best >= 0 && owner[k]! < best)) && own.has(owner[k]!)) {
        least = d;
        best = owner[k]!;
      }
    }
    return best >= 0 ? best : inside(u, v, among, other);
  };
}

const NONE: readonly number[] = [];
const _places = new WeakMap<readonly number[], WeakMap<readonly number[], ReadonlyMap<number, number>>>();

/** The elements of a region by their place in its list: of those that another has too where there is any. Once for each two regions. */
function placesOf(among: readonly number[], other: readonly number[]): ReadonlyMap<number, number> {
  const known = _places.get(among) ?? new WeakMap<readonly number[], ReadonlyMap<number, number>>();
  _places.set(among, known);
  let places = known.get(other);
  if (!places) {
    const others = new Set(other);
    const both = among.filter((e) => others.has(e));
    known.set(other, (places = new Map((both.length ? both : among).map((e, k) => [e, k]))));
  }
  return places;
}
