import { expect, it } from 'vitest';
import { asBefore } from './as-before';

it('what was read anew has the objects of before where they say the same, and its own where they do not', () => {
  const read = (scale: number) => ({ sights: { a: { at: [0, 1], scale }, b: { at: [2, 3], scale: 50 } }, name: 'house' });
  const before = read(100);
  expect(asBefore(before, read(100))).toBe(before);
  const now = asBefore(before, read(20));
  expect(now).toEqual(read(20));
  expect(now.sights.b).toBe(before.sights.b);
  expect(now.sights.a).not.toBe(before.sights.a);
  expect(now.sights.a.at).toBe(before.sights.a.at);
});

it('a field that came, went or was set to nothing is a change; so is a longer list, and a list where an object was', () => {
  const before: Record<string, unknown> = { a: 1, b: [1, 2] };
  for (const now of [
    { a: 1 },
    { a: 1, b: [1, 2], c: 3 },
    { b: [1, 2], c: undefined },
    { a: 1, b: [1, 2, 3] },
    { a: 1, b: { 0: 1, 1: 2 } },
  ]) {
    const told: Record<string, unknown> = asBefore(before, now);
    expect(told).toStrictEqual(now);
    expect(told).not.toBe(before);
  }
});

it('what is no plain object is what it is', () => {
  const before = { at: new Date(5), file: new Uint8Array([1, 2]) };
  const now = { at: new Date(6), file: new Uint8Array([1, 3]) };
  expect(asBefore(before, now)).toEqual(now);
  expect(asBefore(before, now).file).toBe(now.file);
});
