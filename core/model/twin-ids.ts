import type { Element, Model } from './model';
import { inOrderOfIds } from './order-elements';

/* Bodies of one name in a file without identities are told apart by what they are, never by their order. */

/** Coordinates are one to a tenth of a millimetre: what single precision leaves of them. */
const STEPS = 1e4;

/** A hash of the shape of each element, whichever way its triangles come: as it stands, and wherever it stands. */
interface ShapeHashes {
  readonly placed: Uint32Array;
  readonly free: Uint32Array;
}

const mixed = (x: number, y: number, z: number): number => {
  let h = Math.imul(x, 0x01000193) ^ Math.imul(y, 0x85ebca6b) ^ Math.imul(z, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  return Math.imul(h ^ (h >>> 12), 0x297a2d39) ^ (h >>> 15);
};

/** Cost: the corners of the elements in question. */
function shapeHashes({ positions, triangles, partStart, partElement, origin, elements }: Model, wanted: Uint8Array): ShapeHashes {
  const low = new Float64Array(elements.length * 3).fill(Infinity);
  const each = (visit: (e: number, at: number) => void) => {
    for (let p = 0; p < partElement.length; p++) {
      const e = partElement[p]!;
      if (wanted[e]) for (let i = partStart[p]! * 3; i < partStart[p + 1]! * 3; i++) visit(e, triangles[i]! * 3);
    }
  };
  each((e, at) => {
    for (let k = 0; k < 3; k++) if (positions[at + k]! < low[e * 3 + k]!) low[e * 3 + k] = positions[at + k]!;
  });
  const [placed, free] = [new Uint32Array(elements.length), new Uint32Array(elements.length)];
  each((e, at) => {
    const step = (k: number, from: number) => Math.round((positions[at + k]! - from) * STEPS);
    // a sum, so that the order does not matter
    placed[e]! += mixed(step(0, -origin[0]), step(1, -origin[1]), step(2, -origin[2]));
    free[e]! += mixed(step(0, low[e * 3]!), step(1, low[e * 3 + 1]!), step(2, low[e * 3 + 2]!));
  });
  return { placed, free };
}

const digits = (hash: number): string => hash.toString(16).padStart(8, '0').slice(0, 6);

/** The elements of each name, where two or more have it; those with identities of their own left out. */
function byName(elements: readonly Element[]): Map<string, number[]> {
  const out = new Map<string, number[]>();
  elements.forEach(({ id, name }, e) => {
    if (id !== name && !id.startsWith(`${name}~`)) return;
    const own = out.get(name);
    if (own) own.push(e);
    else out.set(name, [e]);
  });
  return out;
}

function renamed(model: Model, ids: ReadonlyMap<number, string>): Model {
  return ids.size ? inOrderOfIds({ ...model, elements: model.elements.map((e, i) => ({ ...e, id: ids.get(i) ?? e.id })) }) : model;
}

const marked = (count: number, groups: Iterable<readonly number[]>): Uint8Array => {
  const out = new Uint8Array(count);
  for (const group of groups) for (const e of group) out[e] = 1;
  return out;
};

/**
 * Elements of one name are told apart by their shape, and where that is the same by their place as well: when one of them is taken away
 * from the file, or they come in another order, the others keep their ids, and hand work its element.
 */
export function withTwinIds(model: Model): Model {
  const groups = [...byName(model.elements)].filter(([, group]) => group.length > 1);
  if (!groups.length) return model;
  const { placed, free } = shapeHashes(model, marked(model.elements.length, groups.map(([, group]) => group))); // prettier-ignore
  const ids = new Map<number, string>();
  for (const [name, group] of groups) {
    const alike = new Map<number, number>();
    for (const e of group) alike.set(free[e]!, (alike.get(free[e]!) ?? 0) + 1);
    const taken = new Map<string, number>();
    for (const e of group) {
      const id = `${name}~${digits(alike.get(free[e]!) === 1 ? free[e]! : placed[e]!)}`;
      const before = taken.get(id) ?? 0;
      taken.set(id, before + 1);
      ids.set(e, before ? `${id}~${before + 1}` : id);
    }
  }
  return renamed(model, ids);
}

/** A newer reading whose elements of one name keep the ids that they had in the one before, wherever name, shape and place are the same. */
export function withIdsOf(before: Model, model: Model): Model {
  const [old, own] = [byName(before.elements), byName(model.elements)];
  const groups = [...own].filter(([name, group]) => group.length + (old.get(name)?.length ?? 0) > 2);
  if (!groups.length) return model;
  const hashes = shapeHashes(model, marked(model.elements.length, groups.map(([, group]) => group))); // prettier-ignore
  const olderHashes = shapeHashes(before, marked(before.elements.length, groups.map(([name]) => old.get(name) ?? []))); // prettier-ignore
  const ids = new Map<number, string>();
  for (const [name, group] of groups) {
    const known = new Map((old.get(name) ?? []).map((e) => [olderHashes.placed[e]!, before.elements[e]!.id]));
    const taken = new Set<string>();
    for (const e of group) {
      const id = known.get(hashes.placed[e]!);
      if (id === undefined || taken.has(id)) continue;
      taken.add(id);
      ids.set(e, id);
    }
    // what is new must not take the name of one that was there and is gone
    for (const id of known.values()) taken.add(id);
    for (const e of group) if (!ids.has(e) && taken.has(model.elements[e]!.id)) ids.set(e, `${name}~${digits(hashes.placed[e]!)}`);
  }
  return renamed(model, ids);
}
