import Joi from 'joi';
import { Fault } from '../faults/fault';
import { ROLES } from '../sights/role';
import { filledIn, layerName } from './safe-names';
import { MARKS, type FillRule, type LineRule, type MarkRule, type Standard } from './standard';
import { cos, sin } from '../geometry/trigonometry';

const colour = Joi.alternatives(Joi.number().integer().min(1).max(255), Joi.string().pattern(/^#[0-9a-fA-F]{6}$/));
const layer = Joi.string()
  .pattern(/^[^<>/\\":;?*|=`,\p{Cc}]{1,120}$/u)
  .invalid('0')
  .trim()
  .messages({
    'string.pattern.base': 'holds a sign that a DXF layer name must not have, or more than 120',
    'any.invalid': 'is "0", which is no layer of a drawing: what lies on it takes its pen from elsewhere',
    'string.trim': 'begins or ends with a space',
  });
const pair = Joi.array().ordered(Joi.number().required(), Joi.number().required()).length(2);
const weight = Joi.number().min(0.05).max(2.11);

const schema = Joi.object({
  format: Joi.valid('tarvex-standard').required(),
  version: Joi.valid(1).required(),
  name: Joi.string().required(),
  lineTypes: Joi.object().pattern(Joi.string(), Joi.array().items(Joi.number()).min(2).max(12)).required(),
  patterns: Joi.object()
    .pattern(
      Joi.string(),
      Joi.array()
        .min(1)
        .items(
          Joi.object({
            angle: Joi.number().required(),
            origin: pair.required(),
            offset: pair.required(),
            dashes: Joi.array().items(Joi.number()).required(),
          }),
        ),
    )
    .required(),
  lines: Joi.array()
    .min(1)
    .required()
    .items(
      Joi.object({
        role: Joi.valid(...ROLES),
        joint: Joi.boolean(),
        jump: Joi.number().min(0),
        class: Joi.string(),
        material: Joi.string(),
        layer: layer.required(),
        weight: weight.required(),
        type: Joi.string().required(),
        colour: colour.required(),
      }),
    ),
  layersArePens: Joi.boolean(),
  marks: Joi.array().items(
    Joi.object({
      mark: Joi.valid(...MARKS).required(),
      layer: layer.required(),
      weight: weight.required(),
      type: Joi.string().required(),
      colour: colour.required(),
      height: Joi.number().min(0.5).max(50).required(),
    }),
  ),
  ranks: Joi.array().items(Joi.object({ material: Joi.string().trim().min(1).required(), rank: Joi.number().min(0).max(100).required() })),
  fills: Joi.array()
    .min(1)
    .required()
    .items(
      Joi.object({
        use: Joi.valid('matter', 'earth'),
        class: Joi.string(),
        material: Joi.string(),
        layer: layer.required(),
        pattern: Joi.string().required(),
        wash: Joi.boolean(),
        weight: weight.required(),
        colour: colour.required(),
      }),
    ),
});

/** What is shorter on paper is nothing, mm. */
const SHORTEST = 0.01;
const lengthOf = (dashes: readonly number[]): number => dashes.reduce((sum, dash) => sum + Math.abs(dash), 0);

/**
 * Checks a standard.
 * @throws Fault standard-field, naming the field and why
 */
export function checkStandard(value: unknown, file = 'standard'): Standard {
  const { error, value: standard } = schema.validate(value, { convert: false, errors: { wrap: { label: false } } }) as {
    error?: Joi.ValidationError;
    value: Standard;
  };
  const refuse = (field: string, reason: string): never => {
    throw new Fault('standard-field', { file, field, reason });
  };
  if (error) {
    const [detail] = error.details;
    refuse(detail!.path.join('.') || 'standard', detail!.message.replace(String(detail!.context?.label ?? ''), '').trim());
  }
  const types = new Set<string>();
  for (const name of Object.keys(standard.lineTypes)) {
    const written = layerName(name).toLowerCase();
    if (types.has(written)) refuse(`lineTypes.${name}`, 'has the name of another but for its size: a file takes the two for one');
    types.add(written);
  }
  for (const [name, dashes] of Object.entries(standard.lineTypes))
    if (lengthOf(dashes) < SHORTEST) refuse(`lineTypes.${name}`, 'has dashes of no length');
  for (const [name, lines] of Object.entries(standard.patterns))
    lines.forEach(({ angle, offset, dashes }, i) => {
      const turn = (angle * Math.PI) / 180;
      const apart = Math.abs(offset[1] * cos(turn) - offset[0] * sin(turn));
      if (apart < SHORTEST) refuse(`patterns.${name}.${i}.offset`, 'leads along its own line: the lines of a pattern must lie apart');
      if (dashes.length && lengthOf(dashes) < SHORTEST) refuse(`patterns.${name}.${i}.dashes`, 'have no length');
    });
  for (const kind of ['lines', 'marks'] as const)
    standard[kind]?.forEach((rule, i) => {
      if (rule.type !== 'continuous' && !Object.hasOwn(standard.lineTypes, rule.type))
        refuse(`${kind}.${i}.type`, `"${rule.type}" is not among lineTypes`);
    });
  standard.marks?.forEach(({ mark }, i) => {
    if (standard.marks!.findIndex((other) => other.mark === mark) < i) refuse(`marks.${i}.mark`, `"${mark}" has a rule already`);
  });
  standard.fills.forEach((rule, i) => {
    if (rule.pattern !== 'solid' && !Object.hasOwn(standard.patterns, rule.pattern))
      refuse(`fills.${i}.pattern`, `"${rule.pattern}" is not among patterns`);
  });
  const last = standard.lines.at(-1)!;
  if (last.role || last.class || last.material || last.joint !== undefined || last.jump !== undefined)
    refuse(`lines.${standard.lines.length - 1}`, 'must have no conditions, so that every line finds a rule');
  const lastFill = standard.fills.at(-1)!;
  if (lastFill.use || lastFill.class || lastFill.material)
    refuse(`fills.${standard.fills.length - 1}`, 'must have no conditions, so that every cut face finds a rule');
  if (standard.layersArePens) checkPens(standard, refuse);
  return standard;
}

/** Where layers are pens, no two rules give one layer two of them. A class that a rule asks for stands in the name of its layer. */
function checkPens(standard: Standard, refuse: (field: string, reason: string) => never): void {
  const seen = new Map<string, { readonly field: string; readonly pen: string }>();
  const look = (kind: string, rules: readonly (LineRule | FillRule | MarkRule)[]) =>
    rules.forEach((rule, i) => {
      const name = layerName(filledIn(rule.layer, 'class' in rule && rule.class !== undefined ? { class: rule.class } : {})).toLowerCase();
      const pen = JSON.stringify([rule.weight, 'type' in rule ? rule.type : 'continuous', String(rule.colour).toLowerCase()]);
      const before = seen.get(name);
      const field = `${kind}.${i}.layer`;
      if (!before) seen.set(name, { field, pen });
      else if (before.pen !== pen) refuse(field, `"${rule.layer}" has another pen by ${before.field}: with layersArePens a layer has one`);
    });
  look('lines', standard.lines);
  look('fills', standard.fills);
  look('marks', standard.marks ?? []);
}
