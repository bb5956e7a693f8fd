import { useEffect, useState } from 'react';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { useGestures, type Hand } from './use-gestures';
import { toU, toV, type BenchView } from './view';

const size = { width: 400, height: 300 };
const now = { view: { u: 0, v: 0, keyV: 0, zoom: 1 } as BenchView };
let isHeld: boolean;
const hand = () => vi.fn<(hand: Hand) => void>();
const [pressed, moved, letGo, clicked] = [hand(), hand(), hand(), hand()];

function Pane() {
  const [own, setView] = useState<BenchView>({ u: 10, v: 5, keyV: -3, zoom: 40 });
  useEffect(() => {
    now.view = own;
  });
  const { element, bind } = useGestures({
    ...{ middle: 'v', setView, size },
    isHeld: () => isHeld,
    ...{ onPress: pressed, onMove: moved, onLetGo: letGo, onClick: clicked },
  });
  return (
    <div {...bind()} ref={element} data-testid="pane" style={{ position: 'fixed', left: 30, top: 20, ...size, touchAction: 'none' }}>
      <button type="button" style={{ position: 'absolute', right: 0, bottom: 0 }} onPointerDown={(e) => e.stopPropagation()}>
        card
      </button>
    </div>
  );
}

let pane: Element;
beforeEach(async () => {
  vi.clearAllMocks();
  isHeld = false;
  // pointers that no hand has cannot be captured
  Element.prototype.setPointerCapture = () => undefined;
  const screen = await render(<Pane />);
  pane = screen.getByTestId('pane').element();
});
const pointer = (type: string, x: number, y: number, more: PointerEventInit = {}, target = pane) =>
  target.dispatchEvent(new PointerEvent(type, { bubbles: true, cancelable: true, pointerId: 1, pointerType: 'mouse', isPrimary: true, button: 0, buttons: type === 'pointerup' ? 0 : 1, clientX: 30 + x, clientY: 20 + y, ...more })); // prettier-ignore
/** After React has put the view there. */
const soon = (what: () => void) => vi.waitFor(what, { timeout: 2000 });

it('pans by dragging, one pixel of the view for one of the hand, and does not take that for a click', async () => {
  pointer('pointerdown', 100, 100);
  for (let k = 1; k <= 10; k++) pointer('pointermove', 100 + k * 8, 100 + k * 4);
  pointer('pointerup', 180, 140);
  await soon(() => expect(now.view.u).toBeCloseTo(10 - 80 / 40, 9));
  expect(now.view.v).toBeCloseTo(5 + 40 / 40, 9);
  expect(now.view.keyV).toBe(-3);
  expect(clicked).not.toHaveBeenCalled();
});

it('takes a press on the spot for a click where it was, and leaves alone what lies over the pane', async () => {
  pointer('pointerdown', 50, 60);
  pointer('pointermove', 51, 61);
  pointer('pointerup', 51, 61);
  await soon(() => expect(clicked).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ x: 51, y: 61, shiftKey: false })));
  const card = pane.querySelector('button')!;
  const pressed = vi.fn();
  card.addEventListener('click', pressed);
  card.click();
  expect(pressed).toHaveBeenCalledOnce();
  pointer('pointerdown', 390, 290, {}, card);
  pointer('pointermove', 300, 200, {}, card);
  pointer('pointerup', 300, 200, {}, card);
  await new Promise(requestAnimationFrame);
  expect(now.view.u).toBe(10);
  expect(clicked).toHaveBeenCalledOnce();
});

it('zooms about the pointer by the wheel, and pans along with Shift; the page stays', async () => {
  const [x, y] = [320, 90];
  const before = [toU(now.view, size, x), toV(now.view.zoom, now.view.v, size, y)];
  const wheel = new WheelEvent('wheel', { bubbles: true, cancelable: true, deltaY: -200, clientX: 30 + x, clientY: 20 + y });
  expect(pane.dispatchEvent(wheel)).toBe(false);
  await soon(() => expect(now.view.zoom).toBeCloseTo(40 * Math.exp(0.36), 6));
  expect(toU(now.view, size, x)).toBeCloseTo(before[0]!, 9);
  expect(toV(now.view.zoom, now.view.v, size, y)).toBeCloseTo(before[1]!, 9);
  const u = now.view.u;
  pane.dispatchEvent(new WheelEvent('wheel', { bubbles: true, cancelable: true, shiftKey: true, deltaY: 100 }));
  await soon(() => expect(now.view.u).toBeCloseTo(u + 100 / now.view.zoom, 9));
});

it('zooms by two fingers about what lies between them', async () => {
  const finger = (id: number, type: string, x: number, y: number) =>
    pointer(type, x, y, { pointerId: id, pointerType: 'touch', isPrimary: id === 1 });
  const middle = [toU(now.view, size, 200), toV(now.view.zoom, now.view.v, size, 150)];
  finger(1, 'pointerdown', 180, 150);
  finger(2, 'pointerdown', 220, 150);
  for (let k = 1; k <= 20; k++) {
    finger(1, 'pointermove', 180 - k * 2, 150);
    finger(2, 'pointermove', 220 + k * 2, 150);
  }
  finger(2, 'pointerup', 260, 150);
  finger(1, 'pointerup', 140, 150);
  // forty pixels have become a hundred and twenty
  await soon(() => expect(now.view.zoom).toBeGreaterThan(40 * 2.4));
  expect(now.view.zoom).toBeLessThan(40 * 3.1);
  expect(Math.abs(toU(now.view, size, 200) - middle[0]!)).toBeLessThan(0.2);
  expect(Math.abs(toV(now.view.zoom, now.view.v, size, 150) - middle[1]!)).toBeLessThan(0.05);
});

it('gives the hand to what a tool takes by a press, until it lets go', async () => {
  pressed.mockImplementationOnce(() => void (isHeld = true));
  pointer('pointerdown', 100, 100);
  pointer('pointermove', 150, 120, { altKey: true });
  pointer('pointermove', 160, 120, { shiftKey: true });
  pointer('pointerup', 160, 120);
  await soon(() => expect(letGo).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ x: 160, y: 120 })));
  expect(pressed).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ x: 100, y: 100 }));
  expect(moved).toHaveBeenCalledWith({ x: 150, y: 120, shiftKey: false, altKey: true });
  expect(moved).toHaveBeenLastCalledWith({ x: 160, y: 120, shiftKey: true, altKey: false });
  expect(now.view.u).toBe(10);
  expect(clicked).not.toHaveBeenCalled();
});
