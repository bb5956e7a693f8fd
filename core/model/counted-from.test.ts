import { describe, expect, it } from 'vitest';
import { ON_FACES } from '../drafting/faces-on-paper';
import { inLook } from '../drafting/standard/standard';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import { facesOf } from '../faces-of';
import { publish } from '../publish';
import { publishable } from '../publishable';
import { readModel } from '../readers/read-model';
import { prepare } from '../scene/prepare';
import type { Sight } from '../sights/sight';
import { drawModel } from '../testing/views';
import { writeDxf } from '../writers/dxf';
import { countedFrom } from './counted-from';
import type { Model } from './model';

/** Walls of brick where the map has them, as boxes: x, y, z and their extent, metres. */
const brickText = (boxes: readonly (readonly number[])[]) =>
  boxes
    .map(([x, y, z, dx, dy, dz], i) => {
      const corners = [0, dz!].flatMap((h) => [[0, 0], [dx!, 0], [dx!, dy!], [0, dy!]].map(([a, b]) => `v ${x! + a!} ${y! + b!} ${z! + h}`)); // prettier-ignore
      const sides = [[4, 3, 2, 1], [5, 6, 7, 8], [1, 2, 6, 5], [2, 3, 7, 6], [3, 4, 8, 7], [4, 1, 5, 8]]; // prettier-ignore
      return [`o wall${i}`, 'usemtl Brick', ...corners, ...sides.map((s) => `f ${s.map((k) => k + i * 8).join(' ')}`)].join('\n');
    })
    .join('\n');
const read = (boxes: readonly (readonly number[])[]): Promise<Model> =>
  readModel(new TextEncoder().encode(brickText(boxes)), 'house.obj', { unit: 'm', up: 'z' } as never);
const HOUSE = [512_300, 6_148_220, 12.3, 4, 0.3, 2.5] as const;
/** Where a shed beside it moves the middle of all over the border of a step of zeros, and where it does not. */
const SHEDS = { near: [512_340, 6_148_220, 12.3, 2, 2, 2], far: [514_900, 6_148_220, 12.3, 2, 2, 2] } as const;
const sights: readonly Sight[] = [
  { kind: 'elevation', number: 'E', name: '', toward: 'north', limits: { left: -800, right: 4.1 } },
  { kind: 'plan', number: 'P', name: '', height: 13 },
];
/** Lines, cut faces and courses of bricks of the house, as they leave. */
const written = (model: Model, sight: Sight): string => {
  const open: Sight = { ...sight, limits: undefined, show: [{ name: 'wall0' }] };
  const drawing = { ...drawModel(model, open), seen: facesOf(model, prepare(model), open) };
  return writeDxf(
    publish(publishable(model, open, drawing), open, { standard: inLook(SHIPPED, 'presentation')!, scale: 50, onFaces: ON_FACES }),
  );
};

describe('what is added to a model at the map', () => {
  it.each(['near', 'far'] as const)('%s moves nothing of what was there: coordinates, courses and limits stay', async (where) => {
    const before = await read([HOUSE]);
    const after = countedFrom(await read([HOUSE, SHEDS[where]]), before.origin);
    expect(after.origin).toEqual(before.origin);
    for (const sight of sights) expect(written(after, sight)).toBe(written(before, sight));
    // limits cut off at the same place of the house
    const [one, other] = [before, after].map((model) => drawModel(model, { ...sights[0]!, show: [{ name: 'wall0' }] }));
    expect([...other!.points]).toEqual([...one!.points]);
  });

  it('nearby hardly ever tells another zero, also where nobody knows the one before', async () => {
    expect((await read([HOUSE, SHEDS.near])).origin).toEqual((await read([HOUSE])).origin);
  });

  it('a model somewhere else altogether keeps its own zero, and layers, storeys and grid lines go along', async () => {
    const elsewhere = await read([[912_300, 6_148_220, 0, 4, 0.3, 2.5]]);
    expect(countedFrom(elsewhere, [512_000, 6_148_000, 0])).toBe(elsewhere);
    const plain = await read([HOUSE]);
    const buildUp = { name: 'W', normal: [0, 1, 0] as const, bounds: [220.0, 220.1, 220.3], materials: [0, 0] };
    const model: Model = {
      ...plain,
      storeys: [{ name: 'Ground', elevation: 12.3 }],
      grid: [{ tag: 'A', from: [300, 200, 0], to: [300, 230, 0] }],
      elements: plain.elements.map((e) => ({ ...e, buildUp })),
    };
    const moved = countedFrom(model, [512_300, 6_148_200, 10]);
    expect(moved.storeys[0]!.elevation).toBeCloseTo(2.3, 9);
    expect(moved.grid[0]!.from).toEqual([0, 0, -10]);
    expect(moved.elements[0]!.buildUp!.bounds[0]! + moved.origin[1]).toBeCloseTo(6_148_220, 6);
    const places = ({ positions, origin }: Model) => [...positions].map((x, i) => x + origin[i % 3]!);
    places(moved).forEach((x, i) => expect(x).toBeCloseTo(places(plain)[i]!, 9));
  });
});
