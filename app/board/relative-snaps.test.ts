import { expect, it } from 'vitest';
import { apart, relativeSnaps, SnapMemory } from './relative-snaps';
import type { Snap } from './snapper';

const r = Math.SQRT1_2;
const wall: Snap = { at: [4, 4], words: 'on Wall', ways: [[r, r]], of: 'Wall' };
const end: Snap = { at: [0, 0], words: 'end of Wall', ways: [[1, 0], [0, 1]], of: 'Wall' }; // prettier-ignore
const words = (snaps: readonly Snap[]) => snaps.map((s) => [s.words, ...s.at.map((x) => +x.toFixed(9))]);

it('offers the foot of the last point on a line that is near', () => {
  const near = relativeSnaps({ at: [2.95, 3], reach: 0.2, from: [6, 0], near: [wall], rested: [] });
  expect(words(near)).toEqual([['square to Wall', 3, 3]]);
  // not where that is out of reach, and not without a point
  expect(relativeSnaps({ at: [4, 4], reach: 0.2, from: [6, 0], near: [wall], rested: [] })).toEqual([]);
  expect(relativeSnaps({ at: [3, 3], reach: 0.2, from: null, near: [wall], rested: [] })).toEqual([]);
});

it('offers what lies on the extension of a line, and parallel to it from the last point', () => {
  expect(words(relativeSnaps({ at: [5, 0.1], reach: 0.2, from: null, near: [], rested: [end] }))).toEqual([['extension of Wall', 5, 0]]);
  expect(words(relativeSnaps({ at: [7, 5.9], reach: 0.2, from: [1, 6], near: [], rested: [end] }))).toEqual([['parallel to Wall', 7, 6]]);
  // the last point itself is none
  expect(relativeSnaps({ at: [1.05, 6], reach: 0.2, from: [1, 6], near: [], rested: [end] })).toEqual([]);
});

it('remembers what the hand has rested on, the last four, and no place without a direction', () => {
  const memory = new SnapMemory();
  memory.see(end, 0);
  memory.see(end, 100);
  expect(memory.places).toEqual([]);
  memory.see(end, 260);
  memory.see(null, 270);
  memory.see({ at: [9, 9], words: 'crossing' }, 300);
  memory.see({ at: [9, 9], words: 'crossing' }, 900);
  expect(memory.places).toEqual([end]);
  for (let k = 1; k < 6; k++) for (const t of [0, 300]) memory.see({ ...wall, at: [k, k] }, 1000 * k + t);
  expect(memory.places.map((s) => s.at[0])).toEqual([5, 4, 3, 2]);
  expect(apart([[1, 0], [-1, 0], [0, 1]])).toHaveLength(2); // prettier-ignore
});
