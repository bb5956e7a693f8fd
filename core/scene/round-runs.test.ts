import { expect, it } from 'vitest';
import { modelOf, shuffle, type Solid } from '../testing/solids';
import { prepare } from './prepare';
import { EdgeKind } from './scene';

/** The same figures each time. */
function figures(seed: number): () => number {
  let a = seed;
  return () => (a = (Math.imul(a, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

/** A body of one to three storeys over an outline of fillets, bays and bevels: its faces are divided at the storeys where they do not taper. */
function stacked(next: () => number): Solid {
  const outline: [number, number][] = [[0, 0]];
  const pick = <T>(from: readonly T[]): T => from[Math.floor(next() * from.length)]!;
  for (let sum = 0, a = 0; sum < 360;) {
    const turn = pick([7.5, 10, 15, 15, 18, 22.5, 30, 30, 45, 90]);
    for (let m = turn < 40 ? 1 + Math.floor(next() * 5) : 1; m > 0 && sum < 360; m--, sum += turn) {
      const [x, y] = outline.at(-1)!;
      const long = pick([0.1, 0.1, 0.1, 0.2, 1]);
      outline.push([x + long * Math.cos(a), y + long * Math.sin(a)]);
      a += (turn * Math.PI) / 180;
    }
  }
  const heights = [0];
  for (let m = 1 + Math.floor(next() * 3); m > 0; m--) heights.push(heights.at(-1)! + 0.3 + next());
  const taper = 0.6 + next() * 0.8;
  const n = outline.length;
  const corners = heights.flatMap((z, j) => outline.map(([x, y]) => [x * taper ** j, y * taper ** j, z] as const));
  const triangles = Array.from({ length: (heights.length - 1) * n }, (_, k) => {
    const [a, b] = [k, k - (k % n) + ((k + 1) % n)];
    return next() < 0.5 ? [[a, b, b + n], [a, b + n, a + n]] as const : [[a, b, a + n], [b, b + n, a + n]] as const; // prettier-ignore
  }).flat();
  return { corners, triangles };
}

/** The kind of each edge that is no flat one, by where it lies. */
function kinds(solid: Solid): string[] {
  const { vertices, edgeVertices, edgeKind } = prepare(modelOf([solid]));
  const at = (v: number) => [0, 1, 2].map((i) => Math.round(vertices[v * 3 + i]! * 1e7)).join();
  return Array.from(edgeKind, (kind, e) => (kind < EdgeKind.smooth ? '' : `${[at(edgeVertices[e * 2]!), at(edgeVertices[e * 2 + 1]!)].sort().join(' ')} ${kind}`)).sort(); // prettier-ignore
}

it('what is round and what is folded does not hang on the order of triangles, nor on the corner with which each begins', () => {
  const next = figures(12345);
  for (let k = 0; k < 160; k++) {
    const solid = stacked(next);
    const turned = shuffle(solid.triangles, 31 + k).map(([a, b, c], i) => ([[a, b, c], [b, c, a], [c, a, b]] as const)[i % 3]!); // prettier-ignore
    expect(kinds({ ...solid, triangles: turned }), `body ${k}`).toEqual(kinds(solid));
  }
});
