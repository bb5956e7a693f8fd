import { describe, expect, it } from 'vitest';
import { Fault } from '../faults/fault';
import { sentence } from '../faults/wording';
import type { Vec3 } from '../geometry/vec3';
import { toFrame } from '../geometry/frame';
import { beyondLine } from './limits';
import { resolveSight } from './resolve-sight';
import type { Sight } from './sight';
import { checkSight } from './sight-schema';

const base = { number: 'S-01', name: 'x' };
const why = (sight: unknown): string => {
  try {
    checkSight(sight, 's.json');
    return 'accepted';
  } catch (error) {
    return sentence(error as Fault);
  }
};
const model = { origin: [1000, 2000, 5] as Vec3, storeys: [{ name: 'Upper', elevation: 3 }], trueNorth: [0.6, 0.8] as const };
const rounded = (v: Vec3) => v.map((x) => Math.round(x * 1e9) / 1e9 + 0);

describe('sights', () => {
  it('are refused in one line that names the field', () => {
    expect(why({ ...base, kind: 'section' })).toBe('s.json: path is missing: a section needs its two points, or a frame');
    expect(
      why({
        ...base,
        kind: 'section',
        path: [
          [0, 0],
          [0, 0],
        ],
      }),
    ).toBe('s.json: path has no length: its two points are the same');
    expect(
      why({
        ...base,
        kind: 'section',
        path: [
          [0, 0],
          [1, 'a'],
        ],
      }),
    ).toMatch(/^s\.json: path\.1\.1 must be a number/);
    expect(why({ ...base, kind: 'elevation', toward: 'up' })).toMatch(/^s\.json: toward /);
    expect(why({ ...base, kind: 'plan', storey: 'x', depth: -1 })).toMatch(/^s\.json: depth must be greater than or equal to 0/);
    expect(why({ ...base, kind: 'plan', storey: 'x', dept: 1 })).toMatch(/^s\.json: dept is not allowed/);
    expect(why({ ...base, kind: 'axonometric', frame: { origin: [0, 0, 0], look: [0, 0, -1], up: [0, 0, 1], cut: false } })).toBe(
      's.json: frame.up lies along frame.look',
    );
    expect(why('hello')).toMatch(/^s\.json: sight must be of type object/);
  });

  it('give a frame with right = look × up', () => {
    for (const sight of [
      {
        ...base,
        kind: 'section',
        path: [
          [0, 0],
          [4, 3],
        ],
        look: 'left',
      },
      {
        ...base,
        kind: 'section',
        path: [
          [0, 0],
          [4, 3],
        ],
        look: 'right',
      },
      { ...base, kind: 'elevation', toward: 'north' },
      { ...base, kind: 'plan', storey: 'upper', height: 1 },
    ] as const) {
      const { right, up, look } = resolveSight(model, checkSight(sight)).frame;
      const cross: Vec3 = [look[1] * up[2] - look[2] * up[1], look[2] * up[0] - look[0] * up[2], look[0] * up[1] - look[1] * up[0]];
      expect(rounded(cross)).toEqual(rounded(right));
    }
  });

  it('look to the named side of the path; u counts from the end that lies left in the drawing', () => {
    const left = resolveSight(model, {
      ...base,
      kind: 'section',
      path: [
        [0, 0],
        [10, 0],
      ],
      look: 'left',
    }).frame;
    expect(rounded(left.look)).toEqual([0, 1, 0]);
    expect(rounded(toFrame(left, [10, 2, 3]))).toEqual([10, 3, 2]);
    const right = resolveSight(model, {
      ...base,
      kind: 'section',
      path: [
        [0, 0],
        [10, 0],
      ],
      look: 'right',
    }).frame;
    expect(rounded(right.look)).toEqual([0, -1, 0]);
    expect(rounded(toFrame(right, [10, -2, 3]))).toEqual([0, 3, 2]);
  });

  it('honour true north, and count a plan from its storey in the coordinates of the file', () => {
    expect(rounded(resolveSight(model, { ...base, kind: 'elevation', toward: 'north' }).frame.look)).toEqual([0.6, 0.8, 0]);
    expect(rounded(resolveSight(model, { ...base, kind: 'elevation', toward: 'east' }).frame.look)).toEqual([0.8, -0.6, 0]);
    const plan = resolveSight(model, { ...base, kind: 'plan', storey: 'UPPER', height: 1.1 });
    expect(plan.cut).toBe(true);
    expect(rounded(plan.frame.origin)).toEqual([1000, 2000, 9.1]);
    expect(() => resolveSight(model, { ...base, kind: 'plan', storey: 'Attic' })).toThrowError(
      expect.objectContaining({ code: 'storey-unknown' }),
    );
  });
});

describe('the line of a section', () => {
  const path = [[0, 0], [6, 0], [6, 2], [10, 2]] as const; // prettier-ignore
  const sight: Sight = { kind: 'section', number: 'S', name: '', path, look: 'left' };
  it('goes on beyond its ends as far as the drawing does, at the end that lies there', () => {
    expect(beyondLine(sight, 100)).toEqual([null, null]);
    expect(beyondLine({ ...sight, limits: { left: 1, right: 9 } }, 100)).toEqual([null, null]);
    expect(beyondLine({ ...sight, limits: { left: -2, right: null } }, 100)).toEqual([[[-2, 0], [0, 0]], [[110, 2], [10, 2]]]); // prettier-ignore
    expect(beyondLine({ ...sight, look: 'right', limits: { left: -2, right: 13 } }, 100)).toEqual([[[-3, 0], [0, 0]], [[12, 2], [10, 2]]]); // prettier-ignore
  });
});
