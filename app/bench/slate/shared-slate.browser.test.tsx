import { userEvent } from 'vitest/browser';
import { expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Sight } from '../../../core/sights/sight';
import type { ProjectSight } from '../../data/project';
import { patched } from '../../data/sight-patch';
import type { Command } from '../../project/commands';
import { shedInfo } from '../../testing/shed';
import { manyActs } from '../many-acts';
import SharedSlate from './shared-slate';

vi.mock('../../project/use-project', () => ({ useProject: () => ({ project: { sets: {} } }) }));

const section = (number: string, y: number, more: Partial<Sight> = {}): ProjectSight => ({
  id: number,
  scale: 50,
  sight: { kind: 'section', number, name: number, path: [[0, y], [6, y]], look: 'left', depth: 3, ...more }, // prettier-ignore
});
const all = [section('S-01', 1), section('S-02', 2, { depth: null, limits: { top: 2 } })];
const send = vi.fn<(command: Command) => void>();

function Held() {
  const model = shedInfo();
  const acts = manyActs({ project: { sights: {} } as never, model, all, send: send as never, onSelect: vi.fn(), onChosen: vi.fn() });
  return <SharedSlate model={model} all={all} acts={acts} onPattern={vi.fn()} />;
}
/** The sights as the last command leaves them. */
const left = (): readonly Sight[] => {
  const command = send.mock.lastCall![0] as Extract<Command, { intent: 'change sights' }>;
  return all.map(({ id, sight }) => {
    const own = command.changes.find((change) => change.id === id)?.patch;
    return own ? patched(sight, own) : sight;
  });
};

it('says where several differ, and changes all of them in one step, each from what it has', async () => {
  const screen = await render(<Held />);
  const field = (label: string) => screen.getByRole('textbox', { name: label, exact: true });
  await expect.element(field('Reach')).toHaveValue('differs');
  await expect.element(field('Top')).toHaveValue('differs');
  (field('Reach').element() as HTMLElement).focus();
  await userEvent.keyboard('{Enter}');
  expect(screen.getByRole('alert').query()).toBeNull();
  const typed = async (label: string, text: string) => {
    await userEvent.fill(field(label), text);
    await userEvent.keyboard('{Enter}');
    return left();
  };
  expect((await typed('Reach', '2500')).map((s) => s.depth)).toEqual([2.5, 2.5]);
  expect((await typed('Bottom', '-1m')).map((s) => s.limits)).toEqual([{ bottom: -1 }, { top: 2, bottom: -1 }]);
  expect((await typed('Move by', '250')).map((s) => s.path![0])).toEqual([[0, 1.25], [0, 2.25]]); // prettier-ignore
  await userEvent.click(screen.getByRole('button', { name: 'Flip' }));
  expect(left().map((s) => s.look)).toEqual(['right', 'right']);
  await userEvent.click(screen.getByRole('checkbox', { name: 'Hidden lines' }));
  expect(left().map((s) => s.hidden)).toEqual([true, true]);
  const calls = send.mock.calls.length;
  await userEvent.click(screen.getByRole('combobox', { name: 'Scale' }));
  await userEvent.click(screen.getByRole('option', { name: '1:20', exact: true }));
  expect(send.mock.lastCall![0]).toMatchObject({ intent: 'change sights', label: 'Scale of 2 sights', changes: [{ id: 'S-01', scale: 20 }, { id: 'S-02', scale: 20 }] }); // prettier-ignore
  expect(send).toHaveBeenCalledTimes(calls + 1);
});
