import { userEvent } from 'vitest/browser';
import { expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import type { MeantLine, OwnLine } from '../../workers/line-meant';
import type { Project, ProjectSight } from '../../data/project';
import { shedInfo } from '../../testing/shed';
import TouchBand from './touch-band';
import TouchMarks from './touch-marks';
import { TouchWork } from './touch-work';

const tie = { element: 'w', box: [0, 0, 4, 3] } as const;
const lineAt = (v: number): MeantLine => ({ tie, shape: { path: [0, v, 4, v] }, own: null, role: 'outline', layer: 'OUTLINE', points: [0, v, 4, v] }); // prettier-ignore
/** One that was added by hand lies at 9. */
const OWN: OwnLine = { id: 'own', kind: 'line', points: [0, 9, 4, 9], as: { weight: 0.5 } };
const meantAt = (v: number): MeantLine | null =>
  v >= 10 ? null : Math.round(v) === 9 ? { ...lineAt(9), tie: undefined, own: OWN } : lineAt(Math.round(v));
const worked = <T,>(v: number, done: T) => {
  const line = meantAt(v);
  return line && { line, done };
};
const send = vi.fn(() => Promise.resolve({ project: null, fault: null, said: null }) as never);
const setup = () => {
  const added: (readonly [string, readonly TouchUp[], ...string[]])[] = [];
  const faults: string[] = [];
  const work = new TouchWork('s', {
    meant: ([, v]) => Promise.resolve(meantAt(v)),
    trim: ([u, v]) => Promise.resolve(worked(v, u < 3 ? { gone: { path: [1, v, 2, v] }, left: [{ path: [0, v, 1, v] }, { path: [2, v, 4, v] }] } : null)), // prettier-ignore
    extend: ([, v]) => Promise.resolve(worked(v, { piece: { path: [4, v, 6, v] }, whole: { path: [0, v, 6, v] } })),
    profile: ([u]) =>
      Promise.resolve(u < 10 ? { face: [Float64Array.of(0, 0, 2, 0, 2, 1, 0, 1)], area: 2, perimeter: 6, tie: null } : null),
    step: (label, { add = [], remove = [] }) => added.push([label, add, ...remove]),
    onFault: (words) => faults.push(words),
  });
  const click = async (u: number, v: number, isSquared = false) => {
    work.click({ at: [u, v], snap: null, isSquared, zoom: 100 });
    await new Promise((done) => setTimeout(done, 5));
  };
  return { work, added, faults, click };
};
const sight = (toward: readonly [number, number], number: string) => ({
  scale: 50,
  sight: { kind: 'elevation', number, name: '', toward } as const,
});
const project = { id: 'p', sights: { s: { id: 's', ...sight([0, 1], 'E-01') }, o: { id: 'o', ...sight([0, -1], 'E-02') }, a: { id: 'a', ...sight([1, 0], 'E-03') } } } as unknown as Project; // prettier-ignore
const model = shedInfo();
const toPane = ([u, v]: Vec2): Vec2 => [100 + u * 50, 300 - v * 50];
const shown = (work: TouchWork, touchUps: readonly TouchUp[] = [], onEnd = vi.fn()) =>
  render(
    <>
      <TouchMarks {...{ work, touchUps, toPane, onEnd }} paintKey={null} zoom={50} />
      <TouchBand
        work={work}
        {...{ model, project, send }}
        entry={{ ...project.sights['s']!, touchUps }}
        paintKey={null}
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
  expect(added.at(-1)![1]).toEqual([expect.objectContaining({ kind: 'fill', rings: [[0, 0, 2, 0, 2, 1]], tie })]);
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

it('trims, extends and doubles lines: what was added by hand is changed itself, of the model a part is hidden or a line comes beside', async () => {
  const { work, added, faults, click } = setup();
  const screen = await shown(work);
  const mode = (name: string) => userEvent.click(screen.getByRole('button', { name, exact: true }));
  await mode('Trim');
  await click(2, 1);
  await click(2, 9);
  await click(3.5, 1);
  expect(added.map(([label, add, ...gone]) => [label, add.length, ...gone])).toEqual([['Line trimmed', 1], ['Line trimmed', 2, 'own']]); // prettier-ignore
  expect(added[0]![1][0]).toMatchObject({ kind: 'hide', on: { tie, path: [1, 1, 2, 1] } });
  expect(added[1]![1][1]).toMatchObject({ kind: 'line', points: [2, 9, 4, 9], as: { weight: 0.5 } });
  expect(faults).toEqual(['Nothing crosses that line.']);
  await mode('Extend');
  await click(3, 2);
  await click(3, 9);
  expect(added.slice(2).map(([, [one], ...gone]) => [one!.kind === 'line' && [one!.points, one!.as], ...gone])).toEqual([
    [[[4, 2, 6, 2], { role: 'outline' }]],
    [[[0, 9, 6, 9], { weight: 0.5 }], 'own'],
  ]);
  await mode('Offset');
  await click(1, 2);
  work.move({ at: [1, 2.7], snap: null, isSquared: false, zoom: 100 });
  await expect.element(screen.getByTestId('touch-preview')).toBeInTheDocument();
  // a figure typed over the drawing is the distance
  await userEvent.keyboard('250{Enter}');
  await click(1, 2.7);
  expect(added.at(-1)![1]).toEqual([expect.objectContaining({ kind: 'line', points: [0, 2.25, 4, 2.25], tie, as: { role: 'outline' } })]);
  await mode('Mirror');
  await click(1, 1);
  await click(5, 0);
  await click(5, 3);
  expect(added.at(-1)).toEqual(['A line mirrored', [expect.objectContaining({ points: [10, 1, 6, 1] })]]);
  await mode('Choose');
  await click(1, 9);
  await userEvent.click(screen.getByTestId('touch-figures').getByRole('button', { name: 'Take away' }));
  expect(added.at(-1)).toEqual(['A line hidden', [], 'own']);
});

it('a line is as long as is typed, towards the hand; an arc goes through its three places', async () => {
  const { work, added, faults, click } = setup();
  const screen = await shown(work);
  await userEvent.click(screen.getByRole('button', { name: 'Line', exact: true }));
  await click(1, 20);
  work.move({ at: [1, 25], snap: null, isSquared: false, zoom: 100 });
  await userEvent.keyboard('1500{Enter}');
  await expect.element(document.body).toHaveFocus();
  await userEvent.keyboard('{Enter}');
  await expect.poll(() => added.at(-1)?.[1]).toEqual([expect.objectContaining({ kind: 'line', points: [1, 20, 1, 21.5] })]);
  await userEvent.click(screen.getByRole('button', { name: 'Arc', exact: true }));
  for (const [u, v] of [[1, 20], [-1, 20], [0, 21]] as const) await click(u, v); // prettier-ignore
  const [arc] = added.at(-1)![1];
  expect(arc!.kind === 'arc' && arc!.arc.map((x) => Math.round(x * 1e6) / 1e6)).toEqual([0, 20, 1, 0, 1, 0, 3.141593]);
  for (const u of [0, 2, 1]) await click(u, 30);
  expect(faults).toEqual(['Those three places lie on a straight line.']);
});

it('a profile is kept as a detail, and copied to where it lies in a drawing of a parallel plane alone', async () => {
  const { work, click } = setup();
  const screen = await shown(work);
  await userEvent.click(screen.getByRole('button', { name: 'Profile', exact: true }));
  await click(1, 0.5);
  await userEvent.click(screen.getByRole('button', { name: 'Keep as a detail' }));
  const [{ sights }] = send.mock.lastCall as unknown as [{ sights: readonly ProjectSight[] }];
  expect(sights.map(({ scale, sight: own }) => [scale < 50, own.number, own.limits])).toEqual([[true, 'E-04', { left: -0.3, bottom: -0.3, right: 2.3, top: 1.3 }]]); // prettier-ignore
  await userEvent.click(screen.getByRole('combobox', { name: 'copy into' }));
  await expect.element(screen.getByRole('option', { name: /E-03/ })).not.toBeInTheDocument();
  await userEvent.click(screen.getByRole('option', { name: /E-02/ }));
  // seen from behind it lies the other way round
  const [{ id, add }] = send.mock.lastCall as unknown as [{ id: string; add: readonly TouchUp[] }];
  const [outline] = add;
  expect([id, outline!.kind === 'line' && outline!.points.map((x) => Math.round(x * 1e6) / 1e6)]).toEqual([
    'o',
    [0, 0, -2, 0, -2, 1, 0, 1, 0, 0].map((x) => x + 0),
  ]);
});
