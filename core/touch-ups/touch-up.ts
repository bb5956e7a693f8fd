import Joi from 'joi';
import { Fault } from '../faults/fault';
import type { Arc } from '../geometry/arcs/arc';
import type { HandFill, HandPen } from '../drafting/hand';
import type { Shape } from './shape';
import { ROLES } from '../sights/role';

/** What ties hand work to the model: an element, and the box that it had in the drawing: u0, v0, u1, v1, metres. */
export interface Tie {
  readonly element: string;
  readonly box: readonly [number, number, number, number];
}

/** A stretch of a computed line of an element. */
export type Stretch = Shape & { readonly tie: Tie };

/** One change made by hand on a drawing. What has a tie goes with its element, what has none stays where it is. */
export type TouchUp = { readonly id: string } & (
  | { readonly kind: 'hide'; readonly on: Stretch }
  | { readonly kind: 'redraw'; readonly on: Stretch; readonly as: HandPen }
  | { readonly kind: 'line'; readonly points: readonly number[]; readonly tie?: Tie; readonly as: HandPen }
  | { readonly kind: 'arc'; readonly arc: Arc; readonly tie?: Tie; readonly as: HandPen }
  | { readonly kind: 'fill'; readonly rings: readonly (readonly number[])[]; readonly tie?: Tie; readonly as: HandFill }
  | { readonly kind: 'text'; readonly at: readonly [number, number]; readonly words: string; readonly height: number; readonly tie?: Tie; readonly layer?: string } // prettier-ignore
  | { readonly kind: 'mask'; readonly ring: readonly number[]; readonly tie?: Tie }
);

const number = Joi.number().min(-1e7).max(1e7);
const flat = (least: number) => Joi.array().items(number).min(least).max(20_000).custom((list: number[]) => { if (list.length % 2) throw new Error('holds half a point'); return list; }); // prettier-ignore
const arc = Joi.array().items(number).length(7);
const tie = Joi.object({ element: Joi.string().max(200).required(), box: Joi.array().items(number).length(4).required() });
const on = Joi.object({ tie: tie.required(), path: flat(4), arc })
  .xor('path', 'arc')
  .required();
const colour = Joi.alternatives(Joi.number().integer().min(1).max(255), Joi.string().pattern(/^#[0-9a-fA-F]{6}$/));
const layer = Joi.string().trim().min(1).max(120);
const weight = Joi.number().min(0.05).max(2.11);
const as = Joi.object({ role: Joi.valid(...ROLES), layer, weight, type: Joi.string().max(120), colour }).required();
const id = Joi.string().max(200).required();
const one = (kind: string, fields: Joi.SchemaMap) => Joi.object({ id, kind: Joi.valid(kind).required(), ...fields });

/** The fields of each kind of touch-up. */
export const TOUCH_UP = Joi.alternatives()
  .conditional(Joi.object({ kind: 'hide' }).unknown(), { then: one('hide', { on }) })
  .conditional(Joi.object({ kind: 'redraw' }).unknown(), { then: one('redraw', { on, as }) })
  .conditional(Joi.object({ kind: 'line' }).unknown(), { then: one('line', { points: flat(4).required(), tie, as }) })
  .conditional(Joi.object({ kind: 'arc' }).unknown(), { then: one('arc', { arc: arc.required(), tie, as }) })
  .conditional(Joi.object({ kind: 'fill' }).unknown(), { then: one('fill', { rings: Joi.array().items(flat(6)).min(1).required(), tie, as: Joi.object({ layer, pattern: Joi.string().required(), weight, colour: colour.required() }).required() }) }) // prettier-ignore
  .conditional(Joi.object({ kind: 'text' }).unknown(), { then: one('text', { at: Joi.array().items(number).length(2).required(), words: Joi.string().max(1000).required(), height: Joi.number().min(0.5).max(100).required(), tie, layer }) }) // prettier-ignore
  .conditional(Joi.object({ kind: 'mask' }).unknown(), { then: one('mask', { ring: flat(6).required(), tie }), otherwise: Joi.forbidden() }); // prettier-ignore

/** Checks touch-ups. @throws Fault sight-field, with the field and why */
export function checkTouchUps(value: unknown, file = 'touch-ups'): readonly TouchUp[] {
  const { error, value: checked } = Joi.array().items(TOUCH_UP).max(100_000).required().validate(value, { convert: false }) as Joi.ValidationResult<TouchUp[]>; // prettier-ignore
  if (!error) return checked;
  const [{ path, message }] = error.details as [Joi.ValidationErrorItem];
  throw new Fault('sight-field', { file, field: path.join('.') || 'touch-ups', reason: message.replace(/^"[^"]*" /, '') });
}
