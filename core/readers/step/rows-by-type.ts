/** The rows of each type in their order, one type behind the other, and where each begins: a counting sort. */
export function rowsByType(typeOf: Uint16Array, types: number): [rows: Uint32Array, from: Uint32Array] {
  const from = new Uint32Array(types + 1);
  for (const type of typeOf) from[type + 1]!++;
  for (let type = 0; type < types; type++) from[type + 1]! += from[type]!;
  const next = from.slice();
  const rows = new Uint32Array(typeOf.length);
  for (let row = 0; row < typeOf.length; row++) rows[next[typeOf[row]!]!++] = row;
  return [rows, from];
}
