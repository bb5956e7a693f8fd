import { beforeEach, expect, it, vi } from 'vitest';
import { renderHook } from 'vitest-browser-react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { SnapMemory } from '../../board/relative-snaps';
import { Snapper } from '../../board/snapper';
import { shedInfo } from '../../testing/shed';
import { PointerStore } from './pointer-store';
import { useHit } from './use-hit';
import { useSnaps } from './use-snaps';

const fake = vi.hoisted(() => ({ asked: [] as unknown[][], answers: [] as ((answer: unknown) => void)[] }));
vi.mock('../../workers/painter', () => {
  const own = new Proxy({}, { get: (_, what) => (...args: unknown[]) => {
    fake.asked.push([what, ...args]);
    return new Promise((resolve) => fake.answers.push(resolve));
  } }); // prettier-ignore
  return { painter: { ask: (question: (painter: unknown) => unknown) => question(own) } };
});
const { asked, answers } = fake;
beforeEach(() => {
  asked.length = answers.length = 0;
});
const model = shedInfo();
const soon = (n: number) => vi.waitFor(() => expect(asked).toHaveLength(n));

it('names what is pointed at, by the latest question only, and leaves a planted plumb alone', async () => {
  const store = new PointerStore();
  const { result } = await renderHook(() => useHit(model, store));
  for (const u of [1, 2, 3]) result.current('k', u, 1, 50);
  await soon(1);
  answers[0]!({ element: 'Slab', layer: 'S', isCut: true });
  // the second was overtaken by the third
  await soon(2);
  expect(asked[1]!.slice(0, 3)).toEqual(['hit', 'k', 3]);
  expect(store.get().hit).toMatchObject({ words: 'Slab, Concrete', isCut: true });
  store.set({ planted: true });
  answers[1]!({ element: 'Door', layer: 'D', isCut: false });
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect(store.get().hit).toMatchObject({ words: 'Slab, Concrete' });
});

it('offers what can be meant exactly, in the coordinates of the board: what is on a line last, the grid before it', async () => {
  const [snapper, onOffered] = [new Snapper(), vi.fn()];
  const setup = { model, snapper, paintKey: 'k', toBoard: ([u, v]: Vec2): Vec2 => [u + 100, v], more: () => [{ at: [100, 0] as const, words: 'grid A' }], onOffered, from: () => [103, 0.15] as const, memory: new SnapMemory() }; // prettier-ignore
  const { result } = await renderHook(() => useSnaps(setup));
  result.current([0.1, 0.1], [100.1, 0.1], 90);
  await soon(1);
  // nine pixels around the pointer
  expect(asked[0]).toEqual(['snaps', 'k', 0.1, 0.1, 0.1]);
  answers[0]!([
    { kind: 'corner', at: [0, 0], element: 'Wall south', ways: [] },
    { kind: 'crossing', at: [0.2, 0], element: 'Wall south', ways: [] },
    { kind: 'on', at: [0.1, 0], element: 'Wall south', ways: [[0, 1]] },
  ]);
  await vi.waitFor(() => expect(onOffered).toHaveBeenCalledOnce());
  expect(snapper.get().snaps.map(({ at, words }) => ({ at, words }))).toEqual([
    { at: [100, 0], words: 'corner of Wall south' },
    { at: [100.2, 0], words: 'crossing' },
    { at: [100, 0], words: 'grid A' },
    { at: [100.1, 0.15], words: 'square to Wall south' },
    { at: [100.1, 0], words: 'on Wall south' },
  ]);
});
