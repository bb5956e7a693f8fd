import type { Graphic } from '../../core/drafting/graphic';
import { arcAt, linePoints, type Drawing } from '../../core/linework/drawing';
import { ROLES, type Role } from '../../core/sights/role';
import { boxIn } from '../../core/touch-ups/follow';
import type { Stretch } from '../../core/touch-ups/touch-up';

/** A line of the model's as hand work knows it, and what is told of it. */
export interface MeantLine {
  readonly on: Stretch;
  readonly role: Role;
  readonly layer: string;
  /** Its points, for the wash. */
  readonly points: readonly number[];
}

/** A line of a graphic by its number; null for one that belongs to no element, or to a pattern on a face. */
export function lineMeant(plain: Drawing, { drawing, names, layers, lineLayer }: Graphic, l: number): MeantLine | null {
  const element = l < 0 ? -1 : drawing.lineElement[l]!;
  const role = l < 0 ? undefined : ROLES[drawing.lineRole[l]!];
  const id = names.elements.get(element)?.id;
  const box = boxIn(plain, element);
  if (!role || role === 'surface' || id === undefined || !box) return null;
  const tie = { element: id, box };
  const a = drawing.lineArc[l]!;
  const points = [...linePoints(drawing, l, 1e-3)];
  return { on: a >= 0 ? { tie, arc: arcAt(drawing, a) } : { tie, path: points }, role, layer: layers[lineLayer[l]!]!.name, points };
}
