/** Indices in ascending order of depth, to single precision: a radix sort over the bits of the keys, three passes of 11 bits. */
export function orderByDepth(depth: Float64Array): Uint32Array {
  const count = depth.length;
  const single = new Float32Array(depth);
  const bits = new Uint32Array(single.buffer);
  for (let i = 0; i < count; i++) bits[i] = (bits[i]! & 0x80000000 ? ~bits[i]! : bits[i]! | 0x80000000) >>> 0;
  let from = new Uint32Array(count),
    to = new Uint32Array(count);
  for (let i = 0; i < count; i++) from[i] = i;
  const counts = new Uint32Array(2049);
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
  return from;
}
