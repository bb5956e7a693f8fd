import Flatbush from 'flatbush';
import type { Region } from './cut-faces';
import {
  difference,
  faceArea,
  faceContains,
  intersection,
  isBetween,
  reversed,
  ringBounds,
  ringArea,
  union,
  type Face,
  type Ring,
} from '../geometry/polygons';
import { SNAP, STRAIGHT } from '../geometry/numbers/tolerances';
import { dot, type Vec3 } from '../geometry/vec3';
import type { Scene } from '../scene/scene';
import { toFrame, type Frame } from '../geometry/frame';
import type { TrimPlane } from '../sights/trims';
import type { View } from '../sights/view';
import { foreshortening } from '../geometry/frame';
import { roleIndex } from '../sights/role';
import { Segments, type SegmentList } from '../sights/segments';

/** Nothing as thin as this is taken from a cut face, metres: what touches is not covered. Some steps of the polygon kernel's grid. */
const NO_WIDTH = 3e-6;

/** What an element that is left whole covers of a cut face. */
export interface Cover {
  readonly element: number;
  readonly faces: readonly Face[];
}

/**
 * What elements that are left whole cover of a cut face: the part of them before its plane, as the picture shows it. `of` is the frame
 * of the plane, which looks away from the eye. Cost: the triangles of parts that are left whole.
 */
export function coversBefore(scene: Scene, { shown, frame, distance, eyePlane }: View, { origin, look }: Frame): Cover[] {
  const { vertices, triangles, partTriangleStart, partElement } = scene;
  const corner = (i: number): Vec3 => [vertices[i * 3]!, vertices[i * 3 + 1]!, vertices[i * 3 + 2]!];
  const planes: TrimPlane[] = [{ origin, normal: look }, ...(eyePlane ? [eyePlane] : [])];
  const ringsOf = new Map<number, Ring[]>();
  for (let part = 0; part < shown.length; part++) {
    if (shown[part] !== 2) continue;
    const rings = ringsOf.get(partElement[part]!) ?? [];
    ringsOf.set(partElement[part]!, rings);
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
      const points = planes.reduce(
        before,
        [0, 1, 2].map((k) => corner(triangles[t * 3 + k]!)),
      );
      if (points.length < 3) continue;
      const ring = new Float64Array(points.length * 2);
      points.forEach((p, i) => {
        const [u, v, w] = toFrame(frame, p);
        const k = foreshortening(w, distance);
        ring[i * 2] = u * k;
        ring[i * 2 + 1] = v * k;
      });
      rings.push(ringArea(ring) < 0 ? reversed(ring) : ring);
    }
  }
  return [...ringsOf].map(([element, rings]) => ({ element, faces: union(rings) }));
}

/** What of a convex polygon of space a plane leaves; nothing of one that only touches it. */
function before(points: readonly Vec3[], { origin, normal }: TrimPlane): Vec3[] {
  const heights = points.map((p) => dot([origin[0] - p[0], origin[1] - p[1], origin[2] - p[2]], normal));
  if (heights.every((h) => h <= 0)) return [];
  return points.flatMap((p, k) => {
    const next = (k + 1) % points.length;
    const [h, other, q] = [heights[k]!, heights[next]!, points[next]!];
    const kept: Vec3[] = h >= 0 ? [p] : [];
    if (h >= 0 === other >= 0) return kept;
    const f = h / (h - other);
    return [...kept, [p[0] + f * (q[0] - p[0]), p[1] + f * (q[1] - p[1]), p[2] + f * (q[2] - p[2])]];
  });
}

/** Cut lines without what is covered. A line along the rim of a cover is not covered. */
export function clearLines(list: SegmentList, covers: readonly Cover[]): SegmentList {
  const faces = covers.flatMap((cover) => cover.faces);
  if (!faces.length || !list.count) return list;
  const rims = faces.flatMap((face) => face.flatMap(sidesOf));
  const near = new Sides(rims);
  const rimOf = faces.map((face) => new Sides(face.flatMap(sidesOf)));
  const boxes = new Flatbush(faces.length, 16, Float64Array);
  for (const face of faces) boxes.add(...ringBounds(face));
  boxes.finish();
  const out = new Segments(list.count);
  for (let s = 0; s < list.count; s++) {
    const [u0, v0, u1, v1] = [list.ends[s * 4]!, list.ends[s * 4 + 1]!, list.ends[s * 4 + 2]!, list.ends[s * 4 + 3]!];
    const [du, dv] = [u1 - u0, v1 - v0];
    const square = du * du + dv * dv;
    const stops = [0, 1];
    for (const k of near.near(u0, v0, u1, v1)) {
      const [a, b, c, d] = rims[k]!;
      const turn = du * (d - b) - dv * (c - a);
      if (Math.abs(turn) > 1e-12) stops.push(((a - u0) * (d - b) - (b - v0) * (c - a)) / turn);
      // a side along the line has its effect from corner to corner
      stops.push(((a - u0) * du + (b - v0) * dv) / square, ((c - u0) * du + (d - v0) * dv) / square);
    }
    const ordered = stops.filter((t) => t >= 0 && t <= 1).sort((a, b) => a - b);
    // stretches that follow one another and are seen are one
    let from = -1;
    for (let k = 0; k + 1 < ordered.length; k++) {
      const [a, b] = [ordered[k]!, ordered[k + 1]!];
      if ((b - a) * (b - a) * square < SNAP * SNAP) continue;
      const [u, v] = [u0 + ((a + b) / 2) * du, v0 + ((a + b) / 2) * dv];
      if (boxes.search(u, v, u, v).some((f) => faceContains(faces[f]!, u, v) && !rimOf[f]!.has(u, v))) {
        if (from >= 0) out.addStretch(list, s, from, a);
        from = -1;
      } else if (from < 0) from = a;
    }
    if (from >= 0) out.addStretch(list, s, from, 1);
  }
  return out.done();
}

/** Cut faces without what is covered; their corners are those in which the cleared lines end. */
export function clearRegions(regions: readonly Region[], covers: readonly Cover[], lines: SegmentList): readonly Region[] {
  const over = covers.flatMap(({ faces }) => faces.flat());
  if (!over.length) return regions;
  const places: Side[] = [];
  for (let k = 0; k < lines.count * 4; k += 2) places.push([lines.ends[k]!, lines.ends[k + 1]!, lines.ends[k]!, lines.ends[k + 1]!]);
  const ends = new Sides(places);
  /** On the ends of lines, and without corners on a straight run: where they come depends on the triangles of the covers. */
  const snapped = (ring: Ring): Ring => {
    const out: number[] = [];
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const [u, v] = [ring[i]!, ring[i + 1]!];
      const [hit] = ends.near(u, v, u, v);
      if (hit !== undefined) out.push(places[hit]![0], places[hit]![1]);
      else if (!isBetween(ring, (i + n - 2) % n, i, (i + 2) % n, STRAIGHT)) out.push(u, v);
    }
    return Float64Array.from(out);
  };
  return regions.flatMap((region) => {
    if (intersection(region.face, over).every(isThin)) return [region];
    const rest = difference(region.face, over).filter((f) => !isThin(f));
    return rest.map((face) => ({ ...region, face: face.map(snapped) }));
  });
}

/** Whether a face is no wider than NO_WIDTH anywhere: twice its area by its perimeter. */
function isThin(face: Face): boolean {
  let round = 0;
  for (const ring of face) for (const [a, b, c, d] of sidesOf(ring)) round += Math.hypot(c - a, d - b);
  return 2 * faceArea(face) <= NO_WIDTH * round;
}

/** Where an element that is left whole comes out of a cut face: an edge, unless its outline runs there, which is stronger. */
export function rimLines(regions: readonly Region[], covers: readonly Cover[], cleared: readonly Region[]): SegmentList {
  const out = new Segments();
  if (covers.some(({ faces }) => faces.length)) {
    const before = new Sides(regions.flatMap(({ face }) => face.flatMap(sidesOf)));
    const rims = covers.map(({ element, faces }) => ({ element, rim: new Sides(faces.flatMap((face) => face.flatMap(sidesOf))) }));
    for (const { face, elements } of cleared)
      for (const [a, b, c, d] of face.flatMap(sidesOf)) {
        const [u, v] = [(a + c) / 2, (b + d) / 2];
        const own = before.has(u, v) ? undefined : rims.find(({ rim }) => rim.has(u, v));
        if (own) out.add(a, b, 0, c, d, 0, { role: roleIndex('edge'), element: own.element, beyond: elements[0]! });
      }
  }
  return out.done();
}

type Side = [number, number, number, number];

function sidesOf(ring: Ring): Side[] {
  const n = ring.length;
  return Array.from({ length: n / 2 }, (_, k): Side => [ring[k * 2]!, ring[k * 2 + 1]!, ring[(k * 2 + 2) % n]!, ring[(k * 2 + 3) % n]!]);
}

/** Straight sides, to be asked for what is near a place. */
class Sides {
  private readonly sides: readonly Side[];
  private readonly index: Flatbush | null;

  constructor(sides: readonly Side[]) {
    this.sides = sides;
    this.index = sides.length ? new Flatbush(sides.length, 16, Float64Array) : null;
    for (const [a, b, c, d] of sides) this.index!.add(Math.min(a, c), Math.min(b, d), Math.max(a, c), Math.max(b, d));
    this.index?.finish();
  }

  /** The numbers of those whose boxes come near that of a segment. */
  near(a: number, b: number, c: number, d: number): number[] {
    return this.index?.search(Math.min(a, c) - SNAP, Math.min(b, d) - SNAP, Math.max(a, c) + SNAP, Math.max(b, d) + SNAP) ?? [];
  }

  /** Whether a place lies on one of them. */
  has(u: number, v: number): boolean {
    return this.near(u, v, u, v).some((k) => {
      const [a, b, c, d] = this.sides[k]!;
      return Math.abs((c - a) * (v - b) - (d - b) * (u - a)) < SNAP * Math.hypot(c - a, d - b);
    });
  }
}
