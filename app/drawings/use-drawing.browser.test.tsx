import { beforeEach, expect, it, vi } from 'vitest';
import { renderHook } from 'vitest-browser-react';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import { fingerprint } from '../../core/fingerprint/fingerprint';
import { Stopped } from '../workers/stopped';
import { useDrawing } from './use-drawing';

interface Ask {
  readonly resolve: (made: unknown) => void;
  readonly reject: (error: unknown) => void;
  readonly signal: AbortSignal;
}
const fakes = vi.hoisted(() => ({
  asks: [] as Ask[],
  held: new Map<string, () => void>(),
  released: [] as string[],
  taken: [] as string[],
  changes: [] as number[],
  kept: new Map<string, string>(),
  /** Drawings on their way to the painter. */
  onWay: new Map<string, () => void>(),
}));
vi.mock('../workers/pool', () => ({
  pool: { live: { run: (_: unknown, signal: AbortSignal) => new Promise((resolve, reject) => {
    fakes.asks.push({ resolve: (made) => (fakes.onWay.forEach((come) => come()), resolve(made)), reject, signal });
    signal.addEventListener('abort', () => reject(new Stopped()));
  }) } },
  quickCut: () => Promise.resolve([]),
})); // prettier-ignore
vi.mock('../workers/painter', () => ({
  painter: {
    hold: (key: string, { row, print }: { row: string; print: string }, onLost: () => void, port?: MessagePort) => {
      const head = { bounds: [0, 0, 1, 1], isEmpty: false, findings: [] };
      if (!port && fakes.kept.get(row) !== print) return Promise.resolve(null);
      fakes.held.set(key, onLost);
      if (!port) return Promise.resolve(head);
      return new Promise((resolve) => fakes.onWay.set(key, () => (fakes.onWay.delete(key), resolve(head))));
    },
    ask: () =>
      Promise.resolve({ gone: Float64Array.from(fakes.changes), come: new Float64Array(0), goneLength: 1, comeLength: 0, matter: [] }),
    release: (key: string) => {
      fakes.held.delete(key);
      fakes.onWay.delete(key);
      fakes.released.push(key);
    },
  },
}));
vi.mock('../data/drawings', () => ({
  keptPrint: (row: string) => Promise.resolve(fakes.kept.get(row)),
  nextRow: (row: string) => `${row}+`,
  noteChanged: () => Promise.resolve(),
  takeNext: (row: string) => Promise.resolve(void fakes.taken.push(row)),
}));

const model = { id: 'm', base: 'm', bounds: [0, 0, 0, 9, 9, 3], origin: [0, 0, 0], storeys: [], grid: [], elements: [], elementBoxes: new Float64Array(0), elementMaterial: new Int32Array(0), materials: [], trueNorth: [0, 1], mainAngle: 0 } as unknown as ModelInfo; // prettier-ignore
const section = (y: number): Sight => ({ kind: 'section', number: 'S-01', name: '', path: [[0, y], [9, y]], look: 'left', depth: null }); // prettier-ignore
const made = { head: {}, isKept: true };
const { asks, held, released, kept } = fakes;
beforeEach(() => {
  asks.length = released.length = fakes.taken.length = fakes.changes.length = 0;
  held.clear();
  kept.clear();
});
const drawing = (y: number) =>
  renderHook((props?: { row: string; y: number }) => useDrawing(props!.row, model, section(props!.y)), { initialProps: { row: 'p/a', y } });
const asked = (n: number) => vi.waitFor(() => expect(asks).toHaveLength(n));

it('draws what is kept nowhere, and shows what is kept and current without drawing', async () => {
  const { result, rerender } = await drawing(1);
  await asked(1);
  expect(result.current).toMatchObject({ isWorking: true, isCurrent: false });
  asks[0]!.resolve(made);
  await vi.waitFor(() => expect(result.current).toMatchObject({ isWorking: false, isCurrent: true }));
  kept.set('p/b', fingerprint(model, section(2)));
  await rerender({ row: 'p/b', y: 2 });
  await vi.waitFor(() => expect(result.current.isCurrent).toBe(true));
  expect(asks).toHaveLength(1);
  expect(held.size).toBe(1);
});

it('while one is drawn only the latest wish waits; what was overtaken is no fault', async () => {
  const { result, rerender } = await drawing(1);
  await asked(1);
  for (const y of [2, 3, 4]) await rerender({ row: 'p/a', y });
  asks[0]!.reject(new Error('overtaken'));
  await asked(2);
  asks[1]!.resolve(made);
  await vi.waitFor(() => expect(result.current.isCurrent).toBe(true));
  expect(result.current.fault).toBeNull();
  expect(result.current.paintKey).toContain(fingerprint(model, section(4)));
  expect(asks).toHaveLength(2);
  expect(held.size).toBe(1);
});

it('keeps the last good drawing when the next one fails, says why, and draws it when asked again', async () => {
  const { result, rerender } = await drawing(1);
  await asked(1);
  asks[0]!.resolve(made);
  await vi.waitFor(() => expect(result.current.isCurrent).toBe(true));
  const good = result.current.paintKey;
  await rerender({ row: 'p/a', y: 2 });
  await asked(2);
  asks[1]!.reject(new Error('leg 2 has no length'));
  await vi.waitFor(() => expect(result.current).toMatchObject({ fault: 'leg 2 has no length', isWorking: false, isCurrent: false }));
  expect(result.current.drawn).not.toBeNull();
  result.current.retry();
  await asked(3);
  asks[2]!.resolve(made);
  await vi.waitFor(() => expect(result.current).toMatchObject({ fault: null, isCurrent: true }));
  expect(result.current.paintKey).not.toBe(good);
});

it('is stopped by hand, and says so until it is asked for again', async () => {
  const { result } = await drawing(1);
  await asked(1);
  result.current.stop();
  await vi.waitFor(() => expect(result.current).toMatchObject({ isWorking: false, fault: 'Stopped.' }));
  expect(asks[0]!.signal.aborted).toBe(true);
  expect(held.size).toBe(0);
});

it('draws anew what died with a painter and is kept nowhere, and lets go of it with the pane', async () => {
  const { result, unmount } = await drawing(1);
  await asked(1);
  asks[0]!.resolve(made);
  await vi.waitFor(() => expect(result.current.isCurrent).toBe(true));
  held.get(result.current.paintKey!)!();
  await asked(2);
  asks[1]!.resolve(made);
  await vi.waitFor(() => expect(result.current.isWorking).toBe(false));
  const { paintKey } = result.current;
  await unmount();
  expect(released).toContain(paintKey);
});

it('what was out of date before anybody looked stays, with what changes, until it is replaced or the hand goes on', async () => {
  const compared = (y: number) =>
    renderHook((props?: { row: string; y: number }) => useDrawing(props!.row, model, section(props!.y), { isCompared: true }), { initialProps: { row: 'p/a', y } }); // prettier-ignore
  kept.set('p/a', 'an older reading');
  fakes.changes.push(0, 0, 1, 0);
  const { result, rerender } = await compared(1);
  await asked(1);
  asks[0]!.resolve(made);
  await vi.waitFor(() => expect(result.current.next?.changes.goneLength).toBe(1));
  expect([result.current.isCurrent, result.current.isWorking, result.current.paintKey]).toEqual([false, false, 'p/a an older reading m']);
  expect([held.size, fakes.taken]).toEqual([2, []]);
  result.current.take();
  await vi.waitFor(() => expect(result.current).toMatchObject({ isCurrent: true, next: null }));
  expect([[...held.keys()], released, fakes.taken]).toEqual([[result.current.paintKey], ['p/a an older reading m'], ['p/a']]);

  // with others it was made anew already; the hand that moves on takes it
  kept.set('p/b', 'an older reading');
  kept.set('p/b+', fingerprint(model, section(2)));
  await rerender({ row: 'p/b', y: 2 });
  await vi.waitFor(() => expect(result.current.next).not.toBeNull());
  expect(asks).toHaveLength(1);
  await rerender({ row: 'p/b', y: 3 });
  await vi.waitFor(() => expect(fakes.taken).toEqual(['p/a', 'p/b']));
  await asked(2);
  asks[1]!.resolve(made);
  await vi.waitFor(() => expect(result.current).toMatchObject({ isCurrent: true, next: null }));

  // where nothing changed it is replaced without a word
  fakes.changes.length = 0;
  kept.set('p/c', 'an older reading');
  await rerender({ row: 'p/c', y: 4 });
  await asked(3);
  asks[2]!.resolve(made);
  await vi.waitFor(() => expect(result.current).toMatchObject({ isCurrent: true, next: null }));
  expect(fakes.taken.at(-1)).toBe('p/c');
  expect(held.size).toBe(1);
});
