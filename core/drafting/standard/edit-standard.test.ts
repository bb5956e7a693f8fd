import { describe, expect, it } from 'vitest';
import { checkStandard } from './check-standard';
import { apart, changedRule, movedRule, rulesOf, withFillFor, withLook, withoutLook, withoutRule, withRule } from './edit-standard';
import { SHIPPED } from './shipped-standard';
import { inLook, type Standard } from './standard';

const WORKS = 0;
const PLANNING = 1;
const holds = (standard: Standard): Standard => {
  checkStandard({ format: 'tarvex-standard', version: 2, ...standard });
  return standard;
};
const layers = (standard: Standard, look: number) => rulesOf(standard, look, 'lines').map(({ layer }) => layer);

describe('an edit of a standard', () => {
  it('moves, adds and removes rules; the one for everything stays last, and other looks as they were', () => {
    const before = layers(SHIPPED, PLANNING);
    const moved = holds(movedRule(SHIPPED, PLANNING, 'lines', 3, 0));
    expect(layers(moved, PLANNING)).toEqual([before[3], ...before.slice(0, 3), ...before.slice(4)]);
    expect(layers(moved, WORKS)).toEqual(layers(SHIPPED, WORKS));
    expect(layers(holds(movedRule(SHIPPED, PLANNING, 'lines', 0, 99)), PLANNING).at(-1)).toBe(before.at(-1));
    const end = before.length - 1;
    for (const unchanged of [movedRule(SHIPPED, PLANNING, 'lines', end, 0), withoutRule(SHIPPED, PLANNING, 'lines', end)])
      expect(unchanged).toBe(SHIPPED);
    const own = { role: 'cut', class: 'Stair', layer: 'CUT STAIR', weight: 0.5, type: 'continuous', colour: 1 };
    const added = holds(withRule(SHIPPED, PLANNING, 'lines', 99, own));
    expect(layers(added, PLANNING).slice(-2)).toEqual(['CUT STAIR', before.at(-1)]);
    expect(layers(withoutRule(added, PLANNING, 'lines', end), PLANNING)).toEqual(before);
  });

  it('of a pen goes to all that is on the layer, where layers are pens; a rule on another layer takes its pen', () => {
    const at = rulesOf(SHIPPED, WORKS, 'fills').findIndex(({ material }) => material === 'timber');
    const thicker = holds(changedRule(SHIPPED, WORKS, 'fills', at, { weight: 0.35, colour: '#102030' }));
    const timber = rulesOf(thicker, WORKS, 'fills').filter(({ layer }) => layer === 'FILL TIMBER');
    expect(timber.length).toBeGreaterThan(3);
    for (const { weight, colour } of timber) expect([weight, colour]).toEqual([0.35, '#102030']);
    const moved = holds(changedRule(SHIPPED, WORKS, 'fills', at, { layer: 'fill brick' }));
    expect(rulesOf(moved, WORKS, 'fills')[at]).toMatchObject({ layer: 'fill brick', colour: '#7C5A50' });
    const free = changedRule({ ...SHIPPED, layersArePens: false }, WORKS, 'fills', at, { weight: 0.35 });
    expect(rulesOf(free, WORKS, 'fills').filter(({ weight }) => weight === 0.35)).toHaveLength(1);
  });

  it('takes a field away, and gives a look a list of its own', () => {
    const at = rulesOf(SHIPPED, WORKS, 'fills').findIndex(({ pattern }) => pattern === 'wave');
    const plain = holds(changedRule(SHIPPED, WORKS, 'fills', at, { solidBelow: undefined }));
    expect('solidBelow' in rulesOf(plain, WORKS, 'fills')[at]!).toBe(false);
    const own = holds(withoutRule(apart(SHIPPED, 2, 'fills'), 2, 'fills', 0));
    expect(rulesOf(own, WORKS, 'fills')).toBe(SHIPPED.fills);
    expect(rulesOf(own, 2, 'fills')).toHaveLength(SHIPPED.fills.length - 1);
  });

  it('makes a rule for what has none, of a material or of a class without one', () => {
    const { standard, at } = withFillFor(SHIPPED, WORKS, { material: 'Oat straw, 2/3', class: 'Wall' });
    holds(standard);
    expect(standard.fills[at]).toMatchObject({ material: 'oat straw, 2/3', layer: 'FILL OAT STRAW 2 3' });
    expect(at).toBe(SHIPPED.fills.length - 1);
    const again = withFillFor(standard, WORKS, { material: null, class: 'Covering' });
    expect(holds(again.standard).fills[again.at]).toMatchObject({ class: 'Covering', hasMaterial: false, layer: 'FILL COVERING' });
    expect(holds(withFillFor(SHIPPED, WORKS, { material: 'Brick!', class: '' }).standard).fills.at(-2)!.layer).toBe('FILL BRICK 2');
  });

  it('adds a look like another under a free name, and takes it away; one stays', () => {
    const more = holds(withLook(SHIPPED, PLANNING, 'planning'));
    expect(more.looks!.at(-1)!.name).toBe('planning 2');
    expect(inLook(more, 'planning 2')!.lines).toBe(inLook(SHIPPED, 'Planning')!.lines);
    expect(withoutLook(more, 3).looks).toEqual(SHIPPED.looks);
    const one: Standard = { ...SHIPPED, looks: [{ name: 'One' }] };
    expect(withoutLook(one, 0)).toBe(one);
  });
});
