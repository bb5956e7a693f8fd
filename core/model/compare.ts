import type { Element } from './model';

/** What is compared of a reading: its elements and their figures, index by index. */
export interface Reading {
  readonly origin: readonly [number, number, number];
  readonly elements: readonly Pick<Element, 'id' | 'class' | 'name' | 'type' | 'use'>[];
  readonly materials: readonly string[];
  readonly elementMaterial: ArrayLike<number>;
  readonly elementVolume: ArrayLike<number>;
  readonly elementTriangles: ArrayLike<number>;
  /** x0 y0 z0 x1 y1 z1 of each, from the origin. */
  readonly elementBoxes: ArrayLike<number>;
}

/** How a newer reading differs from an older one; indices into the newer, of `removed` into the older. */
export interface Changes {
  readonly added: readonly number[];
  readonly removed: readonly number[];
  /** The same shape in another place. */
  readonly moved: readonly number[];
  /** Another shape, class, type or material. */
  readonly changed: readonly number[];
  readonly same: number;
}

/** Places and sizes this alike are the same, metres: single precision of boxes in a large building. */
const ALIKE = 5e-4;

/**
 * Compares two readings of a model. Elements are the same when their ids are; those whose ids are new or gone are matched by
 * class, name and shape, as programs give new ids to what was only saved anew.
 */
export function compareReadings(before: Reading, after: Reading): Changes {
  const older = new Map<string, number>();
  before.elements.forEach((e, i) => e.use !== 'space' && older.set(e.id, i));
  const pairs: [number, number][] = [];
  const unmatched: number[] = [];
  after.elements.forEach((e, i) => {
    if (e.use === 'space') return;
    const match = older.get(e.id);
    if (match === undefined) unmatched.push(i);
    else {
      pairs.push([match, i]);
      older.delete(e.id);
    }
  });
  const byShape = new Map<string, number[]>();
  for (const i of older.values()) {
    const key = shapeKey(before, i);
    byShape.set(key, [...(byShape.get(key) ?? []), i]);
  }
  const added: number[] = [];
  for (const i of unmatched) {
    const match = byShape.get(shapeKey(after, i))?.shift();
    if (match === undefined) added.push(i);
    else {
      pairs.push([match, i]);
      older.delete(before.elements[match]!.id);
    }
  }
  const moved: number[] = [],
    changed: number[] = [];
  for (const [a, b] of pairs)
    if (isChanged(before, a, after, b)) changed.push(b);
    else if (placeDiffers(before, a, after, b)) moved.push(b);
  return {
    added,
    removed: [...older.values()],
    moved: moved.sort((a, b) => a - b),
    changed: changed.sort((a, b) => a - b),
    same: pairs.length - moved.length - changed.length,
  };
}

const sizes = ({ elementBoxes: b }: Reading, i: number): number[] => [0, 1, 2].map((k) => b[i * 6 + 3 + k]! - b[i * 6 + k]!);

function shapeKey(r: Reading, i: number): string {
  const { class: className, name } = r.elements[i]!;
  return `${className}|${name}|${r.elementTriangles[i]}|${sizes(r, i).map((s) => Math.round(s / (2 * ALIKE)))}`;
}

function isChanged(p: Reading, a: number, q: Reading, b: number): boolean {
  const [x, y] = [p.elements[a]!, q.elements[b]!];
  if (x.class !== y.class || x.type !== y.type || x.name !== y.name) return true;
  if (p.materials[p.elementMaterial[a]!] !== q.materials[q.elementMaterial[b]!]) return true;
  if (p.elementTriangles[a] !== q.elementTriangles[b]) return true;
  const [s, t] = [sizes(p, a), sizes(q, b)];
  if (s.some((size, k) => Math.abs(size - t[k]!) > ALIKE)) return true;
  const area = Math.max(s[0]! * s[1]!, s[1]! * s[2]!, s[0]! * s[2]!);
  return Math.abs(p.elementVolume[a]! - q.elementVolume[b]!) > ALIKE * area + 1e-9;
}

function placeDiffers(p: Reading, a: number, q: Reading, b: number): boolean {
  for (let k = 0; k < 3; k++) {
    const from = p.elementBoxes[a * 6 + k]! + p.origin[k]!,
      to = q.elementBoxes[b * 6 + k]! + q.origin[k]!;
    if (Number.isFinite(from) && Number.isFinite(to) && Math.abs(from - to) > ALIKE) return true;
  }
  return false;
}
