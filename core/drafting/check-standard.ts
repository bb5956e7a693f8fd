import Joi from 'joi';
import { Fault } from '../faults/fault';
import type { Standard } from './standard';

const colour = Joi.alternatives(Joi.number().integer().min(1).max(7), Joi.string().pattern(/^#[0-9a-fA-F]{6}$/));
const layer = Joi.string()
  .pattern(/^[^<>/\\":;?*|=`\n]{1,120}$/)
  .messages({ 'string.pattern.base': 'holds a sign that a DXF layer name must not have' });
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
        role: Joi.string(),
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
  standard.lines.forEach((rule, i) => {
    if (rule.type !== 'continuous' && !standard.lineTypes[rule.type]) refuse(`lines.${i}.type`, `"${rule.type}" is not among lineTypes`);
  });
  standard.fills.forEach((rule, i) => {
    if (rule.pattern !== 'solid' && !standard.patterns[rule.pattern])
      refuse(`fills.${i}.pattern`, `"${rule.pattern}" is not among patterns`);
  });
  const last = standard.lines.at(-1)!;
  if (last.role || last.class || last.material || last.joint !== undefined || last.jump !== undefined)
    refuse(`lines.${standard.lines.length - 1}`, 'must have no conditions, so that every line finds a rule');
  const lastFill = standard.fills.at(-1)!;
  if (lastFill.use || lastFill.class || lastFill.material)
    refuse(`fills.${standard.fills.length - 1}`, 'must have no conditions, so that every cut face finds a rule');
  return standard;
}
