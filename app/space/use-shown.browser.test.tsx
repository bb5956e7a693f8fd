import { beforeEach, expect, it } from 'vitest';
import { renderHook } from 'vitest-browser-react';
import { shedInfo } from '../testing/shed';
import { State } from './paper-view';
import { useShown } from './use-shown';

const model = shedInfo();
const at = (name: string) => model.elements.findIndex((e) => e.name === name);
const [door, slab, south] = ['Door', 'Slab', 'Wall south'].map(at) as [number, number, number];
const hook = (project = 'p') =>
  renderHook((props?: { model: typeof model }) => useShown(project, props?.model ?? model), { initialProps: { model } });
beforeEach(() => localStorage.clear());

it('hides, shows and leaves alone; what is hidden is not picked, and the states of the picture say both', async () => {
  const { result, act } = await hook();
  await act(() => result.current.pick([door, slab]));
  await act(() => result.current.hide([door]));
  expect([result.current.picked, result.current.shownCount, result.current.count]).toEqual([[slab], 4, 5]);
  expect([...result.current.states]).toEqual(model.elements.map((_, k) => (k === door ? State.hidden : k === slab ? State.picked : 0)));
  await act(() => result.current.only([slab, door]));
  expect([result.current.shownCount, result.current.isHidden([south]), result.current.isHidden([south, slab])]).toEqual([2, true, false]);
  await act(() => result.current.show([south]));
  expect(result.current.shownCount).toBe(3);
  await act(() => result.current.showAll());
  expect(result.current.hidden.size).toBe(0);
});

it('is kept by the ids of elements: after a reload, and where another reading counts them anew; of each project by itself', async () => {
  const first = await hook();
  await first.act(() => first.result.current.hide([door]));
  const again = await hook();
  expect([...again.result.current.hidden]).toEqual([door]);
  await again.act(() => again.result.current.pick([slab]));
  await again.rerender({ model: { ...model, elements: model.elements.toReversed() } });
  expect([[...again.result.current.hidden], again.result.current.picked]).toEqual([[4 - door], [4 - slab]]);
  const other = await hook('other');
  expect(other.result.current.hidden.size).toBe(0);
  // what cannot be read is nothing that is hidden
  localStorage.setItem('tarvex-hidden-p', '{');
  expect((await hook()).result.current.hidden.size).toBe(0);
});

it('rooms stand in no count and in no picture', async () => {
  const elements = model.elements.map((e, k) => (k === slab ? { ...e, use: 'space' as const } : e));
  const { result } = await renderHook(() => useShown('p', { ...model, elements }));
  expect([result.current.count, result.current.states[slab]]).toEqual([4, State.hidden]);
});
