import axe from 'axe-core';
import { useState } from 'react';
import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { ProjectSight } from '../../data/project';
import { useSelection } from '../use-selection';
import { Register } from './register';

const sights: ProjectSight[] = [
  { id: 'a', scale: 100, sight: { kind: 'plan', number: 'P-01', name: 'Ground storey', storey: 'Ground', height: 1.2 } },
  { id: 'b', scale: 50, sight: { kind: 'section', number: 'S-02', name: 'Through the shaft', path: [[0, 0], [9, 0]], look: 'left' } }, // prettier-ignore
  { id: 'c', scale: 50, sight: { kind: 'section', number: 'S-03', name: 'Grid C', path: [[0, 2], [9, 2]], look: 'left' } }, // prettier-ignore
];
const [onSelect, onRename, onRenumber, onRemove, onStop, onCopy] = [vi.fn(), vi.fn(), vi.fn(), vi.fn(), vi.fn(), vi.fn()];
const [onPattern, onFile, onRemoveAll] = [vi.fn(), vi.fn(), vi.fn()];
beforeEach(() => (vi.clearAllMocks(), localStorage.clear()));

type States = Readonly<Record<string, { words: string; tone: 'quiet' | 'old' | 'fault' | 'working' }>>;
function Held({ states }: { readonly states: States }) {
  const [shown, setShown] = useState<string | null>('b');
  const selection = useSelection(sights, sights.find((s) => s.id === shown) ?? null, (id) => (onSelect(id), setShown(id)));
  return (
    <Register
      sights={sights}
      selected={shown}
      selection={selection}
      stateOf={(id) => states[id] ?? { words: 'current', tone: 'quiet' }}
      onHover={() => undefined}
      onNew={() => undefined}
      onFiles={() => undefined}
      newOpen={false}
      onNewOpen={() => undefined}
      footer={null}
      menu={[{ id: 'copy', words: 'Copy', keys: 'Ctrl D', run: onCopy }]}
      manyMenu={[{ id: 'remove', words: `Remove these ${selection.all.length}`, run: onRemoveAll }]}
      {...{ onStop, onRename, onRenumber, onRemove, onPattern, onFile, onRemoveAll }}
    />
  );
}
const register = (states: States = {}) => render(<Held states={states} />);

it('renames in a field of its own, outside of any button; Escape keeps the name, an empty one is none', async () => {
  const screen = await register();
  const row = screen.getByRole('button', { name: /S-03/ });
  (row.element() as HTMLElement).focus();
  await userEvent.keyboard('{F2}');
  const field = screen.getByLabelText('Name of S-03');
  await expect.element(field).toHaveFocus();
  expect(field.element().closest('button')).toBeNull();
  expect((await axe.run(document.body, { rules: { region: { enabled: false } } })).violations.map((v) => v.id)).toEqual([]);
  await userEvent.keyboard('Through the lantern{Enter}');
  expect(onRename).toHaveBeenCalledExactlyOnceWith('c', 'Through the lantern');
  for (const typed of ['Another{Escape}', '{Delete}{Enter}']) {
    await userEvent.dblClick(screen.getByRole('button', { name: /S-03/ }));
    await userEvent.keyboard(typed);
  }
  expect(onRename).toHaveBeenCalledOnce();
});

it('offers by a right click what the keys do, for the sight under it', async () => {
  const screen = await register();
  await userEvent.click(screen.getByRole('button', { name: /S-03/ }), { button: 'right' });
  expect(onSelect).toHaveBeenCalledExactlyOnceWith('c');
  await userEvent.click(screen.getByRole('menuitem', { name: 'Copy Ctrl D' }));
  expect(onCopy).toHaveBeenCalledOnce();
  await userEvent.click(screen.getByRole('button', { name: /S-03/ }), { button: 'right' });
  await userEvent.click(screen.getByRole('menuitem', { name: 'Rename F2' }));
  await expect.element(screen.getByLabelText('Name of S-03')).toHaveFocus();
  await userEvent.keyboard('Lantern{Enter}');
  expect(onRename).toHaveBeenCalledExactlyOnceWith('c', 'Lantern');
  await userEvent.click(screen.getByRole('button', { name: /P-01/ }), { button: 'right' });
  await userEvent.click(screen.getByRole('menuitem', { name: 'Renumber' }));
  await expect.element(screen.getByLabelText('Number of P-01')).toHaveFocus();
  await userEvent.keyboard('A-101{Enter}');
  expect(onRenumber).toHaveBeenCalledExactlyOnceWith('a', 'A-101');
});

it('takes away the sight that is in focus, not the one that is selected', async () => {
  const screen = await register();
  (screen.getByRole('button', { name: /P-01/ }).element() as HTMLElement).focus();
  await userEvent.keyboard('{Delete}');
  expect(onRemove).toHaveBeenCalledExactlyOnceWith('a');
});

it('finds by number, name, kind and state, tells states in words, and stops what runs', async () => {
  const screen = await register({ a: { words: 'out of date', tone: 'old' }, b: { words: 'drawing', tone: 'working' }, c: { words: 'not drawn', tone: 'fault' } }); // prettier-ignore
  await userEvent.click(screen.getByRole('button', { name: 'Stop' }));
  expect(onStop).toHaveBeenCalledOnce();
  const find = screen.getByLabelText('Find a sight');
  const rows = () => screen.getByRole('complementary').element().querySelectorAll('section button').length;
  for (const [text, count] of [
    ['section shaft', 1],
    ['not drawn', 1],
    ['out of', 1],
    ['s-0', 2],
    ['nowhere', 0],
  ] as const) {
    // prettier-ignore
    await userEvent.fill(find, text);
    expect(rows()).toBe(count);
  }
  await expect.element(screen.getByText('No sight fits “nowhere”.')).toBeVisible();
  await userEvent.keyboard('{Escape}');
  await vi.waitFor(() => expect(rows()).toBe(3));
});

it('selects several with Ctrl and Shift; what is done then means all of them', async () => {
  const screen = await register();
  await userEvent.click(screen.getByRole('button', { name: /P-01/ }), { modifiers: ['Control'] });
  await expect.element(screen.getByText('2 of 3')).toBeVisible();
  expect(onSelect).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole('button', { name: /P-01/ }), { button: 'right' });
  await userEvent.click(screen.getByRole('menuitem', { name: 'Remove these 2' }));
  expect(onRemoveAll).toHaveBeenCalledOnce();
  (screen.getByRole('button', { name: /P-01/ }).element() as HTMLElement).focus();
  await userEvent.keyboard('{F2}{Delete}');
  expect([onPattern.mock.calls.length, onRemoveAll.mock.calls.length, onRemove.mock.calls.length]).toEqual([1, 2, 0]);
  await userEvent.keyboard('{Control>}a{/Control}');
  await expect.element(screen.getByText('3 of 3')).toBeVisible();
  // the one that is shown is let go: another of them is shown
  await userEvent.click(screen.getByRole('button', { name: /S-02/ }), { modifiers: ['Control'] });
  expect(onSelect).toHaveBeenCalledExactlyOnceWith('a');
  await userEvent.click(screen.getByRole('button', { name: /S-03/ }));
  await expect.element(screen.getByText('3 sights')).toBeVisible();
});

it('puts sights into the order in which they are dragged or stepped, in groups of one’s own', async () => {
  const screen = await register();
  await userEvent.click(screen.getByRole('combobox', { name: 'Arranged by' }));
  await userEvent.click(screen.getByRole('option', { name: 'own groups' }));
  await userEvent.dragAndDrop(screen.getByRole('button', { name: /S-03/ }), screen.getByRole('button', { name: /P-01/ }));
  expect(onFile.mock.lastCall).toEqual(['Order of S-03', ['c', 'a', 'b'].map((id, k) => ({ id, filing: { group: null, order: k + 1 } }))]);
  (screen.getByRole('button', { name: /P-01/ }).element() as HTMLElement).focus();
  await userEvent.keyboard('{Alt>}{ArrowDown}{/Alt}');
  expect((onFile.mock.lastCall![1] as { id: string }[]).map(({ id }) => id)).toEqual(['b', 'a', 'c']);
});
