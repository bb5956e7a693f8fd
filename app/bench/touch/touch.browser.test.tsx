import { userEvent } from 'vitest/browser';
import { expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import type { MeantLine } from '../../workers/line-meant';
import TouchBand from './touch-band';
import TouchMarks from './touch-marks';
import { TouchWork } from './touch-work';

const lineAt = (v: number): MeantLine => ({ on: { tie: { element: 'w', box: [0, 0, 4, 3] }, path: [0, v, 4, v] }, role: 'outline', layer: 'OUTLINE', points: [0, v, 4, v] }); // prettier-ignore
const setup = () => {
  const added: (readonly [string, readonly TouchUp[]])[] = [];
  const faults: string[] = [];
  const work = new TouchWork('s', {
    meant: ([, v]) => Promise.resolve(v < 10 ? lineAt(Math.round(v)) : null),
    profile: ([u]) =>
      Promise.resolve(u < 10 ? { face: [Float64Array.of(0, 0, 2, 0, 2, 1, 0, 1)], area: 2, perimeter: 6, tie: null } : null),
    add: (label, touchUps) => added.push([label, touchUps]),
    onFault: (words) => faults.push(words),
  });
  const click = async (u: number, v: number, isSquared = false) => {
    work.click({ at: [u, v], snap: null, isSquared, zoom: 100 });
    await new Promise((done) => setTimeout(done, 5));
  };
  return { work, added, faults, click };
};
const toPane = ([u, v]: Vec2): Vec2 => [100 + u * 50, 300 - v * 50];
const shown = (work: TouchWork, touchUps: readonly TouchUp[] = [], onEnd = vi.fn()) =>
  render(
    <>
      <TouchMarks {...{ work, touchUps, toPane, onEnd }} zoom={50} />
      <TouchBand
        work={work}
        entry={{ id: 's', scale: 50, sight: { kind: 'elevation', number: 'E-01', name: '', toward: [0, 1] }, touchUps }}
        paintKey={null}
        standard={undefined}
        isBare={false}
        onBare={vi.fn()}
        onRemove={vi.fn()}
        onEnd={onEnd}
      />
    </>,
  );

it('lines are chosen and let go, hidden together, or redrawn with the pen that is set', async () => {
  const { work, added, click } = setup();
  const screen = await shown(work);
  await click(1, 1);
  await click(1, 2);
  await click(1, 1);
  await click(1, 3);
  await expect.element(screen.getByTestId('touch-figures')).toHaveTextContent('2 lines');
  await userEvent.click(screen.getByRole('button', { name: 'Hide', exact: true }));
  expect(added[0]![1].map((t) => t.kind === 'hide' && t.on.path)).toEqual([[0, 2, 4, 2], [0, 3, 4, 3]]); // prettier-ignore
  await click(1, 2);
  expect(screen.getByRole('button', { name: 'Redraw' }).element()).toBeDisabled();
  await userEvent.fill(screen.getByRole('textbox', { name: 'weight' }), '0.7');
  await userEvent.keyboard('{Enter}');
  await userEvent.click(screen.getByRole('button', { name: 'Redraw' }));
  expect(added[1]![1]).toEqual([expect.objectContaining({ kind: 'redraw', as: { weight: 0.7 } })]);
});

it('outlines close on their first corner or by Enter, a text asks for its words, Escape goes back by one and ends at last', async () => {
  const { work, added, faults, click } = setup();
  const onEnd = vi.fn();
  const screen = await shown(work, [], onEnd);
  await userEvent.click(screen.getByRole('button', { name: 'Fill', exact: true }));
  for (const [u, v] of [[0, 0], [2, 0.1], [2, 1]] as const) await click(u, v, true); // prettier-ignore
  await click(0, 0);
  expect(added.at(-1)![1]).toEqual([expect.objectContaining({ kind: 'fill', rings: [[0, 0, 2, 0, 2, 1]], tie: lineAt(0).on.tie })]);
  await userEvent.click(screen.getByRole('button', { name: 'Line', exact: true }));
  await click(0, 20);
  await click(3, 20);
  await userEvent.keyboard('{Enter}');
  await expect.poll(() => added.at(-1)![1]).toEqual([expect.objectContaining({ kind: 'line', points: [0, 20, 3, 20] })]);
  expect('tie' in added.at(-1)![1][0]!).toBe(false);
  await userEvent.click(screen.getByRole('button', { name: 'Text', exact: true }));
  await click(1, 1);
  expect(faults).toEqual(['Write the words first.']);
  await userEvent.fill(screen.getByRole('textbox', { name: 'words' }), 'coping');
  await click(1, 1);
  expect(added.at(-1)).toEqual(['Text coping', [expect.objectContaining({ kind: 'text', at: [1, 1], words: 'coping' })]]);
  await userEvent.click(screen.getByRole('button', { name: 'Mask', exact: true }));
  await click(0, 0);
  for (let n = 0; n < 3; n++) await userEvent.keyboard('{Escape}');
  expect(work.get()).toMatchObject({ mode: 'choose', points: [] });
  expect(onEnd).toHaveBeenCalledTimes(1);
});

it('a part is hidden between two clicks, a profile measured and filled, what is there listed', async () => {
  const { work, added, faults, click } = setup();
  const screen = await shown(work, [{ id: '1', kind: 'text', at: [0, 0], words: 'sill', height: 2.5 }]);
  await userEvent.click(screen.getByRole('button', { name: 'Hide part' }));
  await click(1, 1);
  await click(3, 1.2);
  expect(added[0]![1]).toEqual([expect.objectContaining({ kind: 'hide', on: expect.objectContaining({ path: [1, 1, 3, 1] }) })]);
  await userEvent.click(screen.getByRole('button', { name: 'Profile' }));
  await click(99, 1);
  expect(faults).toEqual(['Nothing closes around that place.']);
  await click(1, 0.5);
  await expect.element(screen.getByTestId('touch-figures')).toHaveTextContent('2.000 sq m, 6.000 m around');
  await userEvent.click(screen.getByRole('button', { name: 'Fill it' }));
  expect(added.at(-1)).toEqual(['Profile filled', [expect.objectContaining({ kind: 'fill', rings: [[0, 0, 2, 0, 2, 1, 0, 1]] })]]);
  await userEvent.click(screen.getByRole('button', { name: '1 on this drawing' }));
  await expect.element(screen.getByRole('dialog', { name: 'Touch-ups' })).toHaveTextContent('text sill');
});
