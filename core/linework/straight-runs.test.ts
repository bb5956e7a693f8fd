import { expect, test } from 'vitest';
import { removeDoubles } from './remove-doubles';
import { roleIndex } from '../sights/role';
import { elementOf, Segments, type SegmentList } from '../sights/segments';
import { StraightRuns } from './straight-runs';

type Piece = readonly [u0: number, v0: number, u1: number, v1: number, element: number];
const listOf = (pieces: readonly Piece[]): SegmentList => {
  const out = new Segments();
  for (const [u0, v0, u1, v1, element] of pieces) out.add(u0, v0, 0, u1, v1, 0, { role: roleIndex('edge'), element });
  return out.done();
};

test('a line is as long as its pieces reach, whichever way they run; not round a corner, nor over a gap or into another element', () => {
  const list = listOf([
    [0, 0, 1, 0, 1],
    [3, 0, 1, 0, 1],
    [3, 0, 4, 0, 1],
    [4, 0, 4, 2, 1],
    [4.5, 0, 6, 0, 1],
    [0, 0, -5, 0, 2],
  ]);
  const runs = new StraightRuns(list);
  expect([0, 1, 2, 3, 4, 5].map((s) => runs.lengthOf(s) / 1e6)).toEqual([4, 4, 4, 2, 1.5, 5]);
});

test('of two lines that run on one another the longer stays, in however many pieces it comes', () => {
  const [whole, pieces]: Piece[][] = [
    [[0, 0, 5, 0, 7]],
    [
      [0, 0, 2, 0, 7],
      [3, 0, 2, 0, 7],
      [3, 0, 5, 0, 7],
    ],
  ];
  // the other is longer than each piece, and comes first
  for (const line of [whole!, pieces!]) {
    const left = removeDoubles(listOf([[1, 0, 4.5, 0, 3], ...line]));
    expect(Array.from({ length: left.count }, (_, s) => elementOf(left, s))).toEqual(line.map(() => 7));
  }
});
