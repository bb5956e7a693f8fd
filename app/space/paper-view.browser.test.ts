import { afterEach, expect, it } from 'vitest';
import { box, modelOf } from '../../core/testing/solids';
import { viewMesh } from '../workers/view-mesh';
import { PaperView, State } from './paper-view';

// two blocks side by side, with a gap of half a metre; the second is higher
const blocks = modelOf([
  { solid: box([0, 0, 0], [1, 1, 1]), material: 'Brick' },
  { solid: box([1.5, 0, 0], [1, 1, 2]), material: 'Oak' },
]);
const BOX = [0, 0, 0, 2.5, 1, 2];
const [WIDE, HIGH] = [320, 240];

let view: PaperView | null = null;
/** The view from the front, the whole picture drawn. */
async function shown(states: readonly number[] = [0, 0], mesh = viewMesh(blocks)): Promise<PaperView> {
  view = new PaperView();
  document.body.append(view.element);
  view.resize(WIDE, HIGH);
  view.show(mesh, BOX, 180);
  view.setStates(Uint8Array.from(states));
  view.stand({ round: 180, up: 0 });
  view.frameBox();
  await whole(view);
  return view;
}
const whole = (own: PaperView) => new Promise<void>((resolve) => (own.onWhole = resolve));
afterEach(() => {
  view?.dispose();
  view = null;
});

/** The colour of a pixel of what is on the screen now, 0 to 255. */
function pixel(own: PaperView, [x, y]: readonly [number, number]): number[] {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [WIDE, HIGH];
  const ctx = canvas.getContext('2d')!;
  // drawn anew first: a picture that was composed is gone
  own.pick(0, 0);
  own.resize(WIDE, HIGH);
  ctx.drawImage(own.element, 0, 0, WIDE, HIGH);
  return [...ctx.getImageData(Math.round(x), Math.round(y), 1, 1).data.slice(0, 3)];
}
const light = (colour: readonly number[]) => colour.reduce((sum, x) => sum + x, 0) / 3;

it('shows faces in tones on a sheet, ink where a body ends, and knows the element under each pixel', async () => {
  const own = await shown();
  const [left, right, gap] = [own.place(0.5, 0, 0.5), own.place(2, 0, 1), own.place(1.25, 0, 1.5)];
  expect([own.pick(...left), own.pick(...right), own.pick(...gap), own.pick(1, 1)]).toEqual([0, 1, -1, -1]);
  const sheet = light(pixel(own, gap));
  expect(sheet).toBeGreaterThan(245);
  expect(light(pixel(own, left))).toBeLessThan(sheet - 3);
  // across the left side of the first block there is a pixel of ink
  const [x, y] = own.place(0, 0, 0.5);
  const across = [-2, -1, 0, 1, 2].map((k) => light(pixel(own, [x + k, y])));
  expect(Math.min(...across)).toBeLessThan(130);
});

it('what is hidden is neither seen nor met, what is picked is washed', async () => {
  const own = await shown([State.hidden, State.picked]);
  const [left, right] = [own.place(0.5, 0, 0.5), own.place(2, 0, 1)];
  expect([own.pick(...left), own.pick(...right)]).toEqual([-1, 1]);
  expect(light(pixel(own, left))).toBeGreaterThan(245);
  const [r, , b] = pixel(own, right);
  // a wash of pencil is bluer than paper
  expect(b! - r!).toBeGreaterThan(20);
});

it('finds the nearest corner of what is met, and points on the ray of a pixel lie behind it', async () => {
  const own = await shown();
  const [x, y] = own.place(2.5, 0, 2);
  expect(own.corner(x - 3, y + 3)!.map((c) => Math.round(c * 1e3) / 1e3)).toEqual([2.5, 0, 2]);
  expect(own.corner(1, 1)).toBeNull();
  const [u, , w] = own.pointOn(...own.place(1.1, 0, 0.7));
  expect([u, w]).toEqual([expect.closeTo(1.1, 4), expect.closeTo(0.7, 4)]);
});

it('stands where it is asked to, holds the whole with a margin, and goes near to a part', async () => {
  const own = await shown();
  for (const stand of [
    { round: 30, up: 40 },
    { round: 300, up: -20 },
  ]) {
    // prettier-ignore
    own.stand(stand);
    expect(own.standing()).toEqual({ round: expect.closeTo(stand.round, 6), up: expect.closeTo(stand.up, 6) });
    own.frameBox();
    await whole(own);
    const { positions } = blocks;
    const room = Array.from({ length: positions.length / 3 }, (_, c) => {
      const [x, y] = own.place(positions[c * 3]!, positions[c * 3 + 1]!, positions[c * 3 + 2]!);
      return Math.min(x, WIDE - x, y, HIGH - y);
    });
    // a margin on all sides, and no more than that where the picture is narrowest
    expect([Math.min(...room) > 4, Math.min(...room) < 20]).toEqual([true, true]);
  }
  const apart = () => Math.hypot(...([0, 1] as const).map((k) => own.place(0, 0, 0)[k] - own.place(1, 0, 0)[k]!));
  const before = apart();
  own.frameBox([0, 0, 0, 0.2, 0.2, 0.2]);
  await whole(own);
  expect(apart()).toBeGreaterThan(before * 1.2);
  expect(own.place(0.1, 0.1, 0.1)).toEqual([expect.closeTo(WIDE / 2, 3), expect.closeTo(HIGH / 2, 3)]);
});

it('another reading of the model leaves the eye where it is, a model of another size does not', async () => {
  const own = await shown();
  own.stand({ round: 75, up: 10 });
  own.show(viewMesh(blocks), BOX, 150);
  expect(own.standing().round).toBeCloseTo(75, 6);
  own.show(viewMesh(blocks), [0, 0, 0, 25, 10, 20], 150);
  expect(own.standing().round).toBeCloseTo(150, 6);
});
