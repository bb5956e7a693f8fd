import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { pictorial, type Pictorial } from '../../../core/sights/make/pictorial';
import type { Sight } from '../../../core/sights/sight';
import { shedInfo } from '../../testing/shed';
import { Slate } from './slate';

vi.mock('../../project/use-project', () => ({
  useProject: () => ({ project: { sets: { s: { id: 's', name: 'Roof', elements: ['Slab'] } } } }),
}));

const section: Sight = { kind: 'section', number: 'S-01', name: 'Through', path: [[-1, 2], [7, 2]], look: 'left', depth: null }; // prettier-ignore
const plan: Sight = { kind: 'plan', number: 'P-01', name: 'Ground', storey: 'Ground', height: 1.2, depth: null };
const onChange = vi.fn<(sight: Sight, label: string) => void>();
const [onScale, onLook, onFlip, onCopy, onRemove, onSide, onKeep] = [vi.fn(), vi.fn(), vi.fn(), vi.fn(), vi.fn(), vi.fn(), vi.fn()];
beforeEach(() => vi.clearAllMocks());

const slate = (sight: Sight, scale = 50, model = shedInfo()) =>
  render(
    <Slate
      model={model}
      entry={{ id: 'x', scale, sight }}
      sight={sight}
      firstField={null}
      paintKey={null}
      {...{ onChange, onScale, onLook, onFlip, onCopy, onRemove, onSide, onKeep }}
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
  await userEvent.click(screen.getByRole('combobox', { name: 'Look' }));
  await userEvent.click(screen.getByRole('option', { name: 'Presentation' }));
  expect(onLook).toHaveBeenCalledWith('Presentation');
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
  await userEvent.click(screen.getByRole('button', { name: 'Add to Show only' }));
  await userEvent.click(screen.getByRole('menuitem', { name: 'Roof' }));
  expect(onChange.mock.lastCall![0].show).toEqual([{ set: 'Roof' }, { class: 'Door', use: 'exclude' }]);
  await userEvent.click(screen.getByRole('button', { name: 'door' }));
  expect(onChange.mock.lastCall![0].show).toEqual([]);
  await userEvent.click(screen.getByRole('button', { name: 'Add to Keep joints' }));
  const materials = screen.getByRole('menuitem', { name: 'By material' });
  await expect.element(materials).toBeVisible();
  (materials.element() as HTMLElement).focus();
  await userEvent.keyboard('{ArrowRight}');
  await expect.element(screen.getByRole('menuitem', { name: 'Oak' })).toBeVisible();
  await userEvent.keyboard('{End}{Enter}');
  expect(onChange.mock.lastCall![0].joints).toEqual([{ material: 'Oak' }]);
});

it('cuts no figure off, however long', async () => {
  const screen = await slate({ ...section, path: [[-123456.789, 2345678.5], [-123448.789, 2345678.5]], limits: { left: -1234.5678, top: 1234.5678 } }); // prettier-ignore
  for (const input of screen.getByRole('region', { name: 'Slate' }).element().querySelectorAll<HTMLInputElement>('input.field'))
    expect(input.scrollWidth, input.value).toBeLessThanOrEqual(input.clientWidth + 1);
});

it('shows a framed plane by its turn, its tilt and where it stands along its normal, or how high', async () => {
  const frame = { origin: [2, 1, 0], look: [0, 1, 0], up: [0, 0, 1], cut: true } as const;
  const screen = await slate({ ...section, path: undefined, frame });
  await expect.element(field(screen, 'Turn')).toHaveValue('90.0°');
  await expect.element(field(screen, 'Along')).toHaveValue('1\u2009000');
  expect((await typed(screen, 'Along', '~250')).frame!.origin).toEqual([2, 1.25, 0]);
  expect((await typed(screen, 'Turn', '0')).frame!.look).toEqual([1, 0, 0]);
  expect((await typed(screen, 'Tilt', '30')).frame!.look.map((x) => +x.toFixed(9))).toEqual([0, 0.866025404, -0.5]);
  expect((await typed(screen, 'Tilt', '90')).frame).toMatchObject({ look: [0, 0, -1], up: [0, 1, 0] });
  await typed(screen, 'Tilt', '91');
  await expect.element(screen.getByRole('alert')).toHaveTextContent('an angle from −90 to 90');
});

it('an axonometric is put to another usual way; an oblique has its angle and depths', async () => {
  const way = (kind: Pictorial): Sight => ({ number: 'X-01', ...pictorial(shedInfo(), kind) });
  const screen = await slate(way('isometric 2'));
  await expect.element(screen.getByRole('combobox', { name: 'As' })).toHaveTextContent('Isometric, south-east');
  await userEvent.click(screen.getByRole('combobox', { name: 'As' }));
  await userEvent.click(screen.getByRole('option', { name: 'Plan oblique' }));
  const plan = onChange.mock.lastCall![0];
  expect(plan).toMatchObject({ frame: { look: [0, 0, -1] }, oblique: { angle: 270, scale: 1 } });
  await screen.unmount();
  const other = await slate(plan);
  expect((await typed(other, 'Depths', '0.5')).oblique).toEqual({ angle: 270, scale: 0.5 });
  expect((await typed(other, 'Angle', '240')).oblique).toEqual({ angle: 240, scale: 1 });
  await userEvent.click(other.getByRole('combobox', { name: 'As' }));
  await userEvent.click(other.getByRole('option', { name: /^Dimetric/ }));
  expect(onChange.mock.lastCall![0]).toMatchObject({ oblique: undefined, frame: { up: [0, 0, 1] } });
});

it('a perspective has its eye, its target and its angle', async () => {
  const screen = await slate({
    kind: 'perspective',
    number: 'V-01',
    name: '',
    eye: [0, -5, 1.6],
    target: [3, 2, 1.6],
    fov: 60,
    depth: null,
  });
  expect((await typed(screen, 'Eye, level', '+2.100')).eye).toEqual([0, -5, 2.1]);
  expect((await typed(screen, 'Target', '4m')).target).toEqual([4, 2, 1.6]);
  expect((await typed(screen, 'Angle', '35')).fov).toBe(35);
  await userEvent.click(screen.getByRole('button', { name: 'Copy' }));
  expect(onCopy).toHaveBeenCalledOnce();
});

it('pulls groups apart: each farther than the one before, by a figure, along another axis, and puts them back', async () => {
  const way: Sight = { number: 'X-01', ...pictorial(shedInfo(), 'isometric 2') };
  const screen = await slate(way);
  await userEvent.click(screen.getByRole('button', { name: 'Add to Pulled apart' }));
  await userEvent.click(screen.getByRole('menuitem', { name: 'Roof' }));
  const one = onChange.mock.lastCall![0];
  expect(one.pullApart).toEqual([{ set: 'Roof', by: [0, 0, expect.any(Number)] }]);
  await screen.unmount();
  const two = await slate({ ...one, pullApart: [{ set: 'Roof', by: [0, 0, 3] }, { class: 'Wall', by: [1, 1, 0] }] }); // prettier-ignore
  expect((await typed(two, 'Move of roof', '4500')).pullApart![0]).toEqual({ set: 'Roof', by: [0, 0, 4.5] });
  await userEvent.click(two.getByRole('combobox', { name: 'Direction of wall' }));
  await userEvent.click(two.getByRole('option', { name: 'X', exact: true }));
  expect(onChange.mock.lastCall![0].pullApart![1]!.by.map((x) => +x.toFixed(6))).toEqual([1.414214, 0, 0]);
  await userEvent.click(two.getByRole('button', { name: 'roof', exact: true }));
  expect(onChange.mock.lastCall![0].pullApart).toEqual([{ class: 'Wall', by: [1, 1, 0] }]);
});

it('a section that steps aside has the depth of each leg and the way of each step; a figure of its line alone destroys no step', async () => {
  const path = [[0, 0], [4, 0], [4, 1.5], [7, 1.5]] as const; // prettier-ignore
  const screen = await slate({ ...section, path, depth: 3 });
  await expect.element(field(screen, 'Step 1')).toHaveValue('1\u2009500');
  expect((await typed(screen, 'Step 1', '800')).path).toEqual([[0, 0], [4, 0], [4, 0.8], [7, 0.8]]); // prettier-ignore
  expect((await typed(screen, 'Leg 2 to', '1200')).legDepths).toEqual([3, 1.2]);
  expect((await typed(screen, 'Leg 1 to', 'none')).legDepths).toEqual([null, 3]);
  expect(field(screen, 'Length').query()).toBeNull();
});

it('takes away what lies above by a trim that is typed, turned and flipped, and what lies outside of a box of the building', async () => {
  const screen = await slate(section);
  await userEvent.click(screen.getByRole('button', { name: 'Trim', exact: true }));
  await userEvent.click(screen.getByRole('menuitem', { name: 'What lies above' }));
  const trims = onChange.mock.lastCall![0].trims!;
  expect(trims).toEqual([{ origin: [3, 2, 2.375], normal: [0, 0, 1] }]);
  await screen.unmount();
  const trimmed = await slate({ ...section, trims });
  expect((await typed(trimmed, 'above', '+2.000')).trims).toEqual([{ origin: [3, 2, 2], normal: [0, 0, 1] }]);
  expect((await typed(trimmed, 'turn', '90')).trims).toEqual([{ origin: [3, 2, 2.375], normal: [0, 1, 0] }]);
  await userEvent.click(trimmed.getByRole('group', { name: 'Taken away' }).getByRole('button', { name: 'Flip' }));
  expect(onChange.mock.lastCall![0].trims![0]!.normal).toEqual([0, 0, -1]);
  await userEvent.click(trimmed.getByRole('button', { name: 'trim 1' }));
  expect(onChange.mock.lastCall![0].trims).toBeUndefined();
  await userEvent.click(trimmed.getByRole('button', { name: 'Keep box' }));
  const { keepBox } = onChange.mock.lastCall![0];
  expect(keepBox).toEqual({ centre: [3, 2, 2.375], size: [6, 4, 4.75] });
  await trimmed.unmount();
  const boxed = await slate({ ...section, keepBox });
  expect((await typed(boxed, 'Up to', '+3.000')).keepBox).toEqual({ centre: [3, 2, 1.5], size: [6, 4, 3] });
  expect((await typed(boxed, 'Wide', '2m')).keepBox!.size).toEqual([2, 4, 4.75]);
  await userEvent.click(boxed.getByRole('button', { name: 'Sight of' }));
  await userEvent.click(boxed.getByRole('menuitem', { name: 'its front' }));
  expect(onSide).toHaveBeenCalledExactlyOnceWith('front');
});

it('says which lines are drawn: hidden ones, what is far, the profile alone', async () => {
  const screen = await slate(section);
  await userEvent.click(screen.getByRole('button', { name: 'Lines' }));
  await userEvent.click(screen.getByRole('checkbox', { name: /^Hidden lines/ }));
  expect(onChange.mock.lastCall![0].hidden).toBe(true);
  await userEvent.click(screen.getByRole('checkbox', { name: /^Profile only/ }));
  expect(onChange.mock.lastCall![0].profile).toBe(true);
  expect((await typed(screen, 'Far from', '5m')).far).toBe(5);
  const jumps = screen.getByRole('textbox', { name: /^Jumps of/ });
  await userEvent.fill(jumps, '2m; 500');
  await userEvent.keyboard('{Enter}');
  expect(onChange.mock.lastCall![0].jumps).toEqual([0.5, 2]);
  const calls = onChange.mock.calls.length;
  await userEvent.fill(jumps, '2m, far');
  await userEvent.keyboard('{Enter}');
  await expect.element(screen.getByText(/^up to eight lengths/)).toBeVisible();
  expect(onChange).toHaveBeenCalledTimes(calls);
});

it('takes a sun by degrees or by place and moment, and says why of what is none', async () => {
  const screen = await slate(section);
  await screen.getByRole('button', { name: 'Lines' }).click();
  const sun = screen.getByRole('textbox', { name: /^Sun/ });
  const type = async (text: string) => {
    await sun.fill(text);
    await userEvent.keyboard('{Enter}');
  };
  await type('225, 95');
  await expect.element(screen.getByText(/degrees round from north/)).toBeVisible();
  expect(onKeep).not.toHaveBeenCalled();
  await type('225, 40');
  expect(onKeep).toHaveBeenLastCalledWith('Sun of S-01', [{ id: 'x', filing: { sun: { azimuth: 225, height: 40 } } }]);
  await type('51.5, -0.1, 2026-06-21T12:00Z');
  const [, [change]] = onKeep.mock.lastCall as [string, [{ filing: { sun: { azimuth: number; height: number } } }]];
  // at midsummer noon the sun stands 90 - 51.5 + 23.4 degrees high in the south
  expect(change.filing.sun.height).toBeCloseTo(61.9, 0);
  expect(Math.abs(change.filing.sun.azimuth - 180)).toBeLessThan(3);
});

it('offers limits around the building where the ground makes a picture much larger, and only while nothing is limited', async () => {
  const shed = shedInfo();
  const ground = { ...shed.elements[0]!, id: 'ground', use: 'terrain' as const };
  const wide = (by: number) => ({ ...shed, elements: [...shed.elements, ground], elementBoxes: Float32Array.from([...shed.elementBoxes, -by, -by, -1, 6 + by, 4 + by, 0]) }); // prettier-ignore
  const offer = (screen: Screen) => screen.getByRole('button', { name: 'Around the building' });
  for (const [sight, model] of [
    [plan, shed],
    [plan, wide(0.5)],
    [{ ...plan, limits: { left: 0 } }, wide(40)],
    [section, wide(40)],
  ] as const) // prettier-ignore
  {
    const screen = await slate(sight, 50, model);
    expect(offer(screen).elements()).toHaveLength(0);
    await screen.unmount();
  }
  const screen = await slate(plan, 50, wide(40));
  await userEvent.click(offer(screen));
  // two metres around 6 by 4, in half metres
  expect(onChange.mock.lastCall![0].limits).toEqual({ left: -2, right: 8, bottom: -2, top: 6 });
});
