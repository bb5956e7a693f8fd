/** A stream of numbers from a seed (mulberry32, T. Ettinger): the same seed gives the same damage. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** What damaged files hold: absurd numbers, wrong references, stray quotes. */
const TEXTS = [
  '-1',
  '0',
  '1e400',
  '4294967295',
  '99999999999',
  'nan',
  "'",
  '"',
  '(',
  ')',
  ';',
  '#1',
  '$',
  '*',
  '\0',
  '\n',
  '{',
  '}',
  '[',
  ']',
  ',',
  '1/0',
  '-0',
  '\\X2\\',
];
const NUMBERS = [0, 1, 0x7f, 0xff, 0x7fff, 0xffff, 0x7fffffff, 0x80000000, 0xffffffff];

/** A good file made bad in one to five places: bits turned, figures replaced, pieces cut out, doubled, swapped, or the end lost. */
export function mutate(good: Uint8Array, random: () => number): Uint8Array {
  let bytes = Uint8Array.from(good);
  const at = () => Math.floor(random() * bytes.length);
  for (let n = 1 + Math.floor(random() * 5); n > 0 && bytes.length > 1; n--) {
    const kind = Math.floor(random() * 8);
    const from = at();
    const length = 1 + Math.floor(random() ** 3 * Math.min(400, bytes.length - from));
    if (kind === 0) bytes[from]! ^= 1 << Math.floor(random() * 8);
    else if (kind === 1) bytes = spliced(bytes, from, length, new Uint8Array(0));
    else if (kind === 2) bytes = spliced(bytes, from, 0, bytes.slice(from, from + length));
    else if (kind === 3) bytes = spliced(bytes, at(), 0, bytes.slice(from, from + length));
    else if (kind === 4)
      bytes = spliced(bytes, from, Math.floor(random() * 12), new TextEncoder().encode(TEXTS[Math.floor(random() * TEXTS.length)]!));
    else if (kind === 5) bytes = bytes.slice(0, from);
    else if (kind === 6 && from + 4 <= bytes.length)
      new DataView(bytes.buffer).setUint32(from, NUMBERS[Math.floor(random() * NUMBERS.length)]!, random() < 0.5);
    else for (let i = from; i < Math.min(bytes.length, from + 8); i++) bytes[i] = Math.floor(random() * 256);
  }
  return bytes;
}

function spliced(bytes: Uint8Array, from: number, drop: number, put: Uint8Array): Uint8Array<ArrayBuffer> {
  const tail = bytes.subarray(Math.min(bytes.length, from + drop));
  const out = new Uint8Array(from + put.length + tail.length);
  out.set(bytes.subarray(0, from));
  out.set(put, from);
  out.set(tail, from + put.length);
  return out;
}
