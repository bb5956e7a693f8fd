import { describe, expect, it } from 'vitest';
import { box, modelOf } from '../testing/solids';
import { correct } from './correct';

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
});
