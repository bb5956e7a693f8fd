import { expect, it, vi } from 'vitest';
import { renderHook } from 'vitest-browser-react';
import type { BenchView } from '../board/view';
import type { ModelInfo } from '../data/database';
import type { ProjectSight } from '../data/project';
import type { LiveDrawing } from '../drawings/use-drawing';
import { shedInfo } from '../testing/shed';
import { keyFrameOf } from './sight-geometry';
import { useFitting } from './use-view';

vi.mock('../workers/painter', () => ({ painter: { ask: () => Promise.resolve(null) } }));

const selected: ProjectSight = { id: 'a', scale: 100, sight: { kind: 'section', number: 'S-01', name: '', path: [[0, 2], [6, 2]], look: 'left', depth: null } }; // prettier-ignore
const drawn = (x: number): LiveDrawing =>
  ({ drawn: { bounds: [x, 0, x + 6, 3], isEmpty: false, findings: [{ kind: 'gap', words: '', at: [x + 2, 1] }] }, paintKey: `k${x}`, isCurrent: true }) as unknown as LiveDrawing; // prettier-ignore
let view: BenchView = { u: 0, v: 0, zoom: 1, keyV: 0 };
const looking = {
  setView: (change: BenchView | ((v: BenchView) => BenchView)) => void (view = typeof change === 'function' ? change(view) : change),
  drawingRef: () => undefined,
  keyRef: () => undefined,
  drawingSize: { width: 1000, height: 400 },
  keySize: { width: 1000, height: 300 },
};
const fitting = (model: ModelInfo, live: LiveDrawing, sight = selected) =>
  renderHook(
    (p?: { model: ModelInfo; live: LiveDrawing; sight: ProjectSight }) =>
      useFitting(looking as never, { model: p!.model, selected: p!.sight, sight: p!.sight.sight, live: p!.live, keyFrame: keyFrameOf(p!.model, p!.sight.sight), isElevation: false }), // prettier-ignore
    { initialProps: { model, live, sight } },
  );
const middle = () => [view.u, view.v].map((n) => +n.toFixed(1));

it('shows a sight that is chosen as a whole, keeps the view while it is changed, and fits the drawing of a newer file anew', async () => {
  const model = shedInfo();
  const { rerender, result } = await fitting(model, drawn(0));
  await vi.waitFor(() => expect(view.zoom).toBeGreaterThan(60));
  expect(view.v).toBeCloseTo(1.5, 6);
  // by hand elsewhere; the sight is changed and drawn again
  view = { u: 40, v: 7, zoom: 90, keyV: 0 };
  await rerender({ model, live: drawn(1), sight: { ...selected } });
  await new Promise((resolve) => setTimeout(resolve, 60));
  expect(middle()).toEqual([40, 7]);
  // a newer file stands 500 m away: not before its drawing is there
  const newer = shedInfo({ id: 'shed-2', base: 'shed-2' });
  await rerender({ model: newer, live: { ...drawn(1), isCurrent: false }, sight: selected });
  await new Promise((resolve) => setTimeout(resolve, 60));
  expect(middle()).toEqual([40, 7]);
  await rerender({ model: newer, live: drawn(500), sight: selected });
  await vi.waitFor(() => expect(Math.abs(view.u - 503)).toBeLessThan(2));
  expect(view.v).toBeCloseTo(1.5, 6);
  result.current.nextFinding();
  expect(middle()).toEqual([502, 1]);
  result.current.setPaper(1);
  expect(view.zoom).toBeCloseTo((96 / 25.4) * 10, 6);
});

const useKeyAlone = (p?: { model: ModelInfo }) =>
  useFitting(looking as never, { model: p!.model, selected: null, sight: null, live: { drawn: null } as never, keyFrame: keyFrameOf(p!.model, null), isElevation: false }); // prettier-ignore

it('without a sight the Key shows the model as a whole, anew where it turns out to be of another size, and stays where it was put', async () => {
  const metres = shedInfo();
  const { rerender } = await renderHook(useKeyAlone, { initialProps: { model: metres } });
  const large = view.zoom;
  view = { ...view, u: 77 };
  await rerender({ model: { ...metres, id: 'set right' } });
  expect(view.u).toBe(77);
  // in millimetres it is a thousandth of that
  await rerender({ model: { ...metres, bounds: metres.bounds.map((x) => x / 1000) as unknown as ModelInfo['bounds'] } });
  expect(view.zoom / large).toBeGreaterThan(20);
});
