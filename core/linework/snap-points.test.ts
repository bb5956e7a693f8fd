import { expect, it } from 'vitest';
import type { Lines } from './drawing';
import { snapPoints } from './snap-points';

/** Lines by their points; one with seven numbers is an arc. */
function linesOf(list: readonly (readonly number[])[]): Lines {
  const points: number[] = [],
    lineStart = [0],
    arcs: number[] = [],
    lineArc: number[] = [];
  for (const own of list) {
    lineArc.push(own.length === 7 ? arcs.length / 7 : -1);
    if (own.length === 7) arcs.push(...own);
    else points.push(...own);
    lineStart.push(points.length / 2);
  }
  return { points: Float64Array.from(points), lineStart: Uint32Array.from(lineStart), lineArc: Int32Array.from(lineArc), arcs: Float64Array.from(arcs) } as unknown as Lines; // prettier-ignore
}
const words = (lines: Lines, u: number, v: number, reach = 0.5) =>
  snapPoints(lines, [...lines.lineArc.keys()], u, v, reach).map(({ kind, ...p }) => `${kind} ${+p.u.toFixed(6)} ${+p.v.toFixed(6)}`);

it('knows corners, ends, middles and places on lines, the nearest first and what is on a line last', () => {
  const lines = linesOf([[0, 0, 4, 0, 4, 3], [4, 3, 9, 3]]); // prettier-ignore
  expect(words(lines, 0.1, 0.1)).toEqual(['end 0 0', 'on 0.1 0']);
  expect(words(lines, 3.95, 0.1)).toEqual(['corner 4 0', 'on 4 0.1']);
  // two lines that end at one place have a corner there
  expect(words(lines, 4.1, 3.1)[0]).toBe('corner 4 3');
  expect(words(lines, 2.1, 0.2)).toEqual(['middle 2 0', 'on 2.1 0']);
  expect(words(lines, 6.5, 1)).toEqual([]);
});

it('keeps the last bit of a corner', () => {
  const x = 0.1 + 0.2,
    y = 1 / 3;
  const lines = linesOf([[x, y, 5, 5, 7, 5]]); // prettier-ignore
  const { u, v } = snapPoints(lines, [0], 0.31, 0.34, 0.1)[0]!;
  expect([u, v]).toEqual([x, y]);
});

it('finds the centre of an arc from a distance, its ends, and the place on it rather than on a chord', () => {
  const lines = linesOf([[10, 10, 2, 0, 1, 0, Math.PI / 2]]); // prettier-ignore
  expect(snapPoints(lines, [], 10.1, 10.1, 0.2).map((s) => s.kind)).toEqual(['centre']);
  expect(words(lines, 12, 10, 0.2)[0]).toBe('end 12 10');
  const d = Math.SQRT2;
  expect(words(lines, 10 + d + 0.05, 10 + d + 0.05, 0.2)).toEqual([`on ${+(10 + d).toFixed(6)} ${+(10 + d).toFixed(6)}`]);
});

it('finds where two lines cross, and offers no place twice', () => {
  const lines = linesOf([[0, 0, 4, 4], [0, 4, 4, 0], [2, 2, 9, 2]]); // prettier-ignore
  const at = words(lines, 2.05, 2.1, 0.3).filter((w) => w.endsWith(' 2 2'));
  expect(at).toHaveLength(1);
  expect(words(linesOf([[0, 0, 3, 3], [0, 4, 5, -1]]), 2.1, 2.05, 0.3)).toContain('crossing 2 2'); // prettier-ignore
  // a closed line has corners only
  expect(words(linesOf([[0, 0, 2, 0, 2, 2, 0, 0]]), 0, 0.1, 0.2)[0]).toBe('corner 0 0'); // prettier-ignore
});

it('tells the directions of the straight lines through a place', () => {
  const lines = linesOf([[0, 0, 4, 0, 4, 3], [10, 10, 2, 0, 1, 0, Math.PI / 2]]); // prettier-ignore
  expect(snapPoints(lines, [0, 1], 3.95, 0.1, 0.5)[0]).toMatchObject({ kind: 'corner', ways: [[1, 0], [0, 1]] }); // prettier-ignore
  expect(snapPoints(lines, [0, 1], 1, 0.1, 0.5)[0]).toMatchObject({ kind: 'on', ways: [[1, 0]] });
  expect(snapPoints(lines, [0, 1], 12, 10.1, 0.2)[0]).toMatchObject({ kind: 'end', ways: [] });
});
