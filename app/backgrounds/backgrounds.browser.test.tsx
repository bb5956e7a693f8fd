import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Snap } from '../board/snapper';
import type { Background } from '../data/background';
import { database } from '../data/database';
import type { Project } from '../data/project';
import { BackgroundLayer } from './background-layer';
import BackgroundPoints from './background-points';
import { useBackgrounds, type Backgrounds } from './use-backgrounds';
import { useEffect } from 'react';

/** A scan of 400 by 200 pixels, a pixel a centimetre, its upper left corner at 1, 3. */
const scan: Background = { id: 'b', name: 'Survey', image: 'i', width: 400, height: 200, on: { pane: 'key', storey: null }, at: [1, 3], metresPerPixel: 0.01, turn: 0, fade: 0.5, isLocked: false, isHidden: false }; // prettier-ignore
const projectOf = (...list: Background[]) =>
  ({ id: 'p', backgrounds: Object.fromEntries(list.map((b) => [b.id, b])) }) as unknown as Project;
/** 100 pixels of the screen to the metre, y up, the zero at 50, 450. */
const matrix = [100, 0, 0, -100, 50, 450] as const;
const keep = vi.fn(() => Promise.resolve({ fault: null, said: null }));
const now: { backgrounds: Backgrounds } = { backgrounds: null! };

const SCANNED = projectOf(scan);
function Pane({ project = SCANNED, storey = 'Ground' }: { readonly project?: Project; readonly storey?: string }) {
  const backgrounds = useBackgrounds(project, { pane: 'key', storey }, keep);
  useEffect(() => {
    now.backgrounds = backgrounds;
  });
  const { handling, list } = backgrounds;
  return (
    <div style={{ position: 'fixed', left: 0, top: 0, width: 600, height: 500 }}>
      <BackgroundLayer backgrounds={list} matrix={matrix} />
      <BackgroundPoints {...{ handling, matrix }} />
    </div>
  );
}

const revoked: string[] = [];
beforeEach(async () => {
  vi.clearAllMocks();
  revoked.length = 0;
  vi.spyOn(URL, 'revokeObjectURL').mockImplementation((address) => void revoked.push(address));
  await database.images.put({ id: 'i', blob: new Blob(['<svg xmlns="http://www.w3.org/2000/svg"/>'], { type: 'image/svg+xml' }) } as never);
});
afterEach(() => database.images.clear());
const image = (screen: { container: HTMLElement }) => screen.container.querySelector('image');

it('lies at its true scale and place, and is let go when the last pane that shows it goes', async () => {
  const first = await render(<Pane />);
  await vi.waitFor(() => expect(image(first)).not.toBeNull());
  const { x, y, width, height } = image(first)!.getBoundingClientRect();
  expect([x, y, width, height].map(Math.round)).toEqual([150, 150, 400, 200]);
  expect(image(first)!.getAttribute('opacity')).toBe('0.5');
  const address = image(first)!.getAttribute('href')!;
  const second = await render(<Pane />);
  await vi.waitFor(() => expect(image(second)!.getAttribute('href')).toBe(address));
  await first.unmount();
  expect(revoked).toEqual([]);
  await second.unmount();
  await vi.waitFor(() => expect(revoked).toEqual([address]));
});

it('is shown under its own storey, or under all; hidden it is not, and nor is one whose image is gone', async () => {
  const own = { ...scan, on: { pane: 'key' as const, storey: 'Upper' } };
  const screen = await render(<Pane project={projectOf(own)} />);
  expect(now.backgrounds.list).toEqual([]);
  await screen.rerender(<Pane project={projectOf(own)} storey="Upper" />);
  await vi.waitFor(() => expect(image(screen)).not.toBeNull());
  await screen.rerender(<Pane project={projectOf({ ...own, isHidden: true })} storey="Upper" />);
  expect(image(screen)).toBeNull();
  await screen.rerender(<Pane project={projectOf({ ...scan, image: 'gone' })} />);
  await new Promise((resolve) => setTimeout(resolve, 60));
  expect(image(screen)).toBeNull();
});

const place = (x: number, y: number, snap: Snap | null = null) => ({
  at: snap?.at ?? ([x, y] as const),
  snap,
  isSquared: false,
  zoom: 100,
});
const tool = () => vi.waitFor(() => (expect(now.backgrounds.tool).not.toBeNull(), now.backgrounds.tool!));

it('follows the hand at once, is kept when that lets go, and stands as it is kept after an undo', async () => {
  const screen = await render(<Pane />);
  now.backgrounds.handle('b', 'move');
  const hand = await tool();
  expect(hand.wantsSnaps).toBe(false);
  // its corner is taken, and comes to a corner of the model exactly
  hand.press!(place(1, 3));
  expect([hand.isHeld, hand.wantsSnaps]).toEqual([true, true]);
  hand.move(place(1.5, 3.2));
  await vi.waitFor(() => expect(now.backgrounds.list[0]!.at).toEqual([1.5, 3.2]));
  expect(keep).not.toHaveBeenCalled();
  hand.letGo(place(1.9, 3.1, { at: [2, 3], words: 'corner of Wall' }));
  expect(keep).toHaveBeenCalledExactlyOnceWith('b', expect.objectContaining({ at: [2, 3] }), 'Background Survey moved');
  expect(hand.isHeld).toBe(false);
  await vi.waitFor(() => expect(now.backgrounds.list[0]!.at).toEqual([2, 3]));
  await screen.rerender(<Pane project={projectOf({ ...scan })} />);
  expect(now.backgrounds.list[0]!.at).toEqual([1, 3]);
});

it('takes two points of the image as pixels and shows them; a third begins anew, and one that is hidden meanwhile is handled no more', async () => {
  const screen = await render(<Pane />);
  now.backgrounds.handle('b', 'points');
  const hand = await tool();
  const points = () =>
    (now.backgrounds.handling as { points: readonly (readonly [number, number])[] }).points.map((p) => p.map(Math.round));
  hand.click(place(1.1, 2.9));
  hand.click(place(2, 2.8));
  await vi.waitFor(() => expect(points()).toEqual([[10, 10], [100, 20]])); // prettier-ignore
  const line = screen.getByTestId('background-points').element().querySelector('path')!.getBoundingClientRect();
  expect([line.left, line.top, line.right, line.bottom].map(Math.round)).toEqual([160, 160, 250, 170]);
  hand.click(place(1, 3));
  await vi.waitFor(() => expect(points()).toEqual([[0, 0]]));
  await screen.rerender(<Pane project={projectOf({ ...scan, isHidden: true })} />);
  await vi.waitFor(() => expect(now.backgrounds.handling).toBeNull());
});
