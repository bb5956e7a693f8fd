/** What a figure can be measured from: grid lines by tag, as metres along the axis that the field counts. */
export interface FigureContext {
  /** The figure that stands there now, metres. */
  readonly present?: number | null;
  readonly grid?: Readonly<Record<string, number>>;
}

export type Parsed = { readonly ok: true; readonly value: number } | { readonly ok: false; readonly expected: string };

const EXPECTED = 'a length such as 2400, 3.2m, 12\'6 1/2", +2.550, ~250, D+20 or =2400/2+150';
const bad: Parsed = { ok: false, expected: EXPECTED };
const UNIT: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254, '"': 0.0254, ft: 0.3048, "'": 0.3048 };

const clean = (text: string): string =>
  text
    .trim()
    .replace(/[\u2009\u00a0\u202f]/g, '')
    .replace(/(\d) (?=\d{3}(?![\d/]))/g, '$1')
    .replace(/\u2212/g, '-')
    .replace(/(\d),(\d)/g, '$1.$2');

/**
 * Reads a typed length into metres. Bare numbers are millimetres; a unit may follow; feet and inches as 12'6 1/2"; a sign and
 * three decimals are a level in metres; ~ adds to what is there; a grid tag with + or - counts from that grid line; A..B is
 * halfway; = begins a sum.
 */
export function parseLength(input: string, context: FigureContext = {}): Parsed {
  const text = clean(input);
  if (!text) return bad;
  if (text.startsWith('~')) {
    const by = parseLength(text.slice(1), {});
    return by.ok && typeof context.present === 'number' ? { ok: true, value: context.present + by.value } : bad;
  }
  if (text.startsWith('=')) {
    const value = sum(text.slice(1));
    return value === null ? bad : within(value / 1000);
  }
  const between = /^([A-Za-z0-9]+)\.\.([A-Za-z0-9]+)$/.exec(text);
  if (between) {
    const a = context.grid?.[between[1]!],
      b = context.grid?.[between[2]!];
    return a === undefined || b === undefined ? { ok: false, expected: 'two grid tags, such as A..B' } : within((a + b) / 2);
  }
  if (/^[+-]\d+\.\d{3}$/.test(text)) return within(Number(text));
  // a tag that is a number needs its distance: by itself it is millimetres
  const onGrid = /^([A-Za-z][A-Za-z0-9]*)(?:([+-].*))?$/.exec(text) ?? /^(\d+)([+-].+)$/.exec(text);
  if (onGrid && context.grid && onGrid[1]! in context.grid) {
    const by = onGrid[2] ? parseLength(onGrid[2].replace(/^\+/, ''), {}) : { ok: true as const, value: 0 };
    return by.ok ? within(context.grid[onGrid[1]!]! + by.value) : bad;
  }
  const feet = /^(-?)(?:(\d+(?:\.\d+)?)')?-?\s*(?:(\d+(?:\.\d+)?)?(?:\s*(\d+)\/(\d+))?")?$/.exec(text);
  if (feet && /['"]/.test(text)) {
    const [, sign, f = '0', i = '0', over, under] = feet;
    if (under !== undefined && Number(under) === 0) return bad;
    const inches = Number(i) + (over ? Number(over) / Number(under) : 0);
    return within((sign ? -1 : 1) * (Number(f) * 0.3048 + inches * 0.0254));
  }
  const plain = /^([+-]?(?:\d+\.?\d*|\.\d+))\s*(mm|cm|m|in|ft)?$/.exec(text);
  return plain ? within(Number(plain[1]) * UNIT[plain[2] ?? 'mm']!) : bad;
}

/** Nothing built is farther away than 10 000 km. */
const within = (metres: number): Parsed =>
  Number.isFinite(metres) && Math.abs(metres) < 1e7
    ? { ok: true, value: Math.round(metres * 1e9) / 1e9 }
    : { ok: false, expected: 'a length below 10 000 km' };

/** Sums of millimetres with + - * / and brackets; null for anything else. */
function sum(text: string): number | null {
  const tokens = text.replace(/\s+/g, '').match(/\d+\.?\d*|\.\d+|[-+*/()]/g);
  if (!tokens || tokens.join('') !== text.replace(/\s+/g, '')) return null;
  let at = 0;
  const factor = (): number => {
    const t = tokens[at++];
    if (t === '-') return -factor();
    if (t === '(') {
      const inner = terms();
      return tokens[at++] === ')' ? inner : NaN;
    }
    return t === undefined ? NaN : Number(t);
  };
  const product = (): number => {
    let value = factor();
    while (tokens[at] === '*' || tokens[at] === '/') value = tokens[at++] === '*' ? value * factor() : value / factor();
    return value;
  };
  const terms = (): number => {
    let value = product();
    while (tokens[at] === '+' || tokens[at] === '-') value = tokens[at++] === '+' ? value + product() : value - product();
    return value;
  };
  const value = terms();
  return at === tokens.length && Number.isFinite(value) ? value : null;
}

/** Reads an angle into radians: 17, 17.5°, a slope 1:40, ~5 to add to what is there. */
export function parseAngle(input: string, present?: number): Parsed {
  const text = clean(input).replace(/°$/, '');
  const expected = { ok: false as const, expected: 'an angle such as 17, 17.5° or a slope 1:40' };
  if (text.startsWith('~')) {
    const by = parseAngle(text.slice(1));
    return by.ok && present !== undefined ? { ok: true, value: present + by.value } : expected;
  }
  const slope = /^1:(\d+(?:\.\d+)?)$/.exec(text);
  if (slope) return Number(slope[1]) > 0 ? { ok: true, value: Math.atan(1 / Number(slope[1])) } : expected;
  return /^[+-]?\d+(?:\.\d+)?$/.test(text) && Math.abs(Number(text)) <= 3600
    ? { ok: true, value: (Number(text) * Math.PI) / 180 }
    : expected;
}

/** Reads a plain number between two bounds; a whole one where only those make sense. */
export function parseNumber(input: string, from: number, to: number, isWhole = false): Parsed {
  const value = /^[+-]?(?:\d+\.?\d*|\.\d+)$/.test(clean(input)) ? Number(clean(input)) : NaN;
  return value >= from && value <= to && !(isWhole && !Number.isInteger(value))
    ? { ok: true, value }
    : { ok: false, expected: `a${isWhole ? ' whole' : ''} number from ${from} to ${to}` };
}

/** Steps the digit at the caret by one, keeping what follows; null where there is no digit to step. */
export function stepDigit(text: string, caret: number, by: 1 | -1): string | null {
  const match = /[-+\u2212]?[\d\u2009]+(?:\.\d+)?/.exec(text);
  if (!match) return null;
  const raw = match[0].replace(/\u2009/g, '').replace('\u2212', '-');
  const after = text.slice(Math.max(caret, match.index), match.index + match[0].length).replace(/[^\d.]/g, '');
  const dot = after.indexOf('.');
  const decimals = raw.includes('.') ? raw.split('.')[1]!.length : 0;
  const power = dot >= 0 ? dot : raw.includes('.') && !after.includes('.') ? -(decimals - after.length) : after.length;
  const value = Number(raw) + by * 10 ** Math.min(power, 6);
  const shown = value.toFixed(decimals);
  return text.slice(0, match.index) + (raw.startsWith('+') && value >= 0 ? `+${shown}` : shown) + text.slice(match.index + match[0].length);
}
