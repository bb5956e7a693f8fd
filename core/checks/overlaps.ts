import type { Scene } from '../scene/scene';

/** Rays along each side of the shared box. */
const RAYS = 24;

/**
 * The volume that two closed parts share, m³, about: rays along the shortest axis of the shared box, each counted with the length
 * in which it runs through both. Exact where the shared body is a block along the axes, a few per cent elsewhere.
 */
export function sharedVolume(scene: Scene, p: number, q: number): number {
  const { partBounds: b } = scene;
  const low = [0, 1, 2].map((k) => Math.max(b[p * 6 + k]!, b[q * 6 + k]!));
  const high = [0, 1, 2].map((k) => Math.min(b[p * 6 + 3 + k]!, b[q * 6 + 3 + k]!));
  const size = low.map((x, k) => high[k]! - x) as [number, number, number];
  const axis = size.indexOf(Math.min(...size));
  const [i, j] = [(axis + 1) % 3, (axis + 2) % 3];
  let sum = 0;
  const hits: [number[], number[]] = [[], []];
  const lists = [p, q].map((part) => trianglesNear(scene, part, low, high));
  if (!lists[0]!.length || !lists[1]!.length) return 0;
  for (let a = 0; a < RAYS; a++) {
    // a hair beside the middle, so that no ray runs through the edges of a regular mesh
    const u = low[i]! + ((a + 0.5003) / RAYS) * size[i]!;
    const row = lists.map((list) => list.filter((t) => reachesOver(scene, t, i, u)));
    for (let c = 0; c < RAYS; c++) {
      const v = low[j]! + ((c + 0.4996) / RAYS) * size[j]!;
      row.forEach((list, side) => crossings(scene, list, axis, i, j, u, v, hits[side]!));
      sum += common(hits[0], hits[1]);
    }
  }
  return (sum * size[i]! * size[j]!) / (RAYS * RAYS);
}

function reachesOver({ vertices, triangles }: Scene, t: number, axis: number, u: number): boolean {
  const [a, b, c] = [
    vertices[triangles[t * 3]! * 3 + axis]!,
    vertices[triangles[t * 3 + 1]! * 3 + axis]!,
    vertices[triangles[t * 3 + 2]! * 3 + axis]!,
  ];
  return Math.min(a, b, c) <= u && Math.max(a, b, c) >= u;
}

/** Triangles of a part whose boxes reach into the shared column across two of the axes; along the rays all are needed. */
function trianglesNear(
  { vertices, triangles, partTriangleStart }: Scene,
  part: number,
  low: readonly number[],
  high: readonly number[],
): number[] {
  const size = low.map((x, k) => high[k]! - x);
  const axis = size.indexOf(Math.min(...size));
  const out: number[] = [];
  for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
    const at = (k: number, c: number) => vertices[triangles[t * 3 + c]! * 3 + k]!;
    let isNear = true;
    for (let k = 0; k < 3 && isNear; k++)
      if (k !== axis) isNear = !(Math.max(at(k, 0), at(k, 1), at(k, 2)) < low[k]! || Math.min(at(k, 0), at(k, 1), at(k, 2)) > high[k]!);
    if (isNear) out.push(t);
  }
  return out;
}

/** Where a ray along `axis` at (u, v) passes through faces, ascending. */
function crossings(
  { vertices, triangles }: Scene,
  list: readonly number[],
  axis: number,
  i: number,
  j: number,
  u: number,
  v: number,
  out: number[],
): void {
  out.length = 0;
  for (const t of list) {
    const a = triangles[t * 3]! * 3,
      b = triangles[t * 3 + 1]! * 3,
      c = triangles[t * 3 + 2]! * 3;
    const side = (p: number, q: number) =>
      (vertices[q + i]! - vertices[p + i]!) * (v - vertices[p + j]!) - (vertices[q + j]! - vertices[p + j]!) * (u - vertices[p + i]!);
    const [wc, wa, wb] = [side(a, b), side(b, c), side(c, a)];
    if (!((wa > 0 && wb > 0 && wc > 0) || (wa < 0 && wb < 0 && wc < 0))) continue;
    out.push((wa * vertices[a + axis]! + wb * vertices[b + axis]! + wc * vertices[c + axis]!) / (wa + wb + wc));
  }
  out.sort((x, y) => x - y);
}

/** Length that two lists of stretches (begin and end in turns) have in common. */
function common(p: readonly number[], q: readonly number[]): number {
  let sum = 0;
  for (let a = 0; a + 1 < p.length; a += 2)
    for (let b = 0; b + 1 < q.length; b += 2) sum += Math.max(0, Math.min(p[a + 1]!, q[b + 1]!) - Math.max(p[a]!, q[b]!));
  return sum;
}
