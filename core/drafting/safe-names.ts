/*
 * The one door through which names of a model and of a standard go into files. A name may hold anything: a model's texts are a
 * stranger's. What comes out is safe in every format that is written.
 */

/** What most texts are: nothing in them needs a look. */
const PLAIN = /^[ -~]*$/;
/** Halves of characters of two code units that stand alone. */
const HALVES = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;
/** What the name of a layer or a block must not hold (DXF Reference, release 2010, symbol table names). */
const FORBIDDEN = /[<>/\\":;?*|=`,]/g;
/** Longest name of a layer, characters: every release of DXF has room for it. */
const LAYER = 120;
/** Longest text in extended data, bytes (DXF Reference, release 2010, group 1000). */
export const EXTENDED = 255;
/** The most bytes that a code unit takes, written out as `\U+` and its code. */
const WIDEST = 7;

/** A text in one line, as it may stand anywhere: broken characters, control characters and ends of lines become spaces. */
export const oneLine = (text: string): string =>
  PLAIN.test(text) ? text : text.replace(HALVES, ' ').replace(/[\p{Cc}\p{Zl}\p{Zp}]+/gu, ' ');

/** "0" takes its pens from elsewhere, "Defpoints" is never plotted, whatever is on it (DXF Reference, LAYER). */
const RESERVED = /^(0|defpoints)$/i;

/** The name of a layer. "0" is no layer of a drawing: what is on it takes its pen from elsewhere. */
export function layerName(text: string): string {
  const name = shortened(oneLine(text).replace(FORBIDDEN, '-').replace(/\s+/g, ' ').trim(), LAYER).trim();
  return name === '' ? 'NONE' : RESERVED.test(name) ? `${name}-` : name;
}

/**
 * Names in plain letters, each another than the rest also without its case: for files whose names hold ASCII alone. Letters lose their marks,
 * other signs become "_".
 */
export function plainNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const letters = name.normalize('NFKD').replace(/\p{M}/gu, '').replace(/ß/g, 'ss').replace(/[^ -~]/gu, '_'); // prettier-ignore
    const plain = layerName(letters);
    let own = plain;
    for (let n = 2; taken.has(own.toLowerCase()); n++) own = `${shortened(plain, LAYER - 6)} ${n}`;
    taken.add(own.toLowerCase());
    return own;
  });
}

/** What stands for names in the pattern of a layer's name, put in as it is whatever signs it holds. */
export const filledIn = (pattern: string, names: Readonly<Record<string, string>>): string =>
  pattern.replace(/\{(\w+)\}/g, (all, key: string) => (Object.hasOwn(names, key) ? names[key]! : all));

/** A text of at most so many characters, none of them cut in two. */
export function shortened(text: string, most: number): string {
  const signs = Array.from(text);
  return signs.length > most ? signs.slice(0, most).join('') : text;
}

/** A text for extended data, of no more bytes than fit as they are written; no character is cut in two. */
export function extended(text: string, sizeOf: (text: string) => number = bytesOf): string {
  const safe = oneLine(text);
  if (safe.length * WIDEST <= EXTENDED || sizeOf(safe) <= EXTENDED) return safe;
  let out = '';
  let bytes = 0;
  for (const sign of safe) {
    bytes += sizeOf(sign);
    if (bytes > EXTENDED) break;
    out += sign;
  }
  return out;
}

/** Identities one behind the other for extended data: as many as fit, each whole; "..." tells that there are more. */
export function extendedIds(ids: readonly string[], sizeOf: (text: string) => number = bytesOf): string {
  let out = '';
  for (const [k, id] of ids.entries()) {
    const next = `${out}${k ? ' ' : ''}${oneLine(id)}`;
    const isLast = k === ids.length - 1;
    if (next.length * WIDEST > EXTENDED - MORE.length && sizeOf(next) > EXTENDED - (isLast ? 0 : MORE.length))
      return out === '' ? extended(next, sizeOf) : `${out}${MORE}`;
    out = next;
  }
  return out;
}

const MORE = ' ...';

const encoder = new TextEncoder();
export const bytesOf = (text: string): number => encoder.encode(text).length;
