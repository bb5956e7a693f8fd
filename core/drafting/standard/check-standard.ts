import Joi from 'joi';
import { Fault } from '../../faults/fault';
import { ROLES } from '../../sights/role';
import { filledIn, layerName } from '../safe-names';
import { MARKS, OWN_PATTERNS, type FillRule, type LineRule, type MarkRule, type Standard } from './standard';
import { cos, sin } from '../../geometry/numbers/trigonometry';

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

/** What a rule may ask of elements and sights. */
const conditions = {
  class: Joi.string(),
  elementType: Joi.string(),
  storey: Joi.string(),
  sourceLayer: Joi.string(),
  material: Joi.string(),
  hasMaterial: Joi.boolean(),
  name: Joi.string(),
  set: Joi.string(),
  buildUpLayer: Joi.number().integer().min(1).max(99),
  sight: Joi.valid('section', 'elevation', 'plan', 'ceiling plan', 'axonometric', 'perspective'),
};
const share = Joi.number().min(0).max(1);
const lines = Joi.array()
  .min(1)
  .items(
    Joi.object({
      ...conditions,
      role: Joi.valid(...ROLES),
      joint: Joi.boolean(),
      jump: Joi.number().min(0),
      distance: Joi.object({ from: Joi.number(), to: Joi.number() }).or('from', 'to'),
      drawn: Joi.boolean(),
      layer: layer.required(),
      weight: weight.required(),
      type: Joi.string().required(),
      colour: colour.required(),
    }),
  );
const fills = Joi.array()
  .min(1)
  .items(
    Joi.object({
      ...conditions,
      use: Joi.valid('matter', 'earth'),
      layer: layer.required(),
      pattern: Joi.string().required(),
      size: Joi.valid('paper', 'model'),
      along: Joi.valid('long side'),
      elsewhere: Joi.string(),
      pitch: Joi.number().min(0.05).max(1),
      solidBelow: Joi.number().min(0).max(100),
      wash: Joi.boolean(),
      weight: weight.required(),
      colour: colour.required(),
    }),
  );
const surfaces = Joi.array().items(
  Joi.object({
    ...conditions,
    facing: Joi.valid('upright', 'level', 'sloped'),
    pattern: Joi.string().required(),
    upTo: Joi.number().positive(),
    turn: Joi.number().min(-360).max(360),
    from: Joi.array().items(Joi.number().min(-1e6).max(1e6)).length(2),
  }),
);
const fade = Joi.object({ from: Joi.number().required(), to: Joi.number().greater(Joi.ref('from')).required(), by: share.required() });
const tones = Joi.array().items(
  Joi.object({ ...conditions, layer: layer.required(), colour: colour.required(), opacity: share, shade: share, fade }),
);
const patterns = Joi.object().pattern(
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
);
const look = Joi.object({ name: Joi.string().trim().min(1).max(60).required(), lines, fills, surfaces, tones });

const schema = Joi.object({
  format: Joi.valid('tarvex-standard').required(),
  version: Joi.valid(1, 2).required(),
  name: Joi.string().required(),
  lineTypes: Joi.object().pattern(Joi.string(), Joi.array().items(Joi.number()).min(2).max(12)).required(),
  patterns: patterns.required(),
  lines: lines.required(),
  surfaces,
  surfacePatterns: patterns,
  tones,
  shadow: Joi.object({ layer: layer.required(), colour: colour.required(), opacity: share.required() }),
  looks: Joi.array().min(1).max(40).items(look),
  layersArePens: Joi.boolean(),
  tellApart: Joi.boolean(),
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
  fills: fills.required(),
});

/** What of a rule asks for nothing. */
const LOOKS_OF_RULES = ['type', 'pattern', 'size', 'along', 'elsewhere', 'pitch', 'solidBelow', 'wash', 'drawn'];

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
  for (const kind of ['patterns', 'surfacePatterns'] as const)
    for (const [name, families] of Object.entries(standard[kind] ?? {}))
      families.forEach(({ angle, offset, dashes }, i) => {
        const turn = (angle * Math.PI) / 180;
        const apart = Math.abs(offset[1] * cos(turn) - offset[0] * sin(turn));
        const field = `${kind}.${name}.${i}`;
        if (apart < SHORTEST / (kind === 'patterns' ? 1 : 10))
          refuse(`${field}.offset`, 'leads along its own line: the lines of a pattern must lie apart');
        if (dashes.length && lengthOf(dashes) < SHORTEST / (kind === 'patterns' ? 1 : 10)) refuse(`${field}.dashes`, 'have no length');
      });
  standard.looks?.forEach(({ name }, i) => {
    if (standard.looks!.findIndex((other) => other.name.toLowerCase() === name.toLowerCase()) < i) refuse(`looks.${i}.name`, `"${name}" is the name of another look`); // prettier-ignore
  });
  // rules are as they stand in each look; what a look does not say for itself is checked once
  checkRules(standard, '', refuse);
  standard.looks?.forEach(({ name: _name, ...own }, i) => checkRules({ ...standard, ...own }, `looks.${i}.`, refuse, Object.keys(own)));
  standard.marks?.forEach(({ mark }, i) => {
    if (standard.marks!.findIndex((other) => other.mark === mark) < i) refuse(`marks.${i}.mark`, `"${mark}" has a rule already`);
  });
  return standard;
}

type Refuse = (field: string, reason: string) => never;

/** Whether the rules of a look name what there is, and catch everything. */
function checkRules(standard: Standard, before: string, refuse: Refuse, own: readonly string[] = ['lines', 'fills', 'surfaces']): void {
  const field = (kind: string, i: number) => `${own.includes(kind) ? before : ''}${kind}.${i}`;
  for (const kind of ['lines', 'marks'] as const)
    standard[kind]?.forEach((rule, i) => {
      if (rule.type !== 'continuous' && !Object.hasOwn(standard.lineTypes, rule.type))
        refuse(`${field(kind, i)}.type`, `"${rule.type}" is not among lineTypes`);
    });
  standard.fills.forEach((rule, i) => {
    if (!OWN_PATTERNS.includes(rule.pattern) && !Object.hasOwn(standard.patterns, rule.pattern))
      refuse(`${field('fills', i)}.pattern`, `"${rule.pattern}" is not among patterns`);
    if (rule.elsewhere !== undefined && !Object.hasOwn(standard.patterns, rule.elsewhere))
      refuse(`${field('fills', i)}.elsewhere`, `"${rule.elsewhere}" is not among patterns`);
  });
  standard.surfaces?.forEach((rule, i) => {
    if (rule.pattern !== 'none' && !Object.hasOwn(standard.surfacePatterns ?? {}, rule.pattern))
      refuse(`${field('surfaces', i)}.pattern`, `"${rule.pattern}" is not among surfacePatterns`);
  });
  for (const [kind, words] of [
    ['lines', 'line'],
    ['fills', 'cut face'],
  ] as const) {
    // prettier-ignore
    const last = standard[kind].length - 1;
    const { layer: _l, weight: _w, colour: _c, ...asked } = standard[kind][last]!;
    const said = Object.keys(asked).filter((key) => !LOOKS_OF_RULES.includes(key));
    if (said.length) refuse(field(kind, last), `must have no conditions, so that every ${words} finds a rule`);
  }
  if (standard.layersArePens) checkPens(standard, refuse, field);
}

/** Where layers are pens, no two rules give one layer two of them. A class that a rule asks for stands in the name of its layer. */
function checkPens(standard: Standard, refuse: Refuse, fieldOf: (kind: string, i: number) => string): void {
  const seen = new Map<string, { readonly field: string; readonly pen: string }>();
  const look = (kind: string, rules: readonly (LineRule | FillRule | MarkRule)[]) =>
    rules.forEach((rule, i) => {
      const name = layerName(filledIn(rule.layer, 'class' in rule && rule.class !== undefined ? { class: rule.class } : {})).toLowerCase();
      const pen = JSON.stringify([rule.weight, 'type' in rule ? rule.type : 'continuous', String(rule.colour).toLowerCase()]);
      const before = seen.get(name);
      const field = `${fieldOf(kind, i)}.layer`;
      if (!before) seen.set(name, { field, pen });
      else if (before.pen !== pen) refuse(field, `"${rule.layer}" has another pen by ${before.field}: with layersArePens a layer has one`);
    });
  look('lines', standard.lines);
  look('fills', standard.fills);
  look('marks', standard.marks ?? []);
}
