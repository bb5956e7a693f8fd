import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { AS_IT_IS } from '../../core/model/placement';
import type { ModelPart } from '../data/database';
import type { PartWish } from '../data/parts';
import { ModelHead } from './model-head';
import { PlaceCard, type PointWish } from './place-card';
import { PlanTable } from './plan-table';
import { SeenFrom } from './seen-from';
import { shedInfo } from '../testing/shed';

const part = (name: string, x: number, more: Partial<ModelPart['own']> = {}): ModelPart => ({
  key: name,
  name,
  fileName: `${name}.ifc`,
  base: name,
  corrections: {},
  placement: AS_IT_IS,
  isHidden: false,
  own: {
    source: 'IFC4',
    elements: 3,
    asRead: { metres: 0.001, up: 'z', isStated: true },
    origin: [0, 0, 0],
    storeys: [],
    grid: [
      { tag: 'A', from: [x, 0, 0], to: [x, 9, 0] },
      { tag: '1', from: [x, 0, 0], to: [x + 9, 0, 0] },
    ],
    ...more,
  } as unknown as ModelPart['own'],
});
const onChange = vi.fn<(changed: Partial<PartWish>, label: string) => void>();
const onPoint = vi.fn<(wish: PointWish | null) => void>();
beforeEach(() => vi.clearAllMocks());

it('lays a model by common grid lines, says by which; without the map on both sides that is not offered', async () => {
  const screen = await render(<PlaceCard part={part('structure', 5)} over={part('house', 2)} point={null} {...{ onPoint, onChange }} />);
  await expect.element(screen.getByRole('button', { name: 'the map' })).toBeDisabled();
  await userEvent.click(screen.getByRole('button', { name: 'grid lines' }));
  expect(onChange.mock.lastCall![0].placement!.by.map((n) => +n.toFixed(9))).toEqual([-3, 0, 0]);
  await expect.element(screen.getByRole('status')).toHaveTextContent(/^Laid by .*A.*; off by 0 mm at most\.$/);
});

it('moves it by one picked point, and by figures; unit and upright axis are its own', async () => {
  const screen = await render(<PlaceCard part={part('structure', 5)} over={null} point={null} {...{ onPoint, onChange }} />);
  const pick = async (name: string, at: readonly [number, number, number]) => {
    await userEvent.click(screen.getByRole('button', { name: `Pick ${name}`, exact: true }));
    onPoint.mock.lastCall![0]!.onPoint(at);
  };
  await pick('first point', [1, 1, 0]);
  await pick('its place', [4, 3, 0.5]);
  await userEvent.click(screen.getByRole('button', { name: 'the points below' }));
  expect(onChange.mock.lastCall![0].placement!.by).toEqual([3, 2, 0.5]);
  await userEvent.fill(screen.getByLabelText('turn'), '17');
  await userEvent.keyboard('{Enter}');
  expect(onChange.mock.lastCall![0].placement!.turn).toBeCloseTo((17 * Math.PI) / 180, 12);
  await userEvent.click(screen.getByRole('combobox', { name: 'Units of structure' }));
  await userEvent.click(screen.getByRole('option', { name: 'inches' }));
  expect(onChange).toHaveBeenLastCalledWith({ corrections: { unit: 'in' } }, 'Units of structure are in');
  await userEvent.click(screen.getByRole('combobox', { name: 'Upright axis of structure' }));
  await userEvent.click(screen.getByRole('option', { name: 'Y' }));
  expect(onChange).toHaveBeenLastCalledWith({ corrections: { up: 'y' } }, 'Y is up in structure');
});

it('builds the layers of a plan by a table: what, from where, how high, of what', async () => {
  const told = vi.fn();
  const rows = [
    { layer: 'WALLS', outlines: 4, class: 'Wall', base: 0, height: 2.5, material: 'Masonry' },
    { layer: 'NOTES', outlines: 9, class: '', base: 0, height: 0, material: '' },
  ];
  const screen = await render(<PlanTable rows={rows} onChange={told} />);
  await userEvent.fill(screen.getByLabelText('Height of WALLS'), '3.2m');
  await userEvent.keyboard('{Enter}');
  expect(told).toHaveBeenLastCalledWith('WALLS', { height: 3.2 });
  await userEvent.fill(screen.getByLabelText('Base of WALLS'), '+0.150');
  await userEvent.keyboard('{Enter}');
  expect(told).toHaveBeenLastCalledWith('WALLS', { base: 0.15 });
  // what is not built has no height yet
  await userEvent.click(screen.getByRole('combobox', { name: 'NOTES is built as' }));
  await userEvent.click(screen.getByRole('option', { name: 'Column' }));
  expect(told).toHaveBeenLastCalledWith('NOTES', { class: 'Column', height: 2.5 });
  await userEvent.fill(screen.getByLabelText('Material of WALLS'), ' Oak ');
  await userEvent.keyboard('{Enter}');
  expect(told).toHaveBeenLastCalledWith('WALLS', { material: 'Oak' });
});

it('says what a file was taken for, and that it did not say so', async () => {
  const [onUnit, onUp] = [vi.fn(), vi.fn()];
  const head = (asRead: { metres: number; up: 'y' | 'z'; isStated: boolean }) => (
    <ModelHead name="Shed" model={shedInfo({ asRead })} count={5} isBusy={false} {...{ onUnit, onUp }}>
      {null}
    </ModelHead>
  );
  const screen = await render(head({ metres: 0.01, up: 'z', isStated: false }));
  await expect.element(screen.getByText('not stated')).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'It is centimetres' }));
  expect(onUnit).toHaveBeenLastCalledWith('cm');
  await userEvent.click(screen.getByRole('combobox', { name: 'Up' }));
  await userEvent.click(screen.getByRole('option', { name: 'Y' }));
  expect(onUp).toHaveBeenLastCalledWith('y');
  // a unit of its own is none of those that are offered
  await screen.rerender(head({ metres: 0.3, up: 'z', isStated: true }));
  await expect.element(screen.getByRole('combobox', { name: 'Units in the file' })).toHaveTextContent('own');
  expect(screen.getByText('not stated').query()).toBeNull();
});

it('sees the model from a compass point by true north, and from typed angles', async () => {
  const onStand = vi.fn();
  const a = (17 * Math.PI) / 180;
  const screen = await render(
    <SeenFrom
      stand={{ round: 17, up: 30 }}
      trueNorth={[Math.sin(a), Math.cos(a)]}
      onStand={onStand}
      onWhole={() => undefined}
      onSight={() => undefined}
      isFacing={false}
      onFacing={() => undefined}
    />,
  );
  await expect.element(screen.getByRole('button', { name: 'N', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await userEvent.click(screen.getByRole('button', { name: 'E', exact: true }));
  expect(onStand.mock.lastCall![0].round).toBeCloseTo(107, 9);
  await userEvent.fill(screen.getByLabelText('up'), '45');
  await userEvent.keyboard('{Enter}');
  expect(onStand.mock.lastCall![0]).toEqual({ round: expect.closeTo(17, 9), up: expect.closeTo(45, 9) });
});
