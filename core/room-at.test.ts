import { expect, it } from 'vitest';
import type { Model } from './model/model';
import { prepare } from './scene/prepare';
import { ofRooms } from './sights/make/of-rooms';
import type { Sight } from './sights/sight';
import { box, modelOf, moved, prism, spun } from './testing/solids';
import { roomAt } from './room-at';

/** Two rooms of 4 by 3 by 2.4 m side by side with a wall of 0.2 between, turned; a bed and a column in the first. */
function house(degrees: number, withSpace: boolean): Model {
  const at = (solid: ReturnType<typeof box>) => moved(spun(solid, degrees), [30, 10, 2]);
  const own = (solid: ReturnType<typeof box>, name: string, className = 'Wall') => ({ solid: at(solid), name, class: className });
  return modelOf([
    ...(withSpace ? [{ solid: at(box([0, 0, 0], [4, 3, 2.4])), name: '101', class: 'Space', use: 'space' as const }] : []),
    own(box([-0.2, -0.2, 0], [8.6, 0.2, 2.6]), 'south'),
    own(box([-0.2, 3, 0], [8.6, 0.2, 2.6]), 'north'),
    ...[-0.2, 4, 8.2].map((x) => own(box([x, 0, 0], [0.2, 3, 2.6]), `across ${x}`)),
    own(box([-0.2, -0.2, -0.2], [8.6, 3.4, 0.2]), 'floor', 'Slab'),
    own(box([-0.2, -0.2, 2.4], [8.6, 3.4, 0.2]), 'deck', 'Slab'),
    own(box([0.5, 2.4, 0], [2, 0.6, 1.9]), 'bed', 'Furniture'),
    own(box([2, 1, 0], [0.3, 0.3, 2.4]), 'column', 'Column'),
  ]);
}
/** A place of the house in its own directions, in the coordinates of the file. */
const placed = (degrees: number, x: number, y: number, z: number) => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [30 + x * c - y * s, 10 + x * s + y * c, 2 + z] as const;
};
const told = (sights: readonly Sight[]) =>
  sights.map(({ kind, frame, limits, depth }) => ({ kind, numbers: [...frame!.origin, ...frame!.look, ...Object.values(limits!), depth].map((x) => +(x as number).toFixed(5) + 0) })); // prettier-ignore

it.each([0, 17, -38])('a room without a space gives what its space would give, turned by %d degrees', (degrees) => {
  const [bare, spaced] = [house(degrees, false), house(degrees, true)];
  const made = roomAt(bare, prepare(bare), placed(degrees, 1, 1, 1.2));
  expect(made).toHaveLength(6);
  expect(told(made)).toEqual(told(ofRooms(spaced, ['101'])));
  // with a space the room is that, by its name
  expect(roomAt(spaced, prepare(spaced), placed(degrees, 1, 1, 1.2))[0]!.name).toBe('101, wall 1');
  // beside it there is none: the other room
  expect(roomAt(spaced, prepare(spaced), placed(degrees, 6, 1, 1.2))[0]!.name).toMatch(/^Room at /);
});

it('says so where a point lies in a wall, or where nothing closes around it', () => {
  const model = house(0, false);
  const scene = prepare(model);
  expect(() => roomAt(model, scene, placed(0, 4.1, 1, 1.2))).toThrow(expect.objectContaining({ code: 'room-open' }));
  expect(() => roomAt(model, scene, placed(0, -3, 1, 1.2))).toThrow(/room-open|no room there|does not close/);
});

it('a round room is seen in its four main directions, as wide as it is', () => {
  const ring = (k: number, r: number): [number, number] => [r * Math.cos((k * Math.PI) / 20), r * Math.sin((k * Math.PI) / 20)];
  const walls = Array.from({ length: 40 }, (_, k) => ({ solid: prism([ring(k, 3), ring(k, 3.3), ring(k + 1, 3.3), ring(k + 1, 3)], 0, 2.5), name: `w${k}`, class: 'Wall' })); // prettier-ignore
  const model = modelOf([...walls, { solid: box([-4, -4, -0.2], [8, 8, 0.2]), name: 'floor', class: 'Slab' }]);
  const made = roomAt(model, prepare(model), [0.5, 0.5, 1.2]);
  expect(made.map((s) => s.kind)).toEqual(['elevation', 'elevation', 'elevation', 'elevation', 'plan', 'ceiling plan']);
  const looks = made.slice(0, 4).map((s) => s.frame!.look);
  looks.forEach((look, k) => expect(Math.abs(look[0] * looks[(k + 1) % 4]![0] + look[1] * looks[(k + 1) % 4]![1])).toBeLessThan(1e-9));
  for (const { limits } of made.slice(0, 4)) {
    // the plane cuts the ring of walls before its widest
    expect(limits!.right!).toBeGreaterThan(5.9);
    expect(limits!.right!).toBeLessThan(6.001 + 0.32);
  }
});

it('in a model of a house of half a metre as in the house', () => {
  const whole = house(17, false);
  const small = { ...whole, positions: whole.positions.map((x) => x / 20), origin: [0, 0, 0] as const };
  const at = placed(17, 1, 1, 1.2).map((x) => x / 20) as unknown as Parameters<typeof roomAt>[2];
  const made = roomAt(small, prepare(small), at);
  const planOf = (sights: readonly Sight[]) => sights.find((s) => s.kind === 'plan')!.limits!;
  // the wall, 10 mm of it, and a margin
  expect(planOf(roomAt(whole, prepare(whole), placed(17, 1, 1, 1.2))).right).toBeCloseTo(4 + 0.2 + 0.01, 6);
  expect(planOf(made).right! * 20).toBeGreaterThan(4.2);
  expect(planOf(made).right! * 20).toBeLessThan(4.22);
});
