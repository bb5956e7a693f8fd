/**
 * Welds the corners of each part: in go raw corners (Float64, three each) and triangles, out come unique corners and
 * triangles without a repeated corner. Two corners are one when they differ by at most `tolerance` (metres) in each axis;
 * the first one met stands for both. Parts never share a corner. Cost grows linearly; small parts are compared directly,
 * larger ones through a spatial hash whose cells are 16 tolerances wide, so that a neighbour cell is rarely asked.
 */
export interface Welded {
  vertices: Float64Array;
  triangles: Uint32Array;
  partVertexStart: Uint32Array;
  partTriangleStart: Uint32Array;
  /** The corner that each raw one became, in the last part that has it; -1 for what no triangle has. */
  cornerOf: Int32Array;
}

const DIRECT = 40;

export function weld(positions: Float64Array, triangles: Uint32Array, partStart: Uint32Array, tolerance: number): Welded {
  const parts = partStart.length - 1;
  const remap = new Int32Array(positions.length / 3).fill(-1);
  const owner = new Int32Array(positions.length / 3).fill(-1);
  let out = new Float64Array(Math.max(64, positions.length));
  let count = 0;
  const kept = new Uint32Array(triangles.length);
  let keptLength = 0;
  const partVertexStart = new Uint32Array(parts + 1);
  const partTriangleStart = new Uint32Array(parts + 1);
  const hash = new CornerHash(tolerance);

  for (let part = 0; part < parts; part++) {
    const first = count;
    const from = partStart[part]! * 3;
    const to = partStart[part + 1]! * 3;
    const direct = to - from <= DIRECT * 3;
    if (!direct) hash.reset(to - from);
    for (let i = from; i < to; i += 3) {
      for (let k = 0; k < 3; k++) {
        const raw = triangles[i + k]!;
        if (owner[raw] === part) continue;
        owner[raw] = part;
        const x = positions[raw * 3]!,
          y = positions[raw * 3 + 1]!,
          z = positions[raw * 3 + 2]!;
        let found = -1;
        if (direct) {
          for (let j = first; j < count; j++)
            if (
              Math.abs(out[j * 3]! - x) <= tolerance &&
              Math.abs(out[j * 3 + 1]! - y) <= tolerance &&
              Math.abs(out[j * 3 + 2]! - z) <= tolerance
            ) {
              found = j;
              break;
            }
        } else found = hash.find(x, y, z, out);
        if (found < 0) {
          if (count * 3 + 3 > out.length) {
            const next = new Float64Array(out.length * 2);
            next.set(out);
            out = next;
          }
          out[count * 3] = x;
          out[count * 3 + 1] = y;
          out[count * 3 + 2] = z;
          found = count++;
          if (!direct) hash.add(found);
        }
        remap[raw] = found;
      }
      const a = remap[triangles[i]!]!,
        b = remap[triangles[i + 1]!]!,
        c = remap[triangles[i + 2]!]!;
      if (a === b || b === c || c === a) continue;
      kept[keptLength++] = a;
      kept[keptLength++] = b;
      kept[keptLength++] = c;
    }
    partVertexStart[part + 1] = count;
    partTriangleStart[part + 1] = keptLength / 3;
  }
  return { vertices: out.slice(0, count * 3), triangles: shortened(kept, keptLength), partVertexStart, partTriangleStart, cornerOf: remap };
}

/** The first numbers of an array; a copy where much room would be kept for nothing. */
export function shortened(all: Uint32Array, length: number): Uint32Array {
  return length > all.length * 0.9 ? all.subarray(0, length) : all.slice(0, length);
}

/** Corners by cell: a table of chains, cleared for each part. */
class CornerHash {
  private readonly tolerance: number;
  private readonly cell: number;
  private head = new Int32Array(1024);
  private next = new Int32Array(1024);
  private vertex = new Int32Array(1024);
  private used = 0;
  private mask = 1023;
  private slot = 0;

  constructor(tolerance: number) {
    this.tolerance = tolerance;
    this.cell = tolerance * 16;
  }

  reset(corners: number): void {
    let size = 1024;
    while (size < corners) size *= 2;
    if (size > this.head.length) {
      this.head = new Int32Array(size);
      this.next = new Int32Array(size);
      this.vertex = new Int32Array(size);
    }
    this.mask = size - 1;
    this.head.fill(-1, 0, size);
    this.used = 0;
  }

  private key(i: number, j: number, k: number): number {
    let h = Math.imul(i, 73856093) ^ Math.imul(j, 19349663) ^ Math.imul(k, 83492791);
    h ^= h >>> 15;
    h = Math.imul(h, 0x2c1b3c6d);
    return (h ^ (h >>> 13)) & this.mask;
  }

  /** The welded corner near (x, y, z), or -1. Remembers the slot where `add` puts a new one. */
  find(x: number, y: number, z: number, out: Float64Array): number {
    const { cell } = this;
    const gx = x / cell,
      gy = y / cell,
      gz = z / cell;
    const i = Math.floor(gx),
      j = Math.floor(gy),
      k = Math.floor(gz);
    this.slot = this.key(i, j, k);
    const own = this.search(this.slot, x, y, z, out);
    if (own >= 0) return own;
    const wall = 1 / 16;
    const fx = gx - i,
      fy = gy - j,
      fz = gz - k;
    const i0 = fx < wall ? -1 : 0,
      i1 = fx > 1 - wall ? 1 : 0;
    const j0 = fy < wall ? -1 : 0,
      j1 = fy > 1 - wall ? 1 : 0;
    const k0 = fz < wall ? -1 : 0,
      k1 = fz > 1 - wall ? 1 : 0;
    for (let a = i0; a <= i1; a++)
      for (let b = j0; b <= j1; b++)
        for (let c = k0; c <= k1; c++) {
          if (a === 0 && b === 0 && c === 0) continue;
          const near = this.search(this.key(i + a, j + b, k + c), x, y, z, out);
          if (near >= 0) return near;
        }
    return -1;
  }

  private search(slot: number, x: number, y: number, z: number, out: Float64Array): number {
    const t = this.tolerance;
    for (let e = this.head[slot]!; e >= 0; e = this.next[e]!) {
      const v = this.vertex[e]! * 3;
      if (Math.abs(out[v]! - x) <= t && Math.abs(out[v + 1]! - y) <= t && Math.abs(out[v + 2]! - z) <= t) return this.vertex[e]!;
    }
    return -1;
  }

  add(vertex: number): void {
    const e = this.used++;
    this.vertex[e] = vertex;
    this.next[e] = this.head[this.slot]!;
    this.head[this.slot] = e;
  }
}
