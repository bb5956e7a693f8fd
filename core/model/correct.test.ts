import { describe, expect, it } from 'vitest';
import { box, modelOf } from '../testing/solids';
import { draw } from '../draw';
import { faceArea } from '../geometry/rings';
import { prepare } from '../scene/prepare';
import { checkSight } from '../sights/sight-schema';
import { correct } from './correct';
import type { Model } from './model';

const model = modelOf([box([0, 0, 0], [910, 40, 2030]), box([2000, 0, 0], [1, 2, 3])]);
const ids = model.elements.map((e) => e.id);
const size = ({ positions }: typeof model) => [0, 1, 2].map((k) => Math.max(...positions.filter((_, i) => i % 3 === k)));

describe('corrections', () => {
  it('a unit and an axis, from what was read and not from what was corrected before', () => {
    const metres = correct(model, { unit: 'mm' });
    expect(size(metres)).toEqual([2.001, 0.04, 2.03].map((x) => expect.closeTo(x, 9)));
    expect(size(correct(metres, { unit: 'm' }))).toEqual(size(model).map((x) => expect.closeTo(x, 9)));
    const lying = correct(model, { up: 'y' });
    expect(size(lying)[2]).toBe(40);
    expect(correct(lying, { up: 'z' }).positions).toEqual(model.positions);
  });

  it('class and material of one element, and another left out, though not forgotten', () => {
    const [door, other] = ids as [string, string];
    const out = correct(model, { elements: { [door]: { class: 'Door', material: 'Oak' }, [other]: { leftOut: true } } });
    expect(out.elements.map((e) => [e.id, e.class])).toEqual([
      [door, 'Door'],
      [other, model.elements[1]!.class],
    ]);
    expect([...out.partElement]).toEqual([0]);
    expect(out.materials[out.partMaterial[0]!]!.name).toBe('Oak');
    expect(model.partElement).toHaveLength(2);
  });

  it('the rank of one element, which then keeps its place in a cut whatever its material', () => {
    const two = modelOf([box([0, 0, 0], [2, 2, 2]), box([1, 0, 0], [2, 2, 2])]);
    const named: Model = {
      ...two,
      materials: [
        { name: 'Concrete', colour: null },
        { name: 'Plaster', colour: null },
      ],
      partMaterial: Int32Array.of(0, 1),
    };
    const sight = checkSight({
      kind: 'section',
      number: 'S',
      name: '',
      path: [
        [-1, 1],
        [4, 1],
      ],
      depth: 0,
    });
    const areas = (model: Model) =>
      Object.fromEntries(
        draw(model, prepare(model), sight).regions.map((r) => [
          model.materials[r.material]!.name,
          Math.round(faceArea(r.face) * 1e6) / 1e6,
        ]),
      );
    expect(areas(named)).toEqual({ Concrete: 4, Plaster: 2 });
    const ranked = correct(named, { elements: { [two.elements[1]!.id]: { rank: 95 } } });
    expect(areas(ranked)).toEqual({ Concrete: 2, Plaster: 4 });
    expect(areas(correct(ranked, { elements: { [two.elements[1]!.id]: { rank: 0 } } }))).toEqual({ Concrete: 4, Plaster: 2 });
  });
});
