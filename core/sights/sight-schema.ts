import Joi from 'joi';
import { Fault } from '../faults/fault';
import { cross, dot, unit, type Vec2 } from '../geometry/vec3';
import { SQUARE, wideLegs } from './legs';
import type { Sight } from './sight';

/** Beyond this no building lies: a larger figure is a mistake of units. */
const FAR = 1e8;
const metres = Joi.number().min(-FAR).max(FAR);
const point2 = Joi.array().ordered(metres.required(), metres.required()).length(2);
const point3 = Joi.array().ordered(metres.required(), metres.required(), metres.required()).length(3);
const length = Joi.number().greater(0).max(FAR);
const text = Joi.string().allow('').max(200);

const rule = Joi.object({
  class: text,
  type: text,
  storey: text,
  material: text,
  layer: text,
  name: text,
  model: text,
  id: text,
  set: text,
  ids: Joi.array().items(Joi.string().max(200)).max(500_000),
  use: Joi.valid('include', 'exclude'),
}).or('class', 'type', 'storey', 'material', 'layer', 'name', 'model', 'id', 'set', 'ids');

const schema = Joi.object({
  kind: Joi.valid('section', 'elevation', 'plan', 'ceiling plan', 'axonometric', 'perspective').required(),
  number: text.default(''),
  name: text.default(''),
  path: Joi.array().items(point2).min(2).max(100),
  legDepths: Joi.array().items(Joi.number().min(0).max(FAR).allow(null)).max(99),
  look: Joi.valid('left', 'right'),
  storey: text,
  height: Joi.number().min(-1000).max(10000),
  toward: Joi.alternatives(Joi.valid('north', 'east', 'south', 'west'), point2),
  frame: Joi.object({ origin: point3.required(), look: point3.required(), up: point3.required(), cut: Joi.boolean().default(false) }),
  oblique: Joi.object({ angle: Joi.number().min(-3600).max(3600).required(), scale: Joi.number().greater(0).max(10).required() }),
  depth: Joi.number().min(0).max(FAR).allow(null),
  far: Joi.number().min(0).max(FAR),
  jumps: Joi.array().items(Joi.number().greater(0).max(FAR)).max(8),
  overhead: Joi.number().min(0).max(FAR).allow(null),
  limits: Joi.object({ left: metres.allow(null), right: metres.allow(null), bottom: metres.allow(null), top: metres.allow(null) }),
  show: Joi.array().items(rule).max(1000),
  leaveWhole: Joi.array().items(rule).max(1000),
  pullApart: Joi.array()
    .items(rule.keys({ use: Joi.forbidden(), by: point3.required() }))
    .max(100),
  // a rule that names nothing means everything
  joints: Joi.array().items(rule, Joi.object({})).max(1000),
  layersMeet: Joi.boolean(),
  profile: Joi.boolean(),
  hidden: Joi.boolean(),
  levels: Joi.boolean(),
  grid: Joi.boolean(),
  trims: Joi.array()
    .items(Joi.object({ origin: point3.required(), normal: point3.required() }))
    .max(50),
  keepBox: Joi.object({
    centre: point3.required(),
    size: Joi.array().ordered(length.required(), length.required(), length.required()).length(3).required(),
    turn: Joi.number().min(-3600).max(3600),
  }),
  eye: point3,
  target: point3,
  fov: Joi.number().min(1).max(170),
});

/**
 * Checks a sight and returns it with its defaults.
 * @throws Fault sight-field, naming the first field that is wrong and why
 */
export function checkSight(value: unknown, file = 'sight'): Sight {
  const { error, value: sight } = schema.validate(value, { abortEarly: true, convert: false, errors: { wrap: { label: false } } }) as {
    error?: Joi.ValidationError;
    value: Sight;
  };
  if (error) {
    const [detail] = error.details;
    const field = detail!.path.length ? detail!.path.join('.') : 'sight';
    const label = String(detail!.context?.label ?? '');
    throw new Fault('sight-field', { file, field, reason: detail!.message.replace(label, '').trim() });
  }
  const refuse = (field: string, reason: string): never => {
    throw new Fault('sight-field', { file, field, reason });
  };
  sight.trims?.forEach(({ normal }, i) => {
    if (Math.hypot(...normal) < 1e-9) refuse(`trims.${i}.normal`, 'has no length');
  });
  const { limits } = sight;
  if (typeof limits?.left === 'number' && typeof limits.right === 'number' && limits.left >= limits.right)
    refuse('limits.left', 'lies right of limits.right');
  if (typeof limits?.bottom === 'number' && typeof limits.top === 'number' && limits.bottom >= limits.top)
    refuse('limits.bottom', 'lies above limits.top');
  if (sight.path && sight.frame) refuse('path', 'does not go with a frame: either says where the plane is');
  if (sight.jumps?.some((step, i) => i > 0 && step <= sight.jumps![i - 1]!)) refuse('jumps', 'must ascend');
  if (sight.overhead !== undefined && (sight.kind !== 'plan' || sight.frame)) refuse('overhead', 'goes with a plan of a storey only');
  if (sight.pullApart && sight.kind !== 'axonometric') refuse('pullApart', 'goes with an axonometric only');
  if (sight.oblique && sight.kind !== 'axonometric') refuse('oblique', 'goes with an axonometric only');
  if (sight.oblique && !sight.frame) refuse('oblique', 'needs a frame: the plane in which things are true');
  if (sight.frame && sight.kind === 'perspective') refuse('frame', 'does not go with a perspective: it has an eye and a target');
  if (sight.frame) {
    if (Math.hypot(...sight.frame.look) < 1e-9) refuse('frame.look', 'has no length');
    const right = cross(unit(sight.frame.look), unit(sight.frame.up));
    if (dot(right, right) < 1e-9) refuse('frame.up', 'lies along frame.look');
    return sight;
  }
  switch (sight.kind) {
    case 'section': {
      if (!sight.path) refuse('path', 'is missing: a section needs its two points, or a frame');
      const { path } = sight;
      for (let i = 0; i + 1 < path!.length; i++) {
        const [a, b] = [path![i]!, path![i + 1]!];
        if (Math.hypot(b[0] - a[0], b[1] - a[1]) >= 1e-3) continue;
        refuse('path', path!.length > 2 ? `leg ${i + 1} has no length` : 'has no length: its two points are the same');
      }
      const back = turnsBack(path!);
      if (back > 0) refuse('path', `doubles back at leg ${back + 1}: what lies there would be drawn twice`);
      const wide = wideLegs(path!).length;
      if (sight.legDepths && sight.legDepths.length !== wide)
        refuse('legDepths', `has ${sight.legDepths.length} depths for ${wide} legs that take width`);
      break;
    }
    case 'elevation':
      if (!sight.toward) refuse('toward', 'is missing: an elevation needs the direction in which one looks, or a frame');
      if (Array.isArray(sight.toward) && Math.hypot(...(sight.toward as [number, number])) < 1e-9) refuse('toward', 'has no length');
      break;
    case 'plan':
    case 'ceiling plan':
      if (sight.storey === undefined && sight.height === undefined)
        refuse('storey', 'is missing: a plan needs a storey, a height, or a frame');
      break;
    case 'perspective': {
      const { eye, target } = sight;
      if (!eye) return refuse('eye', 'is missing: a perspective needs the place of the eye');
      if (!target) return refuse('target', 'is missing: a perspective needs the point that is looked at');
      if (Math.hypot(target[0] - eye[0], target[1] - eye[1], target[2] - eye[2]) < 1e-3) refuse('target', 'lies at the eye');
      break;
    }
    case 'axonometric':
      refuse('frame', 'is missing: an axonometric needs a frame with the direction of looking');
  }
  return sight;
}

/** The first leg of a path that runs back along the first one, 0 for none. */
function turnsBack(path: readonly Vec2[]): number {
  const along = (i: number) => [path[i + 1]![0] - path[i]![0], path[i + 1]![1] - path[i]![1]] as const;
  const [x, y] = along(0);
  for (let i = 1; i + 1 < path.length; i++) {
    const [dx, dy] = along(i);
    if (x * dx + y * dy < -SQUARE * Math.hypot(x, y) * Math.hypot(dx, dy)) return i;
  }
  return 0;
}
