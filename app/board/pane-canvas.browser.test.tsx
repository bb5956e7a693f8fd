import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { publishable } from '../../core/publishable';
import { box, modelOf } from '../../core/testing/solids';
import { drawModel, frameSight } from '../../core/testing/views';
import type { DrawnSight } from '../data/drawn-sight';
import { painter } from '../workers/painter';
import { PaneCanvas } from './pane-canvas';
import { paneMatrix } from './view';

const size = { width: 400, height: 300 };
const view = { u: 2, v: 1.25, keyV: 0, zoom: 80 };

/** A wall of 4 by 2.5 m, cut along its middle. */
function drawn(): DrawnSight {
  const model = modelOf([{ solid: box([0, 0, 0], [4, 0.3, 2.5]), material: 'Brick', class: 'Wall', name: 'W1' }]);
  const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 0.15, 0]);
  return { ...publishable(model, sight, drawModel(model, sight)), findings: [], took: 0 };
}
beforeAll(async () => {
  const { port1, port2 } = new MessageChannel();
  const held = painter.hold('wall', { row: 'none', print: '', landmarks: { levels: [], axes: [] } }, () => undefined, port2);
  port1.postMessage(drawn());
  expect(await held).toMatchObject({ bounds: [0, 0, 4, 2.5], isEmpty: false });
});
afterAll(() => painter.release('wall'));

const pane = (matrix = paneMatrix(view, view.v, size), onFault = () => undefined) => (
  <div style={{ position: 'fixed', left: 0, top: 0, ...size }}>
    <PaneCanvas paintKey="wall" scale={50} sight={null} wash="#ff0000" label="Wall" {...{ matrix, size, onFault }} />
  </div>
);
/** What is at a place of the pane: dark, washed, or nothing. */
function at(canvas: HTMLCanvasElement, u: number, v: number): string {
  const ratio = window.devicePixelRatio;
  const [x, y] = [(size.width / 2 + (u - view.u) * view.zoom) * ratio, (size.height / 2 - (v - view.v) * view.zoom) * ratio];
  const { data } = canvas.getContext('2d')!.getImageData(Math.round(x) - 2, Math.round(y) - 2, 5, 5);
  let [dark, red] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! > 100 && data[i]! < 120) dark++;
    else if (data[i]! > 200 && data[i + 1]! < 100 && data[i + 3]! > 100) red++;
  }
  return dark > 4 ? 'ink' : red > 4 ? 'wash' : 'nothing';
}

it('shows the cut outline where it belongs, its face washed, and goes with the view', async () => {
  const screen = await render(pane());
  const canvas = screen.getByRole('img', { name: 'Wall' }).element() as HTMLCanvasElement;
  await vi.waitFor(() => expect(at(canvas, 0, 1.25)).toBe('ink'), { timeout: 10_000 });
  expect([at(canvas, 4, 1.25), at(canvas, 2, 2.5), at(canvas, 2, 0)]).toEqual(['ink', 'ink', 'ink']);
  expect([at(canvas, 4.2, 1.25), at(canvas, -0.2, 1.25)]).toEqual(['nothing', 'nothing']);
  // moved by half a metre to the left: at once, with the last picture
  await screen.rerender(pane(paneMatrix({ ...view, u: view.u + 0.5 }, view.v, size)));
  expect([at(canvas, -0.5, 1.25), at(canvas, 3.5, 1.25), at(canvas, 4, 1.25)]).toEqual(['ink', 'ink', 'nothing']);
});

it('names what lies near a place, and offers its corners', async () => {
  const screen = await render(pane());
  const canvas = screen.getByRole('img', { name: 'Wall' }).element() as HTMLCanvasElement;
  await vi.waitFor(() => expect(at(canvas, 0, 1.25)).toBe('ink'), { timeout: 10_000 });
  expect(await painter.ask((own) => own.hit('wall', 0.01, 1.2, 0.05))).toMatchObject({ element: 'W1', isCut: true });
  // a corner is offered to the last bit
  const snaps = await painter.ask((own) => own.snaps('wall', 3.97, 2.46, 0.1));
  expect(snaps[0]).toMatchObject({ kind: 'corner', at: [4, 2.5], element: 'W1' });
});
