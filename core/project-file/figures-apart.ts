/** Lists of figures as they stand in files of their own: the ending of the file says of what kind they are. Little-endian. */
const KINDS = {
  f64: Float64Array,
  f32: Float32Array,
  u32: Uint32Array,
  i32: Int32Array,
  u16: Uint16Array,
  u8: Uint8Array,
} as const;
type Kind = keyof typeof KINDS;
type Figures = InstanceType<(typeof KINDS)[Kind]>;

/** Shorter lists stand in the text itself. */
const SHORT = 256;

const kindOfList = (list: Figures): Kind => (Object.keys(KINDS) as Kind[]).find((kind) => list.constructor === KINDS[kind])!;
/** What JSON can say of figures: neither an infinite one, nor the zero that is negative. */
const isPlain = (x: number): boolean => Number.isFinite(x) && !Object.is(x, -0);
const isFigures = (value: unknown): value is Figures => ArrayBuffer.isView(value) && !(value instanceof DataView);

/**
 * A value as a text of JSON whose long lists of figures lie in files of their own, named after where they stand:
 * `{ "list": "positions.f64" }`; short ones stand in it: `{ "f64": [1, 2, 3] }`. A figure that JSON has no word for is
 * `{ "number": "Infinity" }`.
 */
export function apart(value: unknown): { readonly json: string; readonly lists: ReadonlyMap<string, Uint8Array> } {
  const lists = new Map<string, Uint8Array>();
  const put = (own: unknown, path: string): unknown => {
    if (isFigures(own)) {
      const kind = kindOfList(own);
      if (own.length < SHORT && own.every(isPlain)) return { [kind]: [...own] };
      const name = `${path}.${kind}`;
      lists.set(name, new Uint8Array(own.buffer, own.byteOffset, own.byteLength).slice());
      return { list: name };
    }
    if (typeof own === 'number' && !isPlain(own)) return { number: Object.is(own, -0) ? '-0' : String(own) };
    if (Array.isArray(own)) return own.map((item, i) => put(item, `${path}.${i}`));
    if (typeof own === 'object' && own !== null)
      return Object.fromEntries(Object.entries(own).map(([key, item]) => [key, put(item, path ? `${path}.${key}` : key)]));
    return own;
  };
  return { json: JSON.stringify(put(value, '')), lists };
}

/**
 * The value as it was.
 * @param listOf bytes of a list by the name of its file
 * @throws SyntaxError where the text is no JSON; Error where a list is of no known kind or length; what `listOf` throws
 */
export function together(json: string, listOf: (name: string) => Uint8Array): unknown {
  return JSON.parse(json, (_, own: unknown) => {
    if (typeof own !== 'object' || own === null || Array.isArray(own)) return own;
    const [[key, held] = ['', null], ...more] = Object.entries(own);
    if (more.length) return own;
    if (key === 'number' && typeof held === 'string') return Number(held);
    if (key === 'list' && typeof held === 'string') return figures(listOf(held), held);
    if (key in KINDS && Array.isArray(held)) return KINDS[key as Kind].from(held as number[]);
    return own;
  });
}

function figures(bytes: Uint8Array, name: string): Figures {
  const list = KINDS[name.slice(name.lastIndexOf('.') + 1) as Kind] as (typeof KINDS)[Kind] | undefined;
  if (!list || bytes.length % list.BYTES_PER_ELEMENT) throw new Error(`${name} is no list of figures`);
  return new list(bytes.slice().buffer);
}
