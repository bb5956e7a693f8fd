import { useEffect, useState } from 'react';
import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Sight } from '../../core/sights/sight';
import type { Project, ProjectSight } from '../data/project';
import type { Command } from '../project/commands';
import { shedInfo } from '../testing/shed';
import type { Open } from './overlays';
import type { NewSightChoice } from './register/new-sight-menu';
import { useBenchKeys } from './use-bench-keys';
import { useSightActs } from './use-sight-acts';

const fakes = vi.hoisted(() => ({ made: [] as unknown }));
vi.mock('../workers/pool', () => ({
  pool: {
    live: {
      run: async (work: (engine: object) => unknown) => {
        const answer = () => {
          if (fakes.made instanceof Error) throw fakes.made;
          return fakes.made;
        };
        return work({ makeSights: answer, makeFromItsSides: answer });
      },
    },
  },
}));

const section = (number: string, y: number, more: Partial<Sight> = {}): Sight => ({ kind: 'section', number, name: `At ${y}`, path: [[0, y], [6, y]], look: 'left', depth: null, ...more }); // prettier-ignore
const plan: Sight = { kind: 'plan', number: 'P-01', name: 'Ground', storey: 'Ground', height: 1.2, depth: null };
const sights = [plan, section('S-01', 1), section('S-02', 2)].map((sight): ProjectSight => ({ id: sight.number, scale: 50, sight }));
const project = { id: 'p', sights: Object.fromEntries(sights.map((s) => [s.id, s])), sets: {} } as unknown as Project;
const model = shedInfo();

const [send, onFault, change, undo, redo, setPaper] = [
  vi.fn<(command: Command) => Promise<void>>(() => Promise.resolve()),
  vi.fn(),
  vi.fn(),
  vi.fn(),
  vi.fn(),
  vi.fn(),
];
const held: { create?: (choice: NewSightChoice) => void; sides?: (element: string) => Promise<void>; opened?: Open } = {};

function Held({ isDrawing = false }: { readonly isDrawing?: boolean }) {
  const [id, select] = useState<string | null>('S-01');
  const [open, setOpen] = useState<Open>(null);
  const selected = sights.find((s) => s.id === id) ?? null;
  const inHand = { sight: selected?.sight ?? null, scale: 50, change, show: vi.fn(), setScale: vi.fn() };
  const keyFrame = { right: [1, 0, 0], look: [0, 1, 0] } as never;
  const acts = useSightActs({ project, model, sights, selected, draft: inHand, keyFrame, send: send as never, onSelect: select, onFault, many: null, onPlacing: vi.fn(), floorInKey: () => 0, sightInKey: () => plan }); // prettier-ignore
  useEffect(() => void Object.assign(held, { create: acts.create, sides: acts.fromItsSides, opened: open }));
  const none = vi.fn();
  const actions = { ...acts, undo, redo, whole: none, setPaper, exportFile: none, onSelect: select, focusCut: none, plant: none, nextFinding: none, stage: none, touchUp: none }; // prettier-ignore
  const entries = useBenchKeys({ sights, selected, actions, open, setOpen, isAsked: false, isDrawing, onBack: vi.fn() });
  return (
    <div>
      <p data-testid="selected">{id ?? 'none'}</p>
      <button type="button" onClick={() => setOpen(null)}>
        Close
      </button>
      <ul>
        {entries.map((entry) => (
          <li key={entry.id}>{entry.words}</li>
        ))}
      </ul>
    </div>
  );
}
const shown = (screen: Awaited<ReturnType<typeof render>>) => expect.element(screen.getByTestId('selected'));
const sent = () => send.mock.lastCall?.[0];
/** The sight as the last act leaves it. */
const left = () => change.mock.lastCall![0] as Sight;
beforeEach(() => {
  vi.clearAllMocks();
  fakes.made = [];
});

it('arrows move what is selected by a centimetre, with Shift by ten, with Alt by a millimetre; a plan goes up and down', async () => {
  const screen = await render(<Held />);
  await userEvent.keyboard('{ArrowUp}');
  expect(left().path).toEqual([[0, 1.01], [6, 1.01]]); // prettier-ignore
  await userEvent.keyboard('{Shift>}{ArrowDown}{/Shift}');
  expect(left().path![0]![1]).toBeCloseTo(0.9, 9);
  await userEvent.keyboard('{Alt>}{ArrowRight}{/Alt}');
  expect(left().path![0]).toEqual([0.001, 1]);
  expect(change.mock.calls.map(([, label, goesOn]) => [label, goesOn])).toEqual(Array.from({ length: 3 }, () => ['Move S-01', false]));
  // one that is held down is one step
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', code: 'ArrowUp', bubbles: true, repeat: true }));
  expect(change.mock.lastCall!.slice(1)).toEqual(['Move S-01', true]);
  document.body.dispatchEvent(new KeyboardEvent('keyup', { key: 'ArrowUp', code: 'ArrowUp', bubbles: true }));
  await userEvent.keyboard(',');
  await shown(screen).toHaveTextContent('P-01');
  await userEvent.keyboard('{ArrowUp}{ArrowLeft}');
  expect(change.mock.lastCall!.slice(0, 2)).toEqual([{ ...plan, height: 1.21 }, 'Height of P-01']);
  // to its left a plan cannot go
  expect(change).toHaveBeenCalledTimes(5);
});

it('goes through the Register by its keys, and no farther than its ends; what is removed hands on to the next', async () => {
  const screen = await render(<Held />);
  for (const [key, number] of [
    ['.', 'S-02'],
    ['.', 'S-02'],
    [',', 'S-01'],
    [',', 'P-01'],
    [',', 'P-01'],
    ['.', 'S-01'],
  ] as const) {
    // prettier-ignore
    await userEvent.keyboard(key);
    await shown(screen).toHaveTextContent(number);
  }
  await userEvent.keyboard('{Delete}');
  expect(sent()).toEqual({ intent: 'remove sights', label: 'Remove S-01', ids: ['S-01'] });
  await shown(screen).toHaveTextContent('S-02');
  await userEvent.keyboard('{Delete}');
  // the last one hands back
  await shown(screen).toHaveTextContent('S-01');
});

it('turns round, copies and undoes by a key; the keys are quiet while something is open, and but for undo while something is drawn', async () => {
  const screen = await render(<Held />);
  await userEvent.keyboard('x');
  expect([left().look, change.mock.lastCall![1]]).toEqual(['right', 'Other side of S-01']);
  await userEvent.keyboard('{Control>}d{/Control}');
  expect(sent()).toMatchObject({ intent: 'add sights', sights: [{ scale: 50, sight: { kind: 'section', number: 'S-03' } }] });
  // what was copied is no more in this project: from the first of it on
  await userEvent.keyboard('..');
  await shown(screen).toHaveTextContent('S-01');
  await userEvent.keyboard('{Control>}z{/Control}');
  // on a German keyboard Z lies where Y lies elsewhere; a French one writes its figures with Shift
  const typed = (key: string, code: string, ctrlKey = false) => {
    for (const kind of ['keydown', 'keyup']) document.body.dispatchEvent(new KeyboardEvent(kind, { key, code, ctrlKey, bubbles: true }));
  };
  typed('z', 'KeyY', true);
  expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([2, 0]);
  typed('y', 'KeyZ', true);
  typed('\u00e0', 'Digit0');
  expect([undo.mock.calls.length, redo.mock.calls.length, setPaper.mock.calls]).toEqual([2, 1, [[1]]]);
  undo.mockClear();
  await userEvent.keyboard('{Control>}z{/Control}');
  await userEvent.keyboard('?');
  await vi.waitFor(() => expect(held.opened).toBe('keys'));
  const before = change.mock.calls.length;
  await userEvent.keyboard('x{ArrowUp}{Delete}{Control>}z{/Control}');
  expect([change.mock.calls.length, undo.mock.calls.length]).toEqual([before, 1]);
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  await screen.rerender(<Held isDrawing />);
  await userEvent.keyboard('x{ArrowUp}{Delete}{Control>}z{/Control}');
  expect([change.mock.calls.length, undo.mock.calls.length]).toEqual([before, 2]);
  expect(screen.container.textContent).toContain('Let S-01 step aside');
});

it('makes by rule what is not there already, and says what the model has not', async () => {
  await render(<Held />);
  fakes.made = [section('S-10', 1, { name: 'At 1' }), section('S-11', 3, { name: 'On B' })];
  held.create!('grid');
  await vi.waitFor(() => expect(sent()).toMatchObject({ intent: 'add sights', label: 'Sections on the grid', sights: [{ sight: { number: 'S-11' } }] })); // prettier-ignore
  expect((sent() as { sights: readonly unknown[] }).sights).toHaveLength(1);
  fakes.made = [section('S-10', 1)];
  held.create!('grid');
  await vi.waitFor(() => expect(onFault).toHaveBeenLastCalledWith('All of these are there already.'));
  fakes.made = [];
  held.create!('ceilings');
  await vi.waitFor(() => expect(onFault).toHaveBeenLastCalledWith('No floor with walls on it was found in the model.'));
  fakes.made = new Error('The engine ended.');
  held.create!('elevations');
  await vi.waitFor(() => expect(onFault).toHaveBeenLastCalledWith('The engine ended.'));
  expect(send).toHaveBeenCalledTimes(1);
  // a storey has its plan already, the other gets one
  held.create!('plans');
  expect(sent()).toMatchObject({ label: 'Plans for the storeys', sights: [{ sight: { kind: 'plan', storey: 'Upper' } }] });
});

it('opens an element from its four sides, named after it', async () => {
  await render(<Held />);
  fakes.made = ['left', 'front'].map((side, k) => ({ ...section(`D-0${k + 1}`, k), name: `Door, from ${side}` }));
  await held.sides!('Door');
  expect(sent()).toMatchObject({ intent: 'add sights', label: 'Door from its four sides', sights: [{ sight: { number: 'D-01' } }, { sight: { number: 'D-02' } }] }); // prettier-ignore
  fakes.made = new Error('It has no sides.');
  await held.sides!('Door');
  expect(onFault).toHaveBeenLastCalledWith('It has no sides.');
});
