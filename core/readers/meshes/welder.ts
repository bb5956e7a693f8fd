/** The bits of minus zero, which is the same place as zero. */
const MINUS_ZERO = 0x80000000 | 0;

/** Finds the corners of a body that lie at one place to the bit, so that each place is kept once. Works on the bits alone. */
export class Welder {
  /** Number of places. */
  count = 0;
  /** Three figures a place, those of the last body. */
  places = new Float32Array(0);
  /** The place of each corner of the last body. */
  first = new Int32Array(0);
  private bits = new Int32Array(0);
  private table = new Int32Array(0);

  /** @param stride figures from one corner to the next; the first three are its place */
  weld(vertices: Float32Array, stride: number): void {
    const corners = Math.floor(vertices.length / stride);
    if (this.first.length < corners) {
      this.first = new Int32Array(corners);
      this.places = new Float32Array(corners * 3);
      this.bits = new Int32Array(this.places.buffer);
    }
    const power = Math.max(4, 33 - Math.clz32(corners));
    const size = 1 << power;
    if (this.table.length < size) this.table = new Int32Array(size);
    this.table.fill(-1, 0, size);
    const source = new Int32Array(vertices.buffer, vertices.byteOffset, vertices.length);
    this.count = number(source, stride, corners, this.bits, this.first, this.table, power);
  }
}

function number(
  source: Int32Array,
  stride: number,
  corners: number,
  places: Int32Array,
  first: Int32Array,
  table: Int32Array,
  power: number,
): number {
  const [mask, shift] = [(1 << power) - 1, 32 - power];
  let count = 0;
  for (let i = 0, at = 0; i < corners; i++, at += stride) {
    let x = source[at]!;
    let y = source[at + 1]!;
    let z = source[at + 2]!;
    if (x === MINUS_ZERO) x = 0;
    if (y === MINUS_ZERO) y = 0;
    if (z === MINUS_ZERO) z = 0;
    // figures of a drawing end in many noughts: the upper bits tell them apart
    const mixed = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca77) ^ Math.imul(z, 0xc2b2ae3d);
    let slot = Math.imul(mixed ^ (mixed >>> 16), 0x9e3779b1) >>> shift;
    for (;;) {
      const known = table[slot]!;
      if (known < 0) {
        const to = count * 3;
        places[to] = x;
        places[to + 1] = y;
        places[to + 2] = z;
        table[slot] = first[i] = count++;
        break;
      }
      const k = known * 3;
      if (places[k] === x && places[k + 1] === y && places[k + 2] === z) {
        first[i] = known;
        break;
      }
      slot = (slot + 1) & mask;
    }
  }
  return count;
}
