import { describe, expect, it } from 'vitest';
import { checkSight } from '../sights/sight-schema';
import type { Sight } from '../sights/sight';
import { box, modelOf } from '../testing/solids';
import { drawModel, ISO, lengthOf, piecesOf } from '../testing/views';

const model = modelOf([
  { solid: box([0, 0, 0], [2, 2, 1]), name: 'base', class: 'Slab' },
  { solid: box([0, 0, 1], [2, 2, 0.5]), name: 'lid', class: 'Roof' },
]);
const whole: Sight = { ...ISO, kind: 'axonometric' };
const apart: Sight = { ...whole, pullApart: [{ class: 'Roof', by: [0, 0, 3] }] };
const UP = Math.sqrt(2 / 3);

describe('a model pulled apart', () => {
  it('shows each group whole where it was moved to', () => {
    const visible = ['outline', 'edge'] as const;
    // three edges in each of the three directions, all foreshortened by √(2/3)
    const bodies = 3 * (2 + 2 + 1) * UP + 3 * (2 + 2 + 0.5) * UP;
    expect(lengthOf(piecesOf(drawModel(model, apart), visible))).toBeCloseTo(bodies, 6);
    expect(lengthOf(piecesOf(drawModel(model, whole), visible))).toBeLessThan(bodies - 1);
  });

  it('is traced by lines from where the groups were, hidden by what stands before them', () => {
    const traces = piecesOf(drawModel(model, apart), ['note']);
    // four corners moved up by 3; the one at the back runs behind nothing, its foot and the others' lie on the base's top
    const total = lengthOf(traces);
    expect(total).toBeLessThanOrEqual(4 * 3 * UP + 1e-9);
    expect(total).toBeGreaterThan(3 * 3 * UP - 1e-9);
    for (const [u0, , u1] of traces) expect(u0).toBeCloseTo(u1!, 9);
    expect(piecesOf(drawModel(model, whole), ['note'])).toHaveLength(0);
  });

  it('shows no traces outside its keep box', () => {
    const keepBox = { centre: [1.5, 1.5, 2] as const, size: [2, 2, 9] as const };
    const traces = piecesOf(drawModel(model, { ...apart, keepBox }), ['note']);
    // only the corner at (2, 2) lies inside
    expect(new Set(traces.map(([u]) => Math.round(u! * 1e6))).size).toBe(1);
  });

  it('is asked for in an axonometric only', () => {
    const base = { number: '', name: '', pullApart: [{ class: 'Roof', by: [0, 0, 3] }] };
    expect(() => checkSight({ ...base, kind: 'plan', storey: 'x' })).toThrowError(
      expect.objectContaining({ facts: expect.objectContaining({ field: 'pullApart' }) as object }),
    );
    expect(checkSight({ ...base, kind: 'axonometric', frame: whole.frame })).toMatchObject({ kind: 'axonometric' });
    expect(() => checkSight({ ...base, kind: 'axonometric', frame: whole.frame, pullApart: [{ by: [0, 0, 1] }] })).toThrowError();
  });
});
