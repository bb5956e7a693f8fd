import type { Graphic } from '../../core/drafting/graphic';
import type { Vec2 } from '../../core/geometry/vec3';
import { arcAt, linePoints, type Drawing } from '../../core/linework/drawing';
import { ROLES, type Role } from '../../core/sights/role';
import { boxIn } from '../../core/touch-ups/follow';
import { distanceTo } from '../../core/touch-ups/parallel';
import type { Shape } from '../../core/touch-ups/shape';
import type { Tie, TouchUp } from '../../core/touch-ups/touch-up';
import { extended, trimmed, type Trimmed } from '../../core/touch-ups/trim';

/** A line that was added by hand. */
export type OwnLine = Extract<TouchUp, { kind: 'line' | 'arc' }>;

/** A line as hand work knows it, and what is told of it. */
export interface MeantLine {
  readonly shape: Shape;
  /** The element whose it is, or with which it goes. */
  readonly tie: Tie | undefined;
  /** By what it was added; null for one of the model's. */
  readonly own: OwnLine | null;
  readonly role: Role;
  readonly layer: string;
  /** Its points, for the wash. */
  readonly points: readonly number[];
}

/** What a trim or an extension comes to; null where there is nothing that it comes to. */
export interface Worked<T> {
  readonly line: MeantLine;
  readonly done: T | null;
}

/** A drawing as hand work finds it. */
export interface OnSheet {
  readonly plain: Drawing;
  readonly graphic: Graphic;
  readonly placed: readonly TouchUp[];
}

export const shapeOf = (own: OwnLine): Shape => (own.kind === 'line' ? { path: own.points } : { arc: own.arc });
const shapeAt = (drawing: Drawing, l: number): Shape => {
  const a = drawing.lineArc[l]!;
  return a >= 0 ? { arc: arcAt(drawing, a) } : { path: [...linePoints(drawing, l)] };
};

/** A line of a graphic by its number; null for one that is of no element and was not added by hand, or that belongs to a pattern on a face. */
export function lineMeant({ plain, graphic, placed }: OnSheet, l: number, at: Vec2): MeantLine | null {
  const { drawing, names, layers, lineLayer } = graphic;
  const element = l < 0 ? -1 : drawing.lineElement[l]!;
  const role = l < 0 ? undefined : ROLES[drawing.lineRole[l]!];
  if (!role || role === 'surface') return null;
  const told = { role, layer: layers[lineLayer[l]!]!.name, points: [...linePoints(drawing, l, 1e-3)] };
  const id = names.elements.get(element)?.id;
  const box = boxIn(plain, element);
  if (id !== undefined && box) return { ...told, shape: shapeAt(drawing, l), tie: { element: id, box }, own: null };
  const found = placed
    .filter((own) => own.kind === 'line' || own.kind === 'arc')
    .map((own) => ({ own, off: distanceTo(shapeOf(own), at) }))
    .sort((a, b) => a.off - b.off)
    .find(({ off }) => off < Math.max(1e-3, distanceTo(shapeAt(drawing, l), at) * 2));
  return found ? { ...told, shape: shapeOf(found.own), tie: found.own.tie, own: found.own } : null;
}

/** All that may cross a line: the other lines of the drawing but those of patterns. */
function others({ drawing }: Graphic, line: number): Shape[] {
  const out: Shape[] = [];
  for (let l = 0; l < drawing.lineRole.length; l++)
    if (l !== line && ROLES[drawing.lineRole[l]!] !== 'surface') out.push(shapeAt(drawing, l));
  return out;
}

export function trimAt(on: OnSheet, l: number, at: Vec2): Worked<Trimmed> | null {
  const line = lineMeant(on, l, at);
  return line && { line, done: trimmed(line.shape, at, others(on.graphic, l)) };
}

export function extendAt(on: OnSheet, l: number, at: Vec2): Worked<{ readonly piece: Shape; readonly whole: Shape }> | null {
  const line = lineMeant(on, l, at);
  return line && { line, done: extended(line.shape, at, others(on.graphic, l)) };
}
