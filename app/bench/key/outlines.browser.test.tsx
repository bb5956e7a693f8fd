import { useEffect } from 'react';
import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { PointsTool } from '../../board/points-tool';
import type { Command } from '../../project/commands';
import { shedInfo } from '../../testing/shed';
import UnitQuestion from '../unit-question';
import OutlineTool from './outline-tool';
import { PlacePoints } from './place-points';
import { useOutlines, type Outlines } from './use-outlines';

const square = [0, 0, 4, 0, 4, 3, 0, 3];
const model = shedInfo({ plan: [], corrections: { drawn: [{ layer: 'SLAB', rings: [square] }] } });
const send = vi.fn<(command: Command) => Promise<never>>(() => Promise.resolve({ fault: null, said: null } as never));
beforeEach(() => vi.clearAllMocks());
const now: { outlines: Outlines } = { outlines: null! };
function Plan() {
  const outlines = useOutlines(model, send as never);
  useEffect(() => {
    now.outlines = outlines;
  });
  return (
    <div style={{ position: 'fixed', left: 0, top: 0, width: 1000, height: 600 }}>
      <OutlineTool outlines={outlines} matrix={[100, 0, 0, -100, 50, 450]} size={{ width: 1000, height: 600 }} />
    </div>
  );
}
const place = (at: Vec2, isSquared = false) => ({ at, snap: null, isSquared, zoom: 100 });
const drawn = () => (send.mock.lastCall![0] as unknown as { patch: { draw: { layer: string; rings: number[][] } } }).patch.draw;

it('draws a wall along its middle line, on the grid and squared, and ends it by Enter', async () => {
  const screen = await render(<Plan />);
  await userEvent.fill(screen.getByLabelText('thick'), '200');
  await userEvent.keyboard('{Enter}');
  for (const p of [[5.02, 0.98], [8.03, 1.04]] as Vec2[]) now.outlines.tool.click(place(p, p[0] > 6)); // prettier-ignore
  await expect.element(screen.getByRole('button', { name: 'End wall' })).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'End wall' }));
  await vi.waitFor(() => expect(send).toHaveBeenCalledOnce());
  expect(send.mock.lastCall![0]).toMatchObject({ intent: 'correct', label: 'Outline on WALLS' });
  const [ring] = drawn().rings;
  const [xs, ys] = [0, 1].map((k) => ring!.filter((_, i) => i % 2 === k));
  expect([Math.min(...xs!), Math.max(...xs!), Math.min(...ys!), Math.max(...ys!)].map((n) => +n.toFixed(6))).toEqual([5, 8, 0.9, 1.1]);
});

it('draws an outline by figures, goes back by one, closes on its first corner, and takes too few points for nothing', async () => {
  const screen = await render(<Plan />);
  await userEvent.click(screen.getByRole('radio', { name: 'outline' }));
  await userEvent.fill(screen.getByLabelText('Layer'), 'COLUMNS');
  const x = screen.getByLabelText('X of the next point');
  for (const point of ['6m; 1m', '7m; 1m', '9m; 9m']) {
    await userEvent.fill(x, point);
    await userEvent.keyboard('{Enter}');
  }
  await userEvent.click(screen.getByRole('button', { name: 'Back' }));
  now.outlines.tool.click(place([7.01, 2.02]));
  now.outlines.tool.click(place([6.03, 0.98]));
  await vi.waitFor(() => expect(send).toHaveBeenCalledOnce());
  expect(drawn()).toEqual({ layer: 'COLUMNS', rings: [[6, 1, 7, 1, 7, 2]] });
  now.outlines.tool.click(place([1, 1]));
  now.outlines.tool.end(true);
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(send).toHaveBeenCalledOnce();
});

it('stands on the corner of what was drawn before, and takes an outline away', async () => {
  const screen = await render(<Plan />);
  now.outlines.tool.move(place([3.95, 2.96]));
  expect(now.outlines.tool.get().aim).toEqual([4, 3]);
  now.outlines.pick(0);
  await userEvent.click(screen.getByRole('button', { name: 'Take the outline on SLAB away' }));
  expect(send).toHaveBeenCalledWith({ intent: 'correct', label: 'Outline on SLAB taken away', patch: { undraw: { layer: 'SLAB', rings: [square] } } }); // prettier-ignore
});

it('asks for the points of a section, counts from the grid, and goes back by one with Escape', async () => {
  const [onDone, onCancel] = [vi.fn(), vi.fn()];
  const tool = new PointsTool({ most: 2, square: (_, to) => to, onDone });
  const screen = await render(
    <PlacePoints row={{ every: vi.fn(), make: vi.fn() }} model={shedInfo()} placing={{ of: 'section', tool }} onCancel={onCancel} />,
  );
  await expect.element(screen.getByLabelText('X of the point')).toHaveFocus();
  await userEvent.keyboard('B-1m; 1+500{Enter}');
  await expect.element(screen.getByText('Second point')).toBeVisible();
  expect(tool.get().points).toEqual([[5, 0.5]]);
  await userEvent.keyboard('5m; 500{Enter}');
  await expect.element(screen.getByRole('alert')).toHaveTextContent('a second point away from the first');
  await userEvent.keyboard('{Escape}');
  await expect.element(screen.getByText('First point')).toBeVisible();
  expect(onCancel).not.toHaveBeenCalled();
  await userEvent.keyboard('{Escape}');
  expect(onCancel).toHaveBeenCalledOnce();
});

it('asks for the unit of a file that gives none, and no other', async () => {
  const onAnswer = vi.fn();
  const asked = (asRead: { metres: number; up: 'y' | 'z'; isStated: boolean }) => (
    <UnitQuestion model={shedInfo({ asRead })} onAnswer={onAnswer} />
  );
  const screen = await render(asked({ metres: 1, up: 'z', isStated: false }));
  await expect.element(screen.getByText(/Taken for metres, Z up, it is 6.00 × 4.00 × 4.75 m large/)).toBeVisible();
  await userEvent.click(screen.getByRole('combobox', { name: 'Unit' }));
  await userEvent.click(screen.getByRole('option', { name: 'feet' }));
  expect(onAnswer).toHaveBeenLastCalledWith({ unit: 'ft', up: 'z' });
  await userEvent.click(screen.getByRole('button', { name: 'That is right' }));
  expect(onAnswer).toHaveBeenLastCalledWith({ unit: 'm', up: 'z' });
  await screen.rerender(asked({ metres: 1, up: 'z', isStated: true }));
  expect(screen.container.textContent).toBe('');
});
