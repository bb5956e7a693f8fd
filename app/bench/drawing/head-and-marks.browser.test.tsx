import axe from 'axe-core';
import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { ShownFinding } from '../../data/drawn-sight';
import type { Sight } from '../../../core/sights/sight';
import { mendsOf } from '../mends';
import Palette from '../palette';
import { CanvasHead } from './canvas-head';
import ProofMarks from './proof-marks';

const calls = {
  onPaper: vi.fn(),
  onFit: vi.fn(),
  onExport: vi.fn(),
  onSaveProject: vi.fn(),
  onForms: vi.fn(),
  onFinding: vi.fn(),
  onMend: vi.fn(),
};
const cut = vi.hoisted(() => vi.fn());
vi.mock('../../workers/pool', () => ({ quickCut: cut }));
const model = { id: 'm' } as never;
beforeEach(() => {
  vi.clearAllMocks();
  cut.mockResolvedValue([]);
});
const findings: ShownFinding[] = [
  { kind: 'grazing', words: 'the plane lies in a face of Wall south', at: [1, 1], mend: { nudge: 0.005 } },
  { kind: 'no fill', words: 'Door has no material', at: null },
];
const section: Sight = { kind: 'section', number: 'S-01', name: '', path: [[0, 0], [4, 0]], look: 'left', depth: null }; // prettier-ignore
const head = (more: Partial<React.ComponentProps<typeof CanvasHead>> = {}) =>
  render(
    <CanvasHead
      model={model}
      number="S-01"
      name="Through"
      words="section, looking north"
      paper={0.574}
      exportable={3}
      hasBehind={false}
      forms={{}}
      working={null}
      said={null}
      findings={[]}
      mends={(finding) => mendsOf(section, finding)}
      {...calls}
      {...more}
    />,
  );

it('says at which size the drawing is shown in words, and shows it at its true size', async () => {
  const screen = await head();
  const size = screen.getByRole('button', { name: 'Shown at 57 % of its size on paper' });
  await userEvent.click(size);
  await userEvent.click(screen.getByRole('menuitem', { name: /True paper size/ }));
  expect(calls.onPaper).toHaveBeenCalledWith(1);
});

it('what was done last stands on its own, apart from what can be done', async () => {
  const screen = await head({ said: 'Other side of S-01' });
  const said = screen.getByRole('status').element();
  expect(said.textContent).toBe('Other side of S-01.');
  const [left, right] = [said.getBoundingClientRect(), screen.getByRole('button', { name: 'Export' }).element().getBoundingClientRect()];
  // as far from the word as the middle of the head is wide: it cannot be read as its object
  expect(right.left - left.right).toBeGreaterThan(200);
  expect(said.parentElement!.querySelector('[role=status] button')).toBeNull();
});

it('leads from the chip to the place of a finding, and says when there is none', async () => {
  const screen = await head({ findings });
  await userEvent.click(screen.getByRole('button', { name: /^Proof/ }));
  await userEvent.click(screen.getByRole('menuitem', { name: /no fill/ }));
  expect(calls.onFinding).toHaveBeenCalledWith(findings[1]);
  // one step to either side, each with a picture of what is cut there then
  cut.mockImplementation((_, { path }: Sight) => Promise.resolve([{ face: [Float64Array.of(0.5, 1, path![0]![1] > 0 ? 1.5 : 2, 1, 1, 1.4)] }])); // prettier-ignore
  await userEvent.click(screen.getByRole('button', { name: /^Proof/ }));
  const picture = (way: string) => screen.getByRole('img', { name: `Move it 5 mm ${way}: what is cut then` });
  await vi.waitFor(() =>
    expect(picture('away').element().querySelector('path')!.getAttribute('d')).toBe('M50.0 33.0L100.0 33.0L75.0 13.0Z'),
  );
  expect(picture('nearer').element().querySelector('path')!.getAttribute('d')).toContain('L125.0 33.0');
  await userEvent.click(screen.getByRole('menuitem', { name: /Move it 5 mm nearer$/ }));
  expect(calls.onMend.mock.lastCall![0].sight.path).toEqual([[0, -0.005], [4, -0.005]]); // prettier-ignore
  await screen.rerender(<CanvasHead model={model} number="" name="" words="" paper={null} exportable={0} hasBehind={false} forms={{}} working={null} said={null} findings={[]} mends={() => []} {...calls} />); // prettier-ignore
  await expect.element(screen.getByText('Proof clean')).toBeVisible();
  expect(screen.getByRole('button').query()).toBeNull();
});

it('exports one or all, in each form, and a form is kept', async () => {
  const screen = await head();
  const choose = async (name: string | RegExp) => {
    await userEvent.click(screen.getByRole('button', { name: 'Export' }));
    await userEvent.click(screen.getByRole('menuitem', { name }).first());
  };
  await choose(/^DXF/);
  expect(calls.onExport).toHaveBeenLastCalledWith('dxf', false);
  await choose(/^JSON/);
  expect(calls.onExport).toHaveBeenLastCalledWith('json', false);
  await choose(/project file/);
  expect(calls.onSaveProject).toHaveBeenCalledOnce();
});

it('marks findings at their places under the number of the chip, told to those who cannot see them', async () => {
  const view = { u: 0, v: 0, keyV: 0, zoom: 50 };
  const size = { width: 400, height: 300 };
  const screen = await render(<ProofMarks findings={[...findings, { kind: 'gap', words: '', at: [90, 0] }]} view={view} size={size} />);
  const mark = screen.getByRole('img', { name: 'Finding 1: grazing' });
  await expect.element(mark).toBeInTheDocument();
  const { x, y, width, height } = mark.element().querySelector('circle')!.getBoundingClientRect();
  const pane = mark.element().closest('svg')!.getBoundingClientRect();
  expect([x + width / 2 - pane.x, y + height / 2 - pane.y]).toEqual([250, 100]);
  // without a place, and beyond the pane, there is none
  expect(screen.container.querySelectorAll('circle')).toHaveLength(1);
  expect((await axe.run(screen.container)).violations.map((v) => v.id)).toEqual([]);
});

it('goes to a sight or a command by its words', async () => {
  const [run, onOpen] = [vi.fn(), vi.fn()];
  const entries = ['S-01 Through the shaft', 'P-02 Upper storey', 'Other side'].map((words, k) => ({ id: `${k}`, words, group: k < 2 ? 'Sights' : 'Commands', run: () => run(words) })); // prettier-ignore
  const screen = await render(<Palette open onOpen={onOpen} entries={entries} />);
  await userEvent.type(screen.getByPlaceholder('Number, name or what to do'), 'upper{Enter}');
  expect(run).toHaveBeenCalledExactlyOnceWith('P-02 Upper storey');
  expect(onOpen).toHaveBeenCalledWith(false);
});
