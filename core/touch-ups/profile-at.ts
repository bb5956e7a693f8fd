import type { DrawingNames } from '../drafting/drawing-names';
import { faceArea, union, type Face } from '../geometry/polygons';
import { faceContains } from '../geometry/rings';
import { linePoints, type Drawing } from '../linework/drawing';
import { pathLength } from '../linework/lines-builder';
import { ROLES, type Role } from '../sights/role';
import { enlarged } from '../linework/reduced';
import { finenessOf, tieTimes } from './at-size';
import { enclosing } from './enclosing';
import { boxIn } from './follow';
import type { Tie } from './touch-up';

/** A closed outline with its holes. */
export interface Profile {
  readonly face: Face;
  /** Square metres, without its holes. */
  readonly area: number;
  /** Metres, all outlines together. */
  readonly perimeter: number;
  /** What it goes with. */
  readonly tie: Tie | null;
}

/** By which lines a thing that is seen is closed: not by the edges within it. */
const BOUNDING: ReadonlySet<Role> = new Set(['cut', 'ground', 'outline']);
/** A place this near to a side of a cut face is on it, metres. */
const ON = 1e-3;

/**
 * The whole outline that is meant by a place: of what is cut there, all of its element across its materials; else the smallest outline of
 * things that are seen around it. null where nothing closes.
 */
export function profileAt(drawing: Drawing, names: DrawingNames, u: number, v: number): Profile | null {
  const by = finenessOf(drawing);
  const found = atThisSize(enlarged(drawing, by), names, u * by, v * by);
  if (!found || by === 1) return found;
  const face = found.face.map((ring) => ring.map((x) => x / by));
  return { face, area: found.area / by / by, perimeter: found.perimeter / by, tie: found.tie && tieTimes(found.tie, 1 / by) };
}

function atThisSize(drawing: Drawing, names: DrawingNames, u: number, v: number): Profile | null {
  const region = drawing.regions.find(({ face }) => faceContains(face, u, v) || isOn(face, u, v));
  if (region && region.use !== 'air') {
    const [element] = region.elements;
    const own = element === undefined ? [region] : drawing.regions.filter((r) => r.elements.includes(element));
    const faces = union(own.flatMap(({ face }) => [...face]));
    const face = faces.find((f) => faceContains(f, u, v) || isOn(f, u, v)) ?? faces[0]!;
    return measured(drawing, names, face, element);
  }
  const ways: Float64Array[] = [];
  const elements: number[] = [];
  drawing.lineRole.forEach((role, l) => {
    if (!BOUNDING.has(ROLES[role]!)) return;
    ways.push(linePoints(drawing, l, 1e-4));
    elements.push(drawing.lineElement[l]!);
  });
  const found = enclosing(ways, u, v);
  if (!found) return null;
  return measured(drawing, names, [found.ring], mostly(found.ways.map((w) => elements[w]!)));
}

function measured(drawing: Drawing, names: DrawingNames, face: Face, element: number | undefined): Profile {
  const box = element === undefined ? null : boxIn(drawing, element);
  const id = element === undefined ? undefined : names.elements.get(element)?.id;
  const perimeter = face.reduce((sum, ring) => sum + pathLength([...ring, ring[0]!, ring[1]!]), 0);
  return { face, area: faceArea(face), perimeter, tie: id !== undefined && box ? { element: id, box } : null };
}

function isOn(face: Face, u: number, v: number): boolean {
  return face.some((ring) => {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [du, dv] = [ring[i]! - ring[j]!, ring[i + 1]! - ring[j + 1]!];
      const t = Math.max(0, Math.min(1, ((u - ring[j]!) * du + (v - ring[j + 1]!) * dv) / (du * du + dv * dv || 1)));
      if (Math.hypot(ring[j]! + t * du - u, ring[j + 1]! + t * dv - v) < ON) return true;
    }
    return false;
  });
}

/** What stands in a list most often; the first of several. */
function mostly(list: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const x of list) counts.set(x, (counts.get(x) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}
