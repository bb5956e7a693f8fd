import { expect, it } from 'vitest';
import type { Solid } from '../testing/solids';
import { modelOf } from '../testing/solids';
import { prepare } from './prepare';
import { EdgeKind } from './scene';

/** A sheet of 6 × 6 squares of 1 m with some corners raised: beside a raised line it slopes by 12°, so that it bends by 24° there. */
const sheet = (isRaised: (x: number, y: number) => boolean): Solid => {
  const at = (x: number, y: number) => x * 7 + y;
  const corners = Array.from({ length: 49 }, (_, i) => {
    const [x, y] = [Math.floor(i / 7), i % 7];
    return [x, y, isRaised(x, y) ? Math.tan((12 * Math.PI) / 180) : 0] as const;
  });
  const triangles = Array.from({ length: 36 }, (_, i) => {
    const [x, y] = [Math.floor(i / 6), i % 6];
    return [
      [at(x, y), at(x + 1, y), at(x + 1, y + 1)],
      [at(x, y), at(x + 1, y + 1), at(x, y + 1)],
    ] as const;
  }).flat();
  return { corners, triangles };
};

const creases = (solid: Solid) => {
  const scene = prepare(modelOf([solid]));
  return scene.edgeKind.reduce((n, kind) => n + (kind === EdgeKind.crease ? 1 : 0), 0);
};

it('a crease that begins and ends within a surface is the joint of coarse facets, and no line', () => {
  expect(creases(sheet((x, y) => x === 3 && (y === 3 || y === 4)))).toBe(0);
});

it('a fold that runs to the border is drawn, and so is one that forms a loop', () => {
  expect(creases(sheet((x) => x === 3))).toBe(6);
  const table = creases(sheet((x, y) => x >= 2 && x <= 4 && y >= 2 && y <= 4));
  const steep = sheet((x, y) => x >= 2 && x <= 4 && y >= 2 && y <= 4);
  const loop = { ...steep, corners: steep.corners.map(([x, y, z]) => [x, y, z * 2] as const) };
  expect([table, creases(loop)]).toEqual([0, expect.any(Number)]);
  expect(creases(loop)).toBeGreaterThanOrEqual(8);
});
