import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Sight } from '../../../core/sights/sight';
import { shedInfo } from '../../testing/shed';
import { Slate } from './slate';

vi.mock('../../project/use-project', () => ({
  useProject: () => ({ project: { sets: { s: { id: 's', name: 'Roof', elements: ['Slab'] } } } }),
}));

const section: Sight = { kind: 'section', number: 'S-01', name: 'Through', path: [[-1, 2], [7, 2]], look: 'left', depth: null }; // prettier-ignore
const plan: Sight = { kind: 'plan', number: 'P-01', name: 'Ground', storey: 'Ground', height: 1.2, depth: null };
const onChange = vi.fn<(sight: Sight, label: string) => void>();
const [onScale, onFlip, onRemove] = [vi.fn(), vi.fn(), vi.fn()];
beforeEach(() => vi.clearAllMocks());

const slate = (sight: Sight, scale = 50) =>
  render(
    <Slate
      model={shedInfo()}
      entry={{ id: 'x', scale, sight }}
      sight={sight}
      firstField={null}
      {...{ onChange, onScale, onFlip, onRemove }}
    />,
  );
type Screen = Awaited<ReturnType<typeof slate>>;
const field = (screen: Screen, label: string) => screen.getByRole('textbox', { name: label, exact: true });
async function typed(screen: Screen, label: string, text: string): Promise<Sight> {
  await userEvent.fill(field(screen, label), text);
  await userEvent.keyboard('{Enter}');
  return onChange.mock.lastCall![0];
}

it('says where a section cuts in figures, and takes grid tags, lengths and turns', async () => {
  const screen = await slate(section);
  await expect.element(field(screen, 'From')).toHaveValue('−1\u2009000');
  await expect.element(field(screen, 'Length')).toHaveValue('8\u2009000');
  expect((await typed(screen, 'From', 'B-500')).path).toEqual([[5.5, 2], [7, 2]]); // prettier-ignore
  expect((await typed(screen, 'To, second figure', '1+250')).path).toEqual([[-1, 2], [7, 0.25]]); // prettier-ignore
  expect((await typed(screen, 'Length', '4m')).path).toEqual([[-1, 2], [3, 2]]); // prettier-ignore
  const [a, b] = (await typed(screen, 'Turn', '90')).path!;
  expect([...a!, ...b!].map((x) => +x.toFixed(6))).toEqual([3, -2, 3, 6]);
});

it('sets the reach, the side and the limits, and takes a limit away; a level counts from the zero of the file', async () => {
  const screen = await slate({ ...section, depth: 3, limits: { top: 4 } });
  expect((await typed(screen, 'Reach', '2500')).depth).toBe(2.5);
  await userEvent.click(screen.getByRole('radio', { name: 'cut only' }));
  expect(onChange.mock.lastCall![0].depth).toBe(0);
  await userEvent.click(screen.getByRole('radio', { name: 'no end' }));
  expect(onChange.mock.lastCall![0].depth).toBeNull();
  await userEvent.click(screen.getByRole('radio', { name: /^right/ }));
  expect(onFlip).toHaveBeenCalledOnce();
  await expect.element(field(screen, 'Top')).toHaveValue('+4.000');
  expect((await typed(screen, 'Top', '+3.200')).limits).toEqual({ top: 3.2 });
  expect((await typed(screen, 'Top', 'none')).limits).toEqual({ top: null });
  // the ends of the line bound it where nothing else does
  await expect.element(field(screen, 'Left')).toHaveValue('0');
  expect((await typed(screen, 'Left', '-500')).limits).toEqual({ top: 4, left: -0.5 });
});

it('chooses storey, height and scale of a plan, and what goes on it', async () => {
  const screen = await slate(plan, 75);
  await userEvent.click(screen.getByRole('combobox', { name: 'Storey' }));
  await userEvent.click(screen.getByRole('option', { name: 'Upper' }));
  expect(onChange.mock.lastCall![0].storey).toBe('Upper');
  expect((await typed(screen, 'Height', '~-200')).height).toBeCloseTo(1, 9);
  // a scale of its own stands among the usual ones
  await userEvent.click(screen.getByRole('combobox', { name: 'Scale' }));
  await expect.element(screen.getByRole('option', { name: '1:75' })).toBeVisible();
  await userEvent.click(screen.getByRole('option', { name: '1:20', exact: true }));
  expect(onScale).toHaveBeenCalledWith(20);
  await userEvent.click(screen.getByRole('checkbox', { name: 'Grid lines' }));
  expect(onChange.mock.lastCall![0].grid).toBe(false);
});

it('of a plan without a storey gives the level in the file alone', async () => {
  const screen = await slate({ ...plan, storey: undefined, height: 13.55 });
  await expect.element(screen.getByText('level, mm in the file')).toBeVisible();
  expect(screen.getByRole('combobox', { name: 'Storey' }).query()).toBeNull();
  expect((await typed(screen, 'Height', '14m')).height).toBe(14);
});

it('counts what is shown, by classes and sets, and takes a rule away', async () => {
  const screen = await slate({ ...section, show: [{ class: 'Door', use: 'exclude' }] });
  await expect.element(screen.getByText('4 of 5')).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Add to Only' }));
  await userEvent.click(screen.getByRole('menuitem', { name: 'Roof' }));
  expect(onChange.mock.lastCall![0].show).toEqual([{ set: 'Roof' }, { class: 'Door', use: 'exclude' }]);
  await userEvent.click(screen.getByRole('button', { name: 'door' }));
  expect(onChange.mock.lastCall![0].show).toEqual([]);
  await userEvent.click(screen.getByRole('button', { name: 'Add to Joints' }));
  await userEvent.click(screen.getByRole('menuitem', { name: 'Oak' }));
  expect(onChange.mock.lastCall![0].joints).toEqual([{ material: 'Oak' }]);
});

it('cuts no figure off, however long', async () => {
  const screen = await slate({ ...section, path: [[-123456.789, 2345678.5], [-123448.789, 2345678.5]], limits: { left: -1234.5678, top: 1234.5678 } }); // prettier-ignore
  for (const input of screen.getByRole('region', { name: 'Slate' }).element().querySelectorAll<HTMLInputElement>('input.field'))
    expect(input.scrollWidth, input.value).toBeLessThanOrEqual(input.clientWidth + 1);
});
