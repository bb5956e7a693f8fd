import fc from 'fast-check';
import { expect, it } from 'vitest';
import { namesOf } from '../drafting/drawing-names';
import { ringArea } from '../geometry/rings';
import { box, modelOf, prism } from '../testing/solids';
import { drawModel, FRONT, frameSight } from '../testing/views';
import { often } from '../testing/often';
import { enclosing } from './enclosing';
import { profileAt } from './profile-at';

const square = (u: number, v: number, size: number) => Float64Array.of(u, v, u + size, v, u + size, v + size, u, v + size, u, v);

it('a cut element is one outline, whatever it is made of; what stands beside it is not part of it', () => {
  const plain = modelOf([
    { solid: box([0, 0, 0], [1, 1, 2]), material: 'brick' },
    { solid: box([1, 0, 0], [0.5, 1, 2]), material: 'block' },
    { solid: box([1.5, 0, 0], [1, 1, 2]), material: 'brick' },
  ]);
  const model = { ...plain, partElement: Uint32Array.of(0, 0, 2) };
  const drawing = drawModel(model, { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' });
  const found = profileAt(drawing, namesOf(model, drawing), 0.5, 1)!;
  expect(found.area).toBeCloseTo(3, 6);
  expect(found.perimeter).toBeCloseTo(7, 6);
  expect(found.tie!.element).toBe(model.elements[0]!.id);
  // on its edge the same
  expect(profileAt(drawing, namesOf(model, drawing), 0, 1)!.area).toBeCloseTo(3, 6);
});

it('a stair that is seen from its side is one outline, without the edges of what lies in it', () => {
  const steps = 5;
  const corners: [number, number][] = [[0, 0]];
  for (let i = 0; i < steps; i++) corners.push([i * 0.28, (i + 1) * 0.18], [(i + 1) * 0.28, (i + 1) * 0.18]);
  corners.push([steps * 0.28, 0]);
  // stood up: its outline in x and z, one metre deep
  const { corners: flat, triangles } = prism(corners.reverse(), 0, 1);
  const model = modelOf([{ solid: { corners: flat.map(([x, z, y]) => [x, -y, z] as const), triangles } }, { solid: box([-3, 1, -1], [9, 1, 5]) }]); // prettier-ignore
  const drawing = drawModel(model, FRONT);
  const found = profileAt(drawing, namesOf(model, drawing), 0.5, 0.1)!;
  expect(found.area).toBeCloseTo((0.28 * 0.18 * steps * (steps + 1)) / 2, 6);
  expect(found.face[0]!.length / 2).toBe(2 * steps + 2);
  expect(found.tie!.element).toBe(model.elements[0]!.id);
  expect(profileAt(drawing, namesOf(model, drawing), 99, 99)).toBeNull();
});

it('the smallest outline around a place is found whatever crosses, dangles or lies on another (areas by inclusion and exclusion)', () => {
  const dangling = Float64Array.of(0.5, 0.5, 0.7, 0.6);
  const crossing = [square(0, 0, 2), square(1, 1, 2), dangling];
  expect(ringArea(enclosing(crossing, 1.5, 1.5)!.ring)).toBeCloseTo(1, 9);
  expect(ringArea(enclosing(crossing, 0.2, 0.3)!.ring)).toBeCloseTo(3, 9);
  expect(enclosing(crossing, 5, 5)).toBeNull();
  expect(enclosing([Float64Array.of(0, 0, 1, 0, 1, 1, 0, 1)], 0.5, 0.5)).toBeNull();
  // a grid of lines at random places: each cell is as large as its sides say
  const places = fc.array(fc.double({ min: 0.1, max: 9.9, noNaN: true }), { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(places, places, fc.nat(), fc.nat(), (a, b, m, n) => {
      const at = (list: readonly number[]) => [0, ...list, 10].sort((x, y) => x - y);
      const [us, vs] = [at(a), at(b)];
      const ways = [...us.map((u) => Float64Array.of(u, 0, u, 10)), ...vs.map((v) => Float64Array.of(0, v, 10, v))];
      const [i, j] = [m % (us.length - 1), n % (vs.length - 1)];
      const [w, h] = [us[i + 1]! - us[i]!, vs[j + 1]! - vs[j]!];
      fc.pre(Math.min(w, h) > 0.01);
      const found = enclosing(ways, us[i]! + w * 0.4, vs[j]! + h * 0.3)!;
      expect(ringArea(found.ring)).toBeCloseTo(w * h, 3);
      expect(found.ways).toHaveLength(4);
    }),
    { seed: 5, numRuns: often(300) },
  );
});
