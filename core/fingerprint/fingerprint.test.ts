import { describe, expect, it } from 'vitest';
import type { Element, Model } from '../model/model';
import { withNamedSets } from '../sights/named-sets';
import type { Sight } from '../sights/sight';
import { box, modelOf } from '../testing/solids';
import { elementPrints } from './element-prints';
import { fingerprint, type Printed } from './fingerprint';

const plain = modelOf([{ solid: box([0, 0, 0], [1, 1, 1]), name: 'a', class: 'Wall', material: 'Oak' }]);
const printOf = (more: Partial<Element>) => elementPrints({ ...plain, elements: plain.elements.map((e) => ({ ...e, ...more })) }).join();
let reading = 0;
/** As the screens keep a model; every time another reading. */
const printed = (model: Model, fileName = 'house.ifc'): Printed => ({
  id: `reading ${reading++}`,
  fileName,
  ...{ origin: model.origin, storeys: model.storeys, trueNorth: model.trueNorth, elements: model.elements },
  elementBoxes: [0, 0, 0, 1, 1, 1],
  elementPrints: elementPrints(model),
});
const axonometric: Sight = { kind: 'axonometric', number: 'A', name: '', frame: { origin: [0, 0, 0], look: [-1, 1, -1], up: [0, 0, 1], cut: false } }; // prettier-ignore

describe('the print of an element', () => {
  it('tells everything that rules ask of it', () => {
    const all: Partial<Element>[] = [{}, { class: 'Slab' }, { name: 'b' }, { type: 'W1' }, { assembly: 'Stair' }, { rank: 7 }, { use: 'terrain' }, { facts: { layer: 'A-WALL' } }, { facts: { model: 'site' } }]; // prettier-ignore
    expect(new Set(all.map(printOf)).size).toBe(all.length);
    // what none asks for leaves a drawing current
    expect(printOf({ facts: { tag: 'W-12' } })).toBe(printOf({}));
  });
});

describe('the print of a drawing', () => {
  it('follows what is in a named set, in every list that may name one', () => {
    const set = { set: 'Furniture' };
    for (const more of [{ show: [set] }, { leaveWhole: [set] }, { joints: [set] }, { pullApart: [{ ...set, by: [0, 0, 1] as const }] }]) {
      const print = (elements: readonly string[]) =>
        fingerprint(printed(plain), withNamedSets({ ...axonometric, ...more }, [{ name: 'Furniture', elements }]));
      expect(print(['a']), JSON.stringify(more)).not.toBe(print([]));
      expect(print(['a'])).toBe(print(['a']));
    }
  });

  it('hangs on the name of the file only where a rule asks for the model', () => {
    const print = (file: string, sight: Sight) => fingerprint(printed(plain, file), sight);
    expect(print('house.ifc', axonometric)).toBe(print('newer.ifc', axonometric));
    const asked = { ...axonometric, show: [{ model: 'house' }] };
    expect(print('house.ifc', asked)).not.toBe(print('newer.ifc', asked));
  });
});
