import { describe, expect, it } from 'vitest';
import type { Vec2 } from '../../../core/geometry/vec3';
import { arcPoint } from '../../../core/geometry/arcs/arc';
import type { MeantLine, OwnLine } from '../../workers/line-meant';
import { added, beside, hidden, madeOf, profileFill, redrawn, squared } from './touch-made';
import type { Mode } from './touch-modes';

const hand = { pen: { weight: 0.35, colour: 3 }, pattern: 'brick', words: '  Hatch above ' } as const;
const tie = { element: 'w', box: [0, 0, 4, 3] } as const;
const POINTS: readonly Vec2[] = [[0, 0], [4, 0], [4, 3]]; // prettier-ignore
const made = (mode: Mode, points = POINTS) => madeOf(mode, points, hand as never, tie);

const ofModel: MeantLine = { tie, shape: { path: [0, 0, 4, 0] }, own: null, role: 'edge', layer: 'EDGE', points: [0, 0, 4, 0] };
const OWN: OwnLine = { id: 'own', kind: 'line', points: [0, 1, 4, 1], as: { weight: 0.5, type: 'dashed' } } as OwnLine;
const byHand: MeantLine = { ...ofModel, shape: { path: [0, 1, 4, 1] }, own: OWN, tie: undefined };

describe('what is made of points', () => {
  it('a line, an outline that ends where it began, a fill and a mask have their corners and go with their element', () => {
    expect(made('line')).toMatchObject({ label: 'Line added', one: { kind: 'line', points: [0, 0, 4, 0, 4, 3], as: hand.pen, tie } });
    expect(made('outline')).toMatchObject({ one: { kind: 'line', points: [0, 0, 4, 0, 4, 3, 0, 0] } });
    expect(made('fill')).toMatchObject({ one: { kind: 'fill', rings: [[0, 0, 4, 0, 4, 3]], as: { pattern: 'brick', colour: 3 } } });
    expect(made('mask')).toMatchObject({ one: { kind: 'mask', ring: [0, 0, 4, 0, 4, 3] } });
    expect(made('text', [[1, 2]])).toMatchObject({ label: 'Text Hatch above', one: { kind: 'text', at: [1, 2], words: 'Hatch above' } });
  });

  it('a circle is whole and as wide as its second point is far, an arc goes through its three', () => {
    expect(made('circle', [[1, 1], [4, 5]])).toMatchObject({ one: { kind: 'arc', arc: [1, 1, 5, 0, 1, 0, 2 * Math.PI] } }); // prettier-ignore
    const arc = made('arc', [[0, 0], [2, 0], [1, 1]]) as { one: { arc: Parameters<typeof arcPoint>[0] } }; // prettier-ignore
    const ends = [arc.one.arc[5], arc.one.arc[6], (arc.one.arc[5] + arc.one.arc[6]) / 2].map((t) => arcPoint(arc.one.arc, t));
    for (const [k, at] of [
      [0, 0],
      [2, 0],
      [1, 1],
    ].entries())
      // prettier-ignore
      expect(Math.min(...ends.map(([u, v]) => Math.hypot(u - at[0]!, v - at[1]!))), `point ${k}`).toBeLessThan(1e-9);
    expect(made('arc', [[0, 0], [2, 0], [1, 0]])).toBe('Those three places lie on a straight line.'); // prettier-ignore
  });

  it('two of a kind have ids of their own, and modes that only take make nothing', () => {
    expect((made('line') as { one: { id: string } }).one.id).not.toBe((made('line') as { one: { id: string } }).one.id);
    expect((['choose', 'trim', 'extend', 'profile'] as const).map((mode) => made(mode))).toEqual([null, null, null, null]);
  });
});

describe('what is done with lines', () => {
  it('of the model a line is hidden or redrawn where it lies, of the hand it goes or is changed itself', () => {
    expect(hidden([ofModel, byHand])).toEqual({ add: [{ id: expect.any(String), kind: 'hide', on: { path: [0, 0, 4, 0], tie } }], remove: ['own'] }); // prettier-ignore
    expect(hidden([byHand])).toEqual({ remove: ['own'] });
    const step = redrawn([ofModel, byHand], { weight: 0.7 });
    expect(step.add).toMatchObject([{ kind: 'redraw', on: { tie }, as: { weight: 0.7 } }, { kind: 'line', points: [0, 1, 4, 1], as: { weight: 0.7, type: 'dashed' } }]); // prettier-ignore
    expect(step.remove).toEqual(['own']);
  });

  it('one that comes beside has the role of the model’s line, or the pen of the hand’s', () => {
    expect(added({ path: [0, 2, 4, 2] }, ofModel)).toMatchObject({ kind: 'line', as: { role: 'edge' }, tie });
    expect(added({ arc: [0, 0, 1, 0, 1, 0, 3] }, byHand)).toMatchObject({ kind: 'arc', as: { weight: 0.5, type: 'dashed' } });
    expect('tie' in added({ path: [0, 2, 4, 2] }, byHand)).toBe(false);
  });

  it('a parallel lies on the side of the hand, through it or at its distance, and not on the line itself', () => {
    expect(beside(ofModel.shape, [1, 2], null)).toEqual({ path: [0, 2, 4, 2] });
    expect(beside(ofModel.shape, [1, -2], 0.5)).toEqual({ path: [0, -0.5, 4, -0.5] });
    expect(beside(ofModel.shape, [1, 0.0005], null)).toBeNull();
    const ring = beside({ arc: [0, 0, 2, 0, 1, 0, 2 * Math.PI] }, [0.5, 0], 0.5)!.arc!;
    expect(Math.hypot(ring[2], ring[3])).toBeCloseTo(1.5, 9);
    // inside a circle there is no room for a parallel as far as it is wide
    expect(beside({ arc: [0, 0, 2, 0, 1, 0, 2 * Math.PI] }, [0.5, 0], 2.5)).toBeNull();
  });

  it('a profile is filled with all its rings', () => {
    const face = [Float64Array.of(0, 0, 4, 0, 4, 4), Float64Array.of(1, 1, 2, 1, 2, 2)];
    expect(profileFill({ face, area: 8, perimeter: 14, tie } as never, 'solid', '#334455')).toMatchObject({ kind: 'fill', rings: face.map((ring) => [...ring]), as: { pattern: 'solid', colour: '#334455' }, tie }); // prettier-ignore
  });
});

it('a place is level with the last one or upright over it, whichever is nearer', () => {
  expect([squared([1, 1], [4, 2], true), squared([1, 1], [1.5, -3], true), squared([1, 1], [4, 2], false), squared(null, [4, 2], true)]).toEqual([[4, 1], [1, -3], [4, 2], [4, 2]]); // prettier-ignore
});
