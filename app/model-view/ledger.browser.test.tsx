import axe from 'axe-core';
import { useEffect } from 'react';
import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Check } from '../../core/checks/check-model';
import { shedInfo } from '../testing/shed';
import { Census } from './census';
import { ChecksBand } from './checks-band';
import { Labels } from './labels';
import { PickedCard } from './picked-card';
import { useShown, type Shown } from '../space/use-shown';

const engine = vi.hoisted(() => ({ findInProperties: () => Promise.resolve(Uint32Array.from([0])), properties: () => Promise.resolve([{ name: 'Pset_Wall', values: ['FireRating', 'REI 60'] }]) })); // prettier-ignore
vi.mock('../workers/pool', () => ({ pool: { back: { run: (ask: (own: typeof engine) => unknown) => ask(engine) } } }));

const model = shedInfo();
/** Readers put elements in the order of their ids: the door comes first. */
const [door, slab, , north, south] = model.elements.map((_, i) => i) as [number, number, number, number, number];
const now: { shown: Shown } = { shown: null! };
const [onSaveSet, onDeleteSet, onCorrect, onAim] = [vi.fn(), vi.fn(), vi.fn(), vi.fn()];
const sets = [{ id: 's', name: 'Outer walls', elements: ['Wall south', 'Wall north', 'gone'] }];
function Ledger({ info = model }: { readonly info?: typeof model }) {
  const shown = useShown('p', info);
  useEffect(() => {
    now.shown = shown;
  });
  return (
    <aside>
      <PickedCard model={info} shown={shown} {...{ onCorrect, onSaveSet, onAim }} />
      <Census model={info} shown={shown} sets={sets} {...{ onSaveSet, onDeleteSet }} />
    </aside>
  );
}
/** A word that shows while its row is pointed at, or in focus. */
const press = ({ container }: { container: HTMLElement }, label: string) =>
  container.querySelector<HTMLElement>(`[aria-label="${label}"]`)!.click();
beforeEach(() => {
  localStorage.clear();
  vi.clearAllMocks();
});

it('counts by storey, class and material; a row is shown alone, hidden, and picked', async () => {
  const screen = await render(<Ledger />);
  const group = (title: string) => screen.getByRole('region', { name: title, exact: true });
  await expect.element(group('Classes')).toHaveTextContent(/Wall.*3.*Door.*1.*Slab.*1/);
  await expect.element(group('Materials')).toHaveTextContent(/Brick.*2/);
  press(screen, 'Only Ground');
  await expect.element(screen.getByText('3 shown, 2 hidden')).toBeVisible();
  press(screen, 'Hide Door');
  await expect.element(screen.getByText('2 shown, 3 hidden')).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Save what is shown as a set' }));
  expect(onSaveSet).toHaveBeenLastCalledWith([north, south]);
  await userEvent.click(screen.getByRole('button', { name: 'Show all' }));
  await userEvent.click(screen.getByRole('button', { name: 'Outer walls', exact: true }));
  // an element of a set that is not in this reading is not picked
  await expect.element(screen.getByRole('heading', { name: '2 elements' })).toBeVisible();
  press(screen, 'Delete the set Outer walls');
  expect(onDeleteSet).toHaveBeenCalledWith(sets[0]);
});

it('what is hidden is there after a reload, by the ids of elements', async () => {
  const screen = await render(<Ledger />);
  press(screen, 'Hide Slab');
  await screen.unmount();
  // another reading counts its elements anew
  const turned = shedInfo({ elements: [...model.elements].reverse() });
  const again = await render(<Ledger info={turned} />);
  await expect.element(again.getByText('4 shown, 1 hidden')).toBeVisible();
  expect([...now.shown.hidden]).toEqual([turned.elements.findIndex((e) => e.id === 'Slab')]);
});

it('finds by words at once and in property sets a moment later, and sorts what it found', async () => {
  const screen = await render(<Ledger />);
  await userEvent.fill(screen.getByLabelText('Find elements'), 'wall');
  const found = screen.getByRole('region', { name: 'Found elements' });
  await vi.waitFor(() => expect(found.element().querySelectorAll('tbody tr')).toHaveLength(4));
  await userEvent.click(screen.getByRole('button', { name: 'class' }));
  await vi.waitFor(() => expect(found.element().querySelector('tbody tr')!.textContent).toBe('DoorDoor'));
  await userEvent.click(screen.getByRole('button', { name: 'Pick', exact: true }));
  expect([...now.shown.picked].sort()).toEqual([door, 2, north, south]);
  await userEvent.fill(screen.getByLabelText('Find elements'), 'glass dome');
  await expect.element(screen.getByText(/holds “glass dome”/)).toBeInTheDocument();
});

it('tells all that is known of one element, says where several differ, and sets them right', async () => {
  const screen = await render(<Ledger />);
  now.shown.pick([south]);
  await expect.element(screen.getByRole('region', { name: 'Properties' })).toHaveTextContent(/FireRating\s*REI 60/);
  await userEvent.click(screen.getByRole('combobox', { name: 'Storey' }));
  await userEvent.click(screen.getByRole('option', { name: /^New: Storey 3/ }));
  expect(onCorrect).toHaveBeenLastCalledWith([south], { storey: 'Storey 3' });
  const rank = screen.getByLabelText('Rank in cuts');
  await userEvent.fill(rank, '140');
  await userEvent.keyboard('{Enter}');
  await expect.element(screen.getByRole('alert')).toHaveTextContent('a number from 0 to 100');
  await userEvent.fill(rank, '70');
  await userEvent.keyboard('{Enter}');
  expect(onCorrect).toHaveBeenLastCalledWith([south], { rank: 70 });
  now.shown.pick([south, 2]);
  await expect.element(screen.getByRole('combobox', { name: 'Material' })).toHaveTextContent('differs');
  await expect.element(screen.getByRole('combobox', { name: 'Class' })).toHaveTextContent('Wall');
  expect((await axe.run(screen.container, { rules: { region: { enabled: false } } })).violations.map((v) => v.id)).toEqual([]);
});

const checks: Check[] = [
  { kind: 'overlap', elements: [south, slab], figure: 0.002 },
  { kind: 'tiny', elements: [door], figure: 0.001 },
  { kind: 'no-material', elements: [door], figure: 0 },
];
function Band({ accepted = {} }: { readonly accepted?: Readonly<Record<string, true>> }) {
  return (
    <ChecksBand model={shedInfo({ doubts: ['The file gives no unit'] })} checks={checks} accepted={accepted} selected={null} {...band} />
  );
}
const band = { onSelect: vi.fn(), onAccept: vi.fn(), onTakeBack: vi.fn(), onLeaveOut: vi.fn() };

it('lists what is doubtful by kind, with what it does to a drawing; each is shown, accepted or left out under its number', async () => {
  const screen = await render(<Band />);
  await expect.element(screen.getByText('4 open')).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'tiny 1' }));
  const rows = () => screen.getByRole('region', { name: 'Findings' }).element().querySelectorAll('tbody tr').length;
  await vi.waitFor(() => expect(rows()).toBe(1));
  await userEvent.click(screen.getByRole('button', { name: 'Show finding 2' }));
  expect(band.onSelect).toHaveBeenCalledWith(2, checks[1]);
  await userEvent.click(screen.getByRole('button', { name: 'Leave out' }));
  expect(band.onLeaveOut).toHaveBeenCalledWith(checks[1]);
  await userEvent.click(screen.getByRole('button', { name: 'tiny 1' }));
  await vi.waitFor(() => expect(rows()).toBe(4));
  await userEvent.click(screen.getByRole('button', { name: 'Accept', exact: true }).first());
  expect(band.onAccept).toHaveBeenCalledWith([checks[0]]);
  await screen.rerender(<Band accepted={{ 'tiny Door': true }} />);
  await userEvent.click(screen.getByRole('button', { name: 'Show 1 accepted' }));
  expect(band.onTakeBack).toHaveBeenCalledOnce();
  await vi.waitFor(() => expect(rows()).toBe(3));
});

it('labels in the model are told to those who cannot see them', async () => {
  const view = { place: (x: number, y: number) => [x * 40 + 40, 200 - y * 40] } as unknown as React.ComponentProps<typeof Labels>['view'];
  const screen = await render(<Labels view={view} model={model} labels={[{ n: 7, element: south, words: 'overlap' }]} />);
  const label = screen.getByRole('img', { name: 'Finding 7: overlap' });
  await expect.element(label).toBeInTheDocument();
  const circle = label.element().querySelector('circle')!;
  expect([circle.getAttribute('cx'), circle.getAttribute('cy')].map(Number)).toEqual([160, expect.closeTo(194, 3)]);
});
