import { ringBounds, type Face } from '../../geometry/rings';

/** What is to be told apart: cut faces of one pattern, each with what it is made of. */
export interface Touching {
  readonly face: Face;
  readonly pattern: string;
  /** Faces of one kind are one: their pattern runs on. */
  readonly kind: string;
}

/** Sides this near to one another touch, metres. */
const TOUCHING = 1e-4;

/**
 * Which variant of its pattern each kind has, so that no two kinds that touch have one: 0 for the pattern as it is. Kinds take the first
 * that is free in the order in which they are met.
 */
export function variants(faces: readonly Touching[]): Map<string, number> {
  const kinds = new Map<string, Set<string>>();
  for (const { pattern, kind } of faces) kinds.set(pattern, (kinds.get(pattern) ?? new Set()).add(kind));
  const beside = new Map<string, Set<string>>();
  const meet = (a: string, b: string) => {
    beside.set(a, (beside.get(a) ?? new Set()).add(b));
    beside.set(b, (beside.get(b) ?? new Set()).add(a));
  };
  for (const [pattern, own] of kinds) if (own.size > 1) meetings(faces.filter((face) => face.pattern === pattern), meet); // prettier-ignore
  const out = new Map<string, number>();
  for (const { kind } of faces) {
    if (out.has(kind)) continue;
    const taken = new Set([...(beside.get(kind) ?? [])].map((other) => out.get(other)));
    let variant = 0;
    while (taken.has(variant)) variant++;
    out.set(kind, variant);
  }
  return out;
}

/** Tells of each two kinds whose faces touch. Swept from left to right by their boxes. */
function meetings(faces: readonly Touching[], meet: (a: string, b: string) => void): void {
  const boxed = faces.map(({ face, kind }) => ({ face, kind, box: ringBounds([face[0]!]) })).sort((a, b) => a.box[0] - b.box[0]);
  let open: typeof boxed = [];
  const known = new Set<string>();
  for (const own of boxed) {
    open = open.filter(({ box }) => box[2] >= own.box[0] - TOUCHING);
    for (const other of open) {
      if (other.kind === own.kind || other.box[1] > own.box[3] + TOUCHING || other.box[3] < own.box[1] - TOUCHING) continue;
      const key = JSON.stringify([own.kind, other.kind].sort());
      if (known.has(key) || !touch(own.face, other.face)) continue;
      known.add(key);
      meet(own.kind, other.kind);
    }
    open.push(own);
  }
}

/** Whether two faces have a stretch of a side in common. */
function touch(a: Face, b: Face): boolean {
  for (const [au, av, bu, bv] of sides(a)) {
    const length = Math.hypot(bu - au, bv - av);
    const [du, dv] = [(bu - au) / length, (bv - av) / length];
    for (const [cu, cv, eu, ev] of sides(b)) {
      const [p, q] = [(cu - au) * dv - (cv - av) * du, (eu - au) * dv - (ev - av) * du];
      if (Math.abs(p) > TOUCHING || Math.abs(q) > TOUCHING) continue;
      const [s, t] = [(cu - au) * du + (cv - av) * dv, (eu - au) * du + (ev - av) * dv];
      if (Math.min(length, Math.max(s, t)) - Math.max(0, Math.min(s, t)) > TOUCHING) return true;
    }
  }
  return false;
}

function* sides(face: Face): Iterable<readonly [number, number, number, number]> {
  for (const ring of face)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
      if (ring[i] !== ring[j] || ring[i + 1] !== ring[j + 1]) yield [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!];
}
