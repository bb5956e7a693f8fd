import { dashed, HAIR, levelled, onLine, type PatternLine } from '../geometry/pattern-line';
import { ringArea, type Ring } from '../geometry/rings';
import { dot, subtract } from '../geometry/vec3';
import { FaceSpace, type Seen, type SeenFace } from '../linework/seen';
import { NOISE } from './surface-lines';

/** Lines of a pattern on one element: u, v and depth of both ends of each, one behind the other. */
export interface Seam {
  readonly element: number;
  readonly ends: Float64Array;
}

/** Faces whose planes lie no farther apart are in one, metres. */
const ONE_PLANE = 5e-5;
/** Normals are one to so many steps of a coordinate. */
const STEPS = 1e4;

/**
 * The lines of patterns along the sides in which faces of one plane meet: a bed between two walls of the same bricks. On neither face it
 * is drawn, for at its edge a face has a line already, as a rule: whether it has is not asked here. A seam is of the lower face.
 */
export function seamLines(seen: Seen, patternOf: (face: SeenFace) => readonly PatternLine[] | null): Seam[] {
  const out: Seam[] = [];
  for (const [pattern, faces] of planesOf(seen, patternOf)) {
    if (faces.length < 2) continue;
    const [first] = faces as [SeenFace];
    const space = new FaceSpace(seen.pictures[first.picture]!, first.point, first.normal, seen.zero);
    const rings = faces.flatMap(({ element, polygons }) => polygons.flatMap((polygon) => laid(space, element, polygon)));
    for (const family of pattern)
      for (const [element, places] of along(family, rings, NOISE / seen.finer)) out.push({ element, ends: space.allToPicture(places) });
  }
  return out;
}

/** A ring on its plane, with what it is the border of to the left of its sides. */
interface Laid {
  readonly element: number;
  readonly ring: Ring;
  /** 1, and -1 where the plane is seen in a mirror. */
  readonly turn: number;
}

function laid(space: FaceSpace, element: number, polygon: readonly Ring[]): Laid[] {
  const rings = polygon.map((ring) => space.ringFromPicture(ring));
  const turn = ringArea(rings[0]!) < 0 ? -1 : 1;
  return rings.map((ring) => ({ element, ring, turn }));
}

/** Faces of one pattern, of one picture and in one plane. */
function planesOf(
  { faces, finer }: Seen,
  patternOf: (face: SeenFace) => readonly PatternLine[] | null,
): [pattern: readonly PatternLine[], faces: SeenFace[]][] {
  const byNormal = new Map<readonly PatternLine[], Map<string, SeenFace[]>>();
  for (const face of faces) {
    const pattern = patternOf(face);
    if (!pattern) continue;
    const own = byNormal.get(pattern) ?? new Map<string, SeenFace[]>();
    byNormal.set(pattern, own);
    const key = `${face.picture} ${face.normal.map((x) => Math.round(x * STEPS)).join(' ')}`;
    const alike = own.get(key);
    if (alike) alike.push(face);
    else own.set(key, [face]);
  }
  const out: [readonly PatternLine[], SeenFace[]][] = [];
  for (const [pattern, groups] of byNormal)
    for (const group of groups.values()) {
      const [{ normal, point }] = group as [SeenFace];
      const away = group.map((face) => ({ face, off: dot(normal, subtract(face.point, point)) })).sort((a, b) => a.off - b.off);
      let last = -Infinity;
      for (const { face, off } of away) {
        if (off - last > ONE_PLANE / finer) out.push([pattern, []]);
        out.at(-1)![1].push(face);
        last = off;
      }
    }
  return out;
}

/** A side that runs along a line of a family, in the family's own coordinates. */
interface Side {
  readonly from: number;
  readonly to: number;
  readonly element: number;
}

/** What of a family lies between two faces, as s and t of both ends of each piece, by the element below. */
function along(family: PatternLine, rings: readonly Laid[], noise: number): Map<number, number[]> {
  const own = levelled(family);
  const { c, s, along: shift, apart, ox, oy } = own;
  const out = new Map<number, number[]>();
  if (!apart) return out;
  const [below, above] = [new Map<number, Side[]>(), new Map<number, Side[]>()];
  for (const { element, ring, turn } of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [x0, x1] = [ring[j]! * c + ring[j + 1]! * s, ring[i]! * c + ring[i + 1]! * s];
      const [y0, y1] = [onLine(ring[j + 1]! * c - ring[j]! * s, own, noise), onLine(ring[i + 1]! * c - ring[i]! * s, own, noise)];
      const k = Math.round((y0 - oy) / apart);
      if (Math.abs(x1 - x0) < HAIR || Math.max(Math.abs(y0 - oy - k * apart), Math.abs(y1 - oy - k * apart)) > HAIR) continue;
      // what lies to the left of a side that runs on along the line lies above it
      const list = x1 - x0 > 0 === turn > 0 ? above : below;
      const side = { from: Math.min(x0, x1), to: Math.max(x0, x1), element };
      const known = list.get(k);
      if (known) known.push(side);
      else list.set(k, [side]);
    }
  for (const [k, sides] of below) {
    const y = oy + k * apart;
    const met = sides.flatMap(({ from, to, element }) =>
      (above.get(k) ?? []).map((other): Side => ({ from: Math.max(from, other.from), to: Math.min(to, other.to), element })),
    );
    for (const { from, to, element } of joined(met, noise)) {
      const places = out.get(element) ?? [];
      out.set(element, places);
      for (const x of dashed(family.dashes, ox + k * shift, from, to)) places.push(x * c - y * s, x * s + y * c);
    }
  }
  return out;
}

/** Stretches of a line, those of one element that touch as one. */
function joined(stretches: readonly Side[], noise: number): Side[] {
  const out: Side[] = [];
  for (const next of stretches.filter(({ from, to }) => to > from).sort((a, b) => a.element - b.element || a.from - b.from)) {
    const last = out.at(-1);
    if (last?.element === next.element && next.from <= last.to + noise) out[out.length - 1] = { ...last, to: Math.max(last.to, next.to) };
    else out.push(next);
  }
  return out;
}
