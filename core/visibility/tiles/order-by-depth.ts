/** Scratch of the size of the longest list. */
let _bits = new Uint32Array(0);
let [_first, _second] = [new Uint32Array(0), new Uint32Array(0)];
const _counts = new Uint32Array(2049);

/**
 * Indices in ascending order of depth, to single precision: a radix sort over the bits of the keys, three passes of 11 bits.
 * What is handed out is read before the next list is put in order.
 */
export function orderByDepth(depth: Float64Array): Uint32Array {
  const count = depth.length;
  if (_bits.length < count) {
    _bits = new Uint32Array(count);
    _first = new Uint32Array(count);
    _second = new Uint32Array(count);
  }
  const bits = _bits;
  const single = new Float32Array(bits.buffer);
  for (let i = 0; i < count; i++) single[i] = depth[i]!;
  for (let i = 0; i < count; i++) bits[i] = (bits[i]! & 0x80000000 ? ~bits[i]! : bits[i]! | 0x80000000) >>> 0;
  let from = _first,
    to = _second;
  for (let i = 0; i < count; i++) from[i] = i;
  const counts = _counts;
  for (let shift = 0; shift < 33; shift += 11) {
    counts.fill(0);
    for (let i = 0; i < count; i++) counts[((bits[i]! >>> shift) & 2047) + 1]!++;
    for (let k = 0; k < 2048; k++) counts[k + 1]! += counts[k]!;
    for (let i = 0; i < count; i++) {
      const id = from[i]!;
      to[counts[(bits[id]! >>> shift) & 2047]!++] = id;
    }
    [from, to] = [to, from];
  }
  return from.subarray(0, count);
}
