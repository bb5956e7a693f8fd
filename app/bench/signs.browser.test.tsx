import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Sight } from '../../core/sights/sight';
import { shedInfo } from '../testing/shed';
import { LimitHandles } from './drawing/limit-handles';
import { KeySigns } from './key/key-signs';
import type { KeyFrame } from './sight-geometry';

/** Fifty pixels to the metre, the zero of both panes in their middle. */
const view = { u: 0, v: 0, keyV: 0, zoom: 50 };
const size = { width: 800, height: 600 };
const frame: KeyFrame = { origin: [0, 0], right: [1, 0], look: [0, 1] };
const [onGrip, onTake] = [vi.fn(), vi.fn()];
beforeEach(() => vi.clearAllMocks());

const signs = (sight: Sight) =>
  render(
    <svg width={800} height={600} style={{ position: 'fixed', left: 0, top: 0 }}>
      <KeySigns model={shedInfo()} matter={[]} {...{ sight, frame, view, size, onGrip }} level={1.2} />
    </svg>,
  );
const press = (target: Element) => target.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true }));
/** The middle of what is drawn, in whole pixels. */
const middle = (target: Element) => {
  const { left, top, width, height } = target.getBoundingClientRect();
  return [Math.round(left + width / 2), Math.round(top + height / 2)];
};

it('a perspective stands in the plan with its eye and its target, each to be taken, and sees as wide as its angle', async () => {
  const screen = await signs({ kind: 'perspective', number: 'V-01', name: '', eye: [-2, -1, 1.6], target: [2, -1, 1.6], fov: 90 });
  const grip = (which: string) => screen.container.querySelector(`[data-grip=${which}]`)!;
  expect([middle(grip('eye')), middle(grip('target'))]).toEqual([[300, 350], [500, 350]]); // prettier-ignore
  press(grip('target'));
  expect(onGrip).toHaveBeenCalledExactlyOnceWith('target', expect.anything());
  // the sides of a right angle: as far to either side as ahead
  const { width, height, left } = screen.container.querySelector('path')!.getBoundingClientRect();
  expect(Math.round(left)).toBe(300);
  expect(height / width).toBeCloseTo(2, 1);
});

it('a section that steps aside shows all of its line; each leg and each step is taken by itself, both ends by their corners', async () => {
  const path = [[-4, 0], [0, 0], [0, 2], [4, 2]] as const; // prettier-ignore
  const screen = await signs({ kind: 'section', number: 'S-01', name: '', path, look: 'left', depth: null });
  const [first, step] = [1, 2].map((k) => screen.getByTestId(`grip-leg-${k}`).element());
  expect([middle(first!), middle(step!)]).toEqual([[300, 300], [400, 250]]); // prettier-ignore
  press(step!);
  expect(onGrip).toHaveBeenLastCalledWith('leg 1', expect.anything());
  expect([middle(screen.getByTestId('grip-first').element()), middle(screen.getByTestId('grip-last').element())]).toEqual([[200, 300], [600, 200]]); // prettier-ignore
  // it looks up the page: stems of both wide legs stand above them
  const stems = [...screen.container.querySelectorAll('g > g > path')].map(middle).filter(([x]) => x === 300 || x === 500);
  expect(stems).toContainEqual([300, 283]);
  expect(stems).toContainEqual([500, 183]);
});

it('where limits go beyond the line of a section the line goes on to a bar at each, straight or jogged; else it ends', async () => {
  const straight: Sight = { kind: 'section', number: 'S-01', name: '', path: [[-4, 0], [4, 0]], look: 'left', depth: null }; // prettier-ignore
  const jogged: Sight = { ...straight, path: [[-4, 0], [0, 0], [0, 2], [4, 2]] }; // prettier-ignore
  for (const sight of [straight, jogged]) {
    const none = await signs({ ...sight, limits: { left: 1, right: 7 } });
    expect(none.getByTestId('beyond-line').elements()).toHaveLength(0);
    await none.unmount();
    const both = await signs({ ...sight, limits: { left: -1, right: 10 } });
    const bars = both.getByTestId('beyond-line').elements().map((own) => middle(own.querySelectorAll('path')[1]!)); // prettier-ignore
    // fifty pixels to the metre: a metre to the left of the line, two to the right
    expect(bars).toEqual([[150, 300], [700, sight === straight ? 300 : 200]]); // prettier-ignore
    await both.unmount();
  }
});

it('limits have a handle in the middle of each side, at what is drawn where nothing is limited', async () => {
  const sight: Sight = { kind: 'elevation', number: 'E-01', name: '', toward: 'north', limits: { left: -6, top: 2 } };
  const screen = await render(
    <div className="group" style={{ position: 'fixed', left: 0, top: 0, ...size }}>
      <LimitHandles {...{ sight, view, size, onTake }} bounds={[-6, -1, 7, 2]} />
    </div>,
  );
  const handle = (side: string) => screen.container.querySelector(`[data-limit=${side}]`)!;
  expect(['left', 'right', 'bottom', 'top'].map((side) => middle(handle(side)))).toEqual([[100, 275], [750, 275], [425, 350], [425, 200]]); // prettier-ignore
  press(handle('right'));
  expect(onTake).toHaveBeenCalledExactlyOnceWith('right');
  expect([...screen.container.querySelectorAll('path')].map((line) => line.getAttribute('d'))).toEqual(['M100 200V350', 'M100 200H750']);
});

it('a section whose plane is tilted shows the line in which it meets the plan, between its limits, and by how much it is tilted', async () => {
  // it rises by 45 degrees to the back: 1.2 m up it stands 1.2 m farther back
  const frame = { origin: [0, 0, 0], look: [0, 1, -1], up: [0, 1, 1], cut: true } as const;
  const screen = await signs({ kind: 'section', number: 'S-01', name: '', frame, limits: { left: -2, right: 4 }, depth: 2 });
  const found = () => screen.container.querySelector('[data-testid=grip-line]');
  await expect.poll(() => found()?.getAttribute('d')).toBe('M300 240L600 240');
  const line = found()!;
  expect(screen.container.textContent).toContain('S-01 45.0°');
  press(line);
  expect(onGrip).toHaveBeenCalledExactlyOnceWith('line', expect.anything());
});
