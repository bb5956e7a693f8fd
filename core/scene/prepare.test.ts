import { describe, expect, it } from 'vitest';
import { box, modelOf, moved, polygon, prism, together } from '../testing/solids';
import { prepare } from './prepare';
import { EdgeKind } from './scene';
import { describeModel, summarise } from '../checks/summary';

const count = (model: ReturnType<typeof modelOf>) => {
  const scene = prepare(model);
  const kinds = [0, 0, 0, 0, 0, 0];
  for (const kind of scene.edgeKind) kinds[kind]!++;
  return {
    scene,
    coplanar: kinds[EdgeKind.coplanar],
    smooth: kinds[EdgeKind.smooth],
    crease: kinds[EdgeKind.crease],
    border: kinds[EdgeKind.border],
  };
};

/** Volume by the divergence theorem. */
function volumeOf({ vertices: v, triangles }: ReturnType<typeof prepare>): number {
  let six = 0;
  const at = (i: number, k: number) => v[triangles[i]! * 3 + k]!;
  for (let t = 0; t < triangles.length; t += 3)
    for (const [i, j, k] of [[0, 1, 2], [1, 2, 0], [2, 0, 1]] as const) six += at(t, i) * (at(t + 1, j) * at(t + 2, k) - at(t + 1, k) * at(t + 2, j)); // prettier-ignore
  return six / 6;
}

describe('scene', () => {
  it('welds a box given as loose triangles: 8 corners, 12 creases, 6 diagonals, closed', () => {
    const whole = box([0, 0, 0], [1, 2, 3]);
    const corners = whole.triangles.flat().map((i) => whole.corners[i]!);
    const loose = { corners, triangles: whole.triangles.map((_, t) => [t * 3, t * 3 + 1, t * 3 + 2] as const) };
    const { scene, ...kinds } = count(modelOf([loose]));
    expect(scene.vertices).toHaveLength(24);
    expect(kinds).toEqual({ coplanar: 6, smooth: 0, crease: 12, border: 0 });
    expect([...scene.partClosed]).toEqual([1]);
  });

  it('tells the facets of a round body from the sides of an octagon', () => {
    expect(count(modelOf([prism(polygon(0, 0, 1, 32), 0, 1)]))).toMatchObject({ smooth: 32, crease: 64 });
    expect(count(modelOf([prism(polygon(0, 0, 1, 8), 0, 1)]))).toMatchObject({ smooth: 0, crease: 24 });
  });

  it('turns a body right side out', () => {
    const whole = box([0, 0, 0], [1, 1, 1]);
    const inside = { ...whole, triangles: whole.triangles.map(([a, b, c]) => [a, c, b] as const) };
    const normals = (solid: typeof whole) => [...prepare(modelOf([solid])).normals].reduce((sum, x) => sum + Math.abs(x), 0);
    const scene = prepare(modelOf([inside]));
    // the first triangle of the box lies at the bottom
    expect(scene.normals[2]).toBe(-1);
    expect(normals(inside)).toBe(normals(whole));
  });

  it('turns single faces that look the wrong way, and one body of a group that is inside out, but not a hollow', () => {
    const whole = box([0, 0, 0], [1, 1, 1]);
    const flipped = (solid: typeof whole, pick: (t: number) => boolean) => ({
      ...solid,
      triangles: solid.triangles.map(([a, b, c], t) => (pick(t) ? ([a, c, b] as const) : ([a, b, c] as const))),
    });
    const good = prepare(modelOf([whole]));
    const mended = prepare(modelOf([flipped(whole, (t) => t === 3 || t === 8)]));
    expect([...mended.partClosed]).toEqual([1]);
    expect(mended.normals).toEqual(good.normals);
    const volume = (solid: typeof whole) => volumeOf(prepare(modelOf([solid])));
    const beside = moved(whole, [3, 0, 0]);
    expect(
      volume(
        together(
          whole,
          flipped(beside, () => true),
        ),
      ),
    ).toBeCloseTo(2, 9);
    const hollow = flipped(box([0.25, 0.25, 0.25], [0.5, 0.5, 0.5]), () => true);
    expect(volume(together(whole, hollow))).toBeCloseTo(1 - 0.125, 9);
  });

  it('mends T-corners: an edge that meets the middle of another leaves no border', () => {
    const whole = box([0, 0, 0], [2, 1, 1]);
    // the top is split at x = 1, the sides are not
    const corners = [...whole.corners, [1, 0, 1], [1, 1, 1]] as const;
    const top = new Set([2, 3]);
    const triangles = [...whole.triangles.filter((_, t) => !top.has(t)), [4, 8, 9], [4, 9, 7], [8, 5, 6], [8, 6, 9]] as (readonly [
      number,
      number,
      number,
    ])[];
    const { border, crease, scene } = count(modelOf([{ corners: [...corners], triangles }]));
    expect(border).toBe(0);
    // the two long edges of the top are in two pieces each
    expect(crease).toBe(14);
    expect([...scene.partClosed]).toEqual([1]);
  });

  it('is described in words: what there is, and what is doubtful', () => {
    const whole = box([0, 0, 0], [1, 1, 1]);
    const model = modelOf([
      { solid: whole, class: 'Wall', material: 'Brick' },
      { solid: { ...whole, triangles: whole.triangles.slice(2) }, class: 'Slab', name: 'Lidless' },
    ]);
    const words = describeModel(summarise(model, prepare(model)));
    expect(words).toContain('Wall');
    expect(words).toMatch(/Slab "Lidless" .*open shell: 4 edges have only one face/);
  });
});
