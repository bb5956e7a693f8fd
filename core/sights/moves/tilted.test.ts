import { describe, expect, it } from 'vitest';
import { toFrame } from '../../geometry/frame';
import { rotated } from '../../geometry/rotated';
import { subtract, unit, type Vec3 } from '../../geometry/vec3';
import { drawingBounds } from '../../linework/drawing';
import { box, modelOf } from '../../testing/solids';
import { drawModel } from '../../testing/views';
import { limitsOf } from '../limits';
import { resolveSight } from '../resolve-sight';
import { checkSight } from '../sight-schema';
import type { Sight } from '../sight';
import { canTilt, tilted } from './tilted';

const model = { storeys: [{ name: 'Ground', elevation: 0 }], trueNorth: [0, 1] as const, origin: [5, 0, 0] as Vec3 };
const sight = (more: Partial<Sight>): Sight => ({ kind: 'section', number: 'S-01', name: '', depth: null, ...more });
const kinds = {
  'a section': sight({ path: [[0, 0], [8, 1]], look: 'right' }), // prettier-ignore
  'a framed section': sight({ frame: { origin: [1, 2, 3], look: [0.6, 0, -0.8], up: [0, 0, 1], cut: true } }),
  'a plan of a storey': sight({ kind: 'plan', storey: 'Ground', height: 1.2 }),
  'an elevation': sight({ kind: 'elevation', toward: 'west' }),
  'a perspective': sight({ kind: 'perspective', eye: [0, -9, 1.6], target: [2, 3, 1.2] }),
};

describe('about any axis', () => {
  it.each(Object.entries(kinds))('what turns along with %s lies in its picture where it lay', (_, own) => {
    const axis = { point: [3, 1.5, 0.7] as Vec3, along: [1, -2, 0.5] as Vec3 };
    const after = tilted(model, own, axis, 0.41);
    expect(() => checkSight(JSON.parse(JSON.stringify(after)))).not.toThrow();
    const frames = [own, after].map((s) => resolveSight(model, s).frame);
    for (const p of [
      [0, 0, 0],
      [3, 1.5, 2],
      [-4, 7, 1],
    ] as Vec3[]) {
      // prettier-ignore
      const to = rotated(subtract(p, axis.point), unit(axis.along), 0.41).map((x, k) => x + axis.point[k]!) as unknown as Vec3;
      // from an eye the horizon stays level: only how deep it lies is kept
      const kept = own.kind === 'perspective' ? [2] : [0, 1, 2];
      const [before, now] = [toFrame(frames[0]!, p), toFrame(frames[1]!, to)];
      for (const k of kept) expect(now[k]!).toBeCloseTo(before[k]!, 7);
    }
    // what bounded it bounds it
    expect(limitsOf(after, Infinity)).toEqual(limitsOf(own, Infinity));
    expect(resolveSight(model, after).cut).toBe(resolveSight(model, own).cut);
  });

  it('a prism cut on the slant is longer by the cosine (closed form)', () => {
    const block = modelOf([box([0, 0, 0], [4, 2, 3])]);
    const upright = sight({ path: [[-1, 1], [5, 1]], look: 'left' }); // prettier-ignore
    const axis = { point: [0, 1, 1.5] as Vec3, along: [1, 0, 0] as Vec3 };
    for (const degrees of [10, -25]) {
      const [u0, v0, u1, v1] = drawingBounds(drawModel(block, { ...tilted(block, upright, axis, (degrees * Math.PI) / 180), depth: 0 }));
      expect([u1 - u0, v1 - v0]).toEqual([expect.closeTo(4, 6), expect.closeTo(3 / Math.cos((degrees * Math.PI) / 180), 6)]);
    }
    // by a right angle it is a plan
    const level = tilted(block, upright, axis, -Math.PI / 2);
    expect(level.frame!.look).toEqual([0, 0, -1]);
  });

  it('about an upright axis a section keeps its line; a ceiling plan and a line that steps aside have no such turn', () => {
    const up = { point: [0, 0, 0] as Vec3, along: [0, 0, -2] as Vec3 };
    expect(tilted(model, kinds['a section'], up, Math.PI / 2).path).toEqual([[0, 0], [1, -8]]); // prettier-ignore
    expect(canTilt(sight({ kind: 'ceiling plan', storey: 'Ground' }))).toBe(false);
    expect(canTilt(sight({ path: [[0, 0], [4, 0], [4, 2], [8, 2]] }))).toBe(false); // prettier-ignore
  });
});
