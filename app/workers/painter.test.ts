import { afterEach, beforeEach, expect, it } from 'vitest';
import type { DrawnSight } from '../data/drawn-sight';
import { FakeWorker, fakeWorkers, realWorkers } from './fake-worker';
import { PainterDied } from './painter';

/** What each painter in turn has, and how many of its pictures it dies at. */
let has: Set<string>[];
let deaths: number;

beforeEach(() => {
  [has, deaths] = [[], 0];
  fakeWorkers(() => {
    const own = new Set<string>();
    has.push(own);
    return {
      put: (key: string) => void own.add(key),
      forget: (key: string) => void own.delete(key),
      paint: (key: string) => {
        if (deaths-- > 0) {
          setTimeout(() => FakeWorker.all.at(-1)!.die());
          return new Promise(() => undefined);
        }
        return own.has(key) ? `picture of ${key}` : null;
      },
    };
  });
});
afterEach(realWorkers);

const painted = async (key: string) => {
  const { painter } = await import('./painter');
  return painter.ask((own) => own.paint(key, null, {} as never));
};
const drawn = {} as DrawnSight;
const settled = () => new Promise((resolve) => setTimeout(resolve, 30));

it('what nobody shows any more is forgotten, what two panes show stays until both have let it go', async () => {
  const { painter } = await import('./painter');
  await Promise.all([painter.hold('plan', drawn), painter.hold('section', drawn), painter.hold('plan', drawn)]);
  expect(await painted('plan')).toBe('picture of plan');
  painter.release('plan');
  painter.release('section');
  await settled();
  expect([...has[0]!]).toEqual(['plan']);
  painter.release('plan');
  painter.release('plan');
  await settled();
  expect([...has[0]!]).toEqual([]);
});

it('a painter that dies is started again with all that is shown, and what it was asked comes all the same', async () => {
  const { painter } = await import('./painter');
  await Promise.all([painter.hold('plan', drawn), painter.hold('section', drawn)]);
  deaths = 1;
  expect(await painted('section')).toBe('picture of section');
  expect(FakeWorker.all).toHaveLength(2);
  expect([...has[1]!].sort()).toEqual(['plan', 'section']);
});

it('one that dies again at the same picture is told in words, and the next picture has a new one', async () => {
  const { painter } = await import('./painter');
  await painter.hold('plan', drawn);
  deaths = 2;
  await expect(painted('plan')).rejects.toThrow(new PainterDied().message);
  expect(await painted('plan')).toBe('picture of plan');
  expect(FakeWorker.all).toHaveLength(3);
});
