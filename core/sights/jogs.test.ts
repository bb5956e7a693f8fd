import { expect, it } from 'vitest';
import { checkSight } from './sight-schema';
import { endMoved, isStep, joggedAt, legMoved, straightened } from './jogs';

const line = [[0, 0], [10, 0]] as const; // prettier-ignore
const jogged = [[0, 0], [4, 0], [4, 1.5], [10, 1.5]] as const; // prettier-ignore

it('steps to the side at a place beside the line, and what follows goes through it', () => {
  expect(joggedAt(line, [4, 1.5])).toEqual(jogged);
  expect(joggedAt(jogged, [7, -1])).toEqual([[0, 0], [4, 0], [4, 1.5], [7, 1.5], [7, -1], [10, -1]]); // prettier-ignore
  // the nearer leg is meant; a step has no step of its own
  expect(joggedAt(jogged, [2, 0.4])!.slice(0, 3)).toEqual([[0, 0], [2, 0], [2, 0.4]]); // prettier-ignore
  expect([joggedAt(line, [4, 0.001]), joggedAt(line, [-1, 2])]).toEqual([null, null]);
  expect(jogged.slice(1).map((_, k) => isStep(jogged, k))).toEqual([false, true, false]);
  expect(checkSight({ kind: 'section', path: joggedAt(line, [4, 1.5]), look: 'left' }).path).toHaveLength(4);
});

it('a leg is moved square to itself, and its neighbours go along; brought into line with its neighbour it is one with that', () => {
  expect(legMoved(jogged, 2, 0.5)).toEqual([[0, 0], [4, 0], [4, 2], [10, 2]]); // prettier-ignore
  expect(legMoved(jogged, 1, -1)).toEqual([[0, 0], [5, 0], [5, 1.5], [10, 1.5]]); // prettier-ignore
  expect(legMoved(jogged, 2, -1.5)).toEqual(line);
});

it('an end is moved along its leg, never past its corner; straightened it is one line as long as the whole', () => {
  expect(endMoved(jogged, 'last', 2)).toEqual([[0, 0], [4, 0], [4, 1.5], [12, 1.5]]); // prettier-ignore
  expect(endMoved(jogged, 'first', -9)[0]).toEqual([3.99, 0]);
  expect(straightened(jogged)).toEqual(line);
});
