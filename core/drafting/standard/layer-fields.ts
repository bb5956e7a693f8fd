/*
 * Layer names of ISO 13567-2: three fields that must be there, of fixed width, and optional ones after them; a hyphen stands for what a
 * field does not say, an underscore for all of it. Field widths from memory of ISO 13567-2, table 1.
 */

export interface LayerField {
  readonly name: string;
  readonly width: number;
  readonly isOptional?: boolean;
  /** What it may hold, as a pattern of one whole field. */
  readonly form: RegExp;
  readonly hint: string;
}

const signs = (width: number) => new RegExp(`^[A-Z0-9_-]{${width}}$`);

export const LAYER_FIELDS: readonly LayerField[] = [
  { name: 'agent responsible', width: 2, form: /^[A-Z][A-Z0-9_-]$/, hint: 'A- architect, B- surveyor, S- structure ...' },
  { name: 'element', width: 6, form: signs(6), hint: 'the code of a classification, filled up with hyphens' },
  { name: 'presentation', width: 2, form: signs(2), hint: '-- whole drawing, E- element, T- text, H- hatching, D- dimension' },
  {
    name: 'status',
    width: 1,
    isOptional: true,
    form: /^[NERTFO_-]$/,
    hint: 'N new, E existing, R to be removed, T temporary, F final, O to be moved (original)',
  },
  { name: 'sector', width: 4, isOptional: true, form: signs(4), hint: 'storey and block' },
  { name: 'phase', width: 1, isOptional: true, form: signs(1), hint: 'stage of the building works' },
  { name: 'projection', width: 1, isOptional: true, form: /^[0-4_-]$/, hint: '0 plan, 1 elevation, 2 section, 3 three-dimensional' },
  { name: 'scale', width: 1, isOptional: true, form: /^[A-K_-]$/, hint: 'A 1:1, B 1:5, C 1:10, D 1:20, E 1:50, F 1:100 ...' },
  { name: 'work package', width: 2, isOptional: true, form: signs(2), hint: 'a section of the works' },
];

/** What is wrong with a layer's name as one of ISO 13567; null where nothing is. What stands in braces is filled in later and counts as nothing. */
export function layerFault(name: string): string | null {
  if (/[{}]/.test(name)) return 'holds a part that is filled in: its fields cannot be checked';
  const least = LAYER_FIELDS.filter(({ isOptional }) => !isOptional).reduce((sum, { width }) => sum + width, 0);
  if (name.length < least) return `has ${name.length} signs: agent, element and presentation are ${least}`;
  let at = 0;
  for (const { name: field, width, form, hint } of LAYER_FIELDS) {
    // a name may end after any field
    if (at >= name.length) return null;
    const own = name.slice(at, at + width);
    if (!form.test(own)) return `has "${own}" for ${field} (${hint})`;
    at += width;
  }
  return null;
}

/** A name from its fields; what is not told is a hyphen, and optional fields after the last that is told are left out. */
export function layerFrom(told: Readonly<Record<string, string>>): string {
  const fields = LAYER_FIELDS.map(({ name, width, isOptional }) => ({ isOptional, text: (told[name] ?? '').toUpperCase().slice(0, width).padEnd(width, '-') })); // prettier-ignore
  let last = fields.length;
  while (last > 0 && fields[last - 1]!.isOptional && !told[LAYER_FIELDS[last - 1]!.name]) last--;
  return fields.slice(0, last).map(({ text }) => text).join(''); // prettier-ignore
}
