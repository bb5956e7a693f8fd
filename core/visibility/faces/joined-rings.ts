import { cellHash } from '../../geometry/numbers/cell-hash';
import type { Ring } from '../../geometry/rings';

/** Fewer rings are not worth the asking. */
const FEW = 3;

let _size = 256;
/** Scratch: sides, from u v to s t; the first of each cell; the next in it; whether a side is left. */
let _sides = new Float64Array(_size * 4);
let _head = new Int32Array(_size * 2);
let _next = new Int32Array(_size);
let _left = new Uint8Array(_size);
const _bits = new Float64Array(2);
const _words = new Int32Array(_bits.buffer);

/**
 * Rings without the sides that two of them share in opposite directions, as fewer rings: the three faces of a box that are seen are one
 * outline then. How often rings go round a place adds up over their sides, so that what the whole covers (non-zero winding) is the same,
 * whichever way the sides that are left are joined. Sides are one where their ends are, to the last bit. Cost: linear in the sides. Ours.
 */
export function joinedRings(rings: readonly Ring[]): readonly Ring[] {
  if (rings.length < FEW) return rings;
  const count = rings.reduce((n, ring) => n + ring.length / 2, 0);
  makeRoom(count);
  const mask = _head.length - 1;
  let [n, gone] = [0, 0];
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [u, v, s, t] = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!];
      const twin = find(s, t, u, v, mask);
      if (twin >= 0) {
        _left[twin] = 0;
        gone += 2;
        continue;
      }
      _sides.set([u, v, s, t], n * 4);
      _left[n] = 1;
      const cell = cellOf(u, v) & mask;
      _next[n] = _head[cell]!;
      _head[cell] = n++;
    }
  return gone ? walks(n, mask) : rings;
}

function makeRoom(count: number): void {
  while (_size < count) _size *= 2;
  if (_left.length < _size) {
    _sides = new Float64Array(_size * 4);
    _head = new Int32Array(_size * 2);
    _next = new Int32Array(_size);
    _left = new Uint8Array(_size);
  }
  _head.fill(-1);
}

function cellOf(u: number, v: number): number {
  // nought has two signs
  _bits[0] = u + 0;
  _bits[1] = v + 0;
  return cellHash(_words[0]! ^ _words[1]!, _words[2]! ^ _words[3]!);
}

/** A side that is left from one place to another, or to anywhere; -1 for none. */
function find(u: number, v: number, s: number | null, t: number, mask: number): number {
  for (let k = _head[cellOf(u, v) & mask]!; k >= 0; k = _next[k]!)
    if (_left[k] && _sides[k * 4] === u && _sides[k * 4 + 1] === v && (s === null || (_sides[k * 4 + 2] === s && _sides[k * 4 + 3] === t)))
      return k;
  return -1;
}

/**
 * The sides that are left, one behind the other until they are back where they began: as many come to each place as leave it. Where a walk
 * comes to a place again what it went round since then is a ring of its own: the polygon kernel wants rings that do not touch themselves.
 */
function walks(count: number, mask: number): Ring[] {
  const out: Ring[] = [];
  const walk: number[] = [];
  for (let first = 0; first < count; first++) {
    if (!_left[first]) continue;
    walk.length = 0;
    for (let k = first; k >= 0; k = find(_sides[k * 4 + 2]!, _sides[k * 4 + 3]!, null, 0, mask)) {
      _left[k] = 0;
      walk.push(_sides[k * 4]!, _sides[k * 4 + 1]!);
      const [s, t] = [_sides[k * 4 + 2]!, _sides[k * 4 + 3]!];
      for (let i = walk.length - 2; i >= 0; i -= 2)
        if (walk[i] === s && walk[i + 1] === t) {
          // there and back again is no ring
          const ring = walk.splice(i);
          if (ring.length > 4) out.push(Float64Array.from(ring));
          break;
        }
    }
  }
  return out;
}
