import { afterEach, beforeEach, expect, it } from 'vitest';
import { FakeWorker, fakeWorkers, realWorkers } from './fake-worker';
import type { DrawingSource } from './paint.worker';
import { PainterDied } from './painter';

/** What each painter in turn has, and how many of its pictures it dies at. */
let has: Set<string>[];
let deaths: number;
let lost: string[];
const head = { bounds: [0, 0, 1, 1], isEmpty: false, findings: [] };

beforeEach(() => {
  [has, deaths, lost] = [[], 0, []];
  fakeWorkers(() => {
    const own = new Set<string>();
    has.push(own);
    return {
      load: (key: string, { row }: DrawingSource) => {
        if (row === 'kept nowhere') return null;
        own.add(key);
        return head;
      },
      take: (key: string, _: unknown, port: MessagePort) =>
        new Promise((resolve) => {
          port.onmessage = () => {
            port.close();
            own.add(key);
            resolve(head);
          };
        }),
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
const hold = async (key: string, row = key, port?: MessagePort) => {
  const { painter } = await import('./painter');
  return painter.hold(key, { row, print: '1', landmarks: { levels: [], axes: [] } }, () => lost.push(key), port);
};
const settled = () => new Promise((resolve) => setTimeout(resolve, 30));

it('what nobody shows any more is forgotten, what two panes show stays until both have let it go', async () => {
  const { painter } = await import('./painter');
  await Promise.all([hold('plan'), hold('section'), hold('plan')]);
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
  await Promise.all([hold('plan'), hold('section')]);
  deaths = 1;
  expect(await painted('section')).toBe('picture of section');
  expect(FakeWorker.all).toHaveLength(2);
  expect([...has[1]!].sort()).toEqual(['plan', 'section']);
});

it('one that dies again at the same picture is told in words, and the next picture has a new one', async () => {
  await hold('plan');
  deaths = 2;
  await expect(painted('plan')).rejects.toThrow(new PainterDied().message);
  expect(await painted('plan')).toBe('picture of plan');
  expect(FakeWorker.all).toHaveLength(3);
});

it('takes a drawing by a port; after its death fetches it from where it is kept, and tells who holds one that is kept nowhere', async () => {
  const { port1, port2 } = new MessageChannel();
  const taken = hold('section', 'section', port2);
  port1.postMessage('the drawing');
  expect(await taken).toEqual(head);
  port1.close();
  const other = new MessageChannel();
  expect(await hold('quick', 'kept nowhere')).toBeNull();
  const { painter } = await import('./painter');
  painter.release('quick');
  const fresh = hold('fresh', 'kept nowhere', other.port2);
  other.port1.postMessage('the drawing');
  expect(await fresh).toEqual(head);
  other.port1.close();
  deaths = 1;
  expect(await painted('section')).toBe('picture of section');
  expect([...has[1]!]).toEqual(['section']);
  expect(lost).toEqual(['fresh']);
});
