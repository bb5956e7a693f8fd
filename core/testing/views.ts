import { draw } from '../draw';
import type { Vec3 } from '../geometry/vec3';
import { ARC_NUMBERS, arcParameter, arcPoint, type Arc } from '../geometry/arcs/arc';
import { arcAt, linePoints, type Drawing } from '../linework/drawing';
import { ROLES, type Role } from '../sights/role';
import type { Model } from '../model/model';
import { prepare } from '../scene/prepare';
import type { Sight } from '../sights/sight';

/** Looks along `look`; with `origin` given the plane through it cuts. */
export function frameSight(look: Vec3, up: Vec3, origin?: Vec3, more: Partial<Sight> = {}): Sight {
  return {
    kind: 'section',
    number: 'T',
    name: 'test',
    frame: { origin: origin ?? [0, 0, 0], look, up, cut: origin !== undefined },
    ...more,
  };
}

export const FRONT = frameSight([0, 1, 0], [0, 0, 1]);
export const PLAN = frameSight([0, 0, -1], [0, 1, 0]);
export const ISO = frameSight([-1, 1, -1], [0, 0, 1]);

export const drawModel = (model: Model, sight: Sight): Drawing => draw(model, prepare(model), sight);

const VISIBLE: readonly Role[] = ['cut', 'ground', 'outline', 'edge', 'surface'];

/** Straight pieces of a drawing as u0 v0 u1 v1, of the roles asked for. */
export function piecesOf(drawing: Drawing, roles: readonly Role[] = VISIBLE): number[][] {
  const out: number[][] = [];
  drawing.lineRole.forEach((role, l) => {
    if (!roles.includes(ROLES[role]!)) return;
    const p = linePoints(drawing, l);
    for (let i = 0; i + 3 < p.length; i += 2) out.push([p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!]);
  });
  return out;
}

const radius = ([, , u, v]: Arc): number => Math.hypot(u, v);

function passes(arc: Arc, u: number, v: number): boolean {
  const [pu, pv] = arcPoint(arc, arcParameter(arc, u, v, arc[5]));
  return Math.hypot(pu - u, pv - v) < 1e-7;
}

/**
 * The same between the corners of the model, arcs as their chords; fifth, how far the piece may leave the model's edge: at the ends
 * of an arc, and of a straight line that ends on one, by its rise over a chord of twelve, elsewhere not at all.
 */
export function chordsOf(drawing: Drawing, roles: readonly Role[] = VISIBLE): number[][] {
  const out: number[][] = [];
  const arcs = Array.from({ length: drawing.arcs.length / ARC_NUMBERS }, (_, a) => arcAt(drawing, a));
  drawing.lineRole.forEach((role, l) => {
    if (!roles.includes(ROLES[role]!)) return;
    const p = drawing.points;
    const [from, to] = [drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2 - 2];
    const own = drawing.lineArc[l]!;
    const rise = own >= 0 ? 0.035 * radius(arcs[own]!) : 0;
    for (let i = from; i < to; i += 2) {
      const tips = own < 0 ? [...(i === from ? [i] : []), ...(i === to - 2 ? [i + 2] : [])] : [];
      const moved = tips.map((at) => 0.1 * Math.max(0, ...arcs.filter((arc) => passes(arc, p[at]!, p[at + 1]!)).map(radius)));
      out.push([p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!, i === from || i === to - 2 ? Math.max(rise, ...moved) : 0]);
    }
  });
  return out;
}

export const lengthOf = (pieces: readonly (readonly number[])[]): number =>
  pieces.reduce((sum, [a, b, c, d]) => sum + Math.hypot(c! - a!, d! - b!), 0);
