import { beforeEach, expect, it, vi } from 'vitest';
import type { Sight } from '../../core/sights/sight';
import type { Project, ProjectSight } from '../data/project';
import { patched } from '../data/sight-patch';
import type { Command } from '../project/commands';
import { shedInfo } from '../testing/shed';
import { manyActs } from './many-acts';

vi.mock('../workers/painter', () => ({ painter: { drafted: { get: () => ({ looks: ['Works', 'Planning'] }) } } }));

const of = (sight: Sight): ProjectSight => ({ id: sight.number, scale: 50, sight });
const section = of({ kind: 'section', number: 'S-01', name: 'Through', path: [[0, 1], [6, 1]], look: 'left', depth: 2 }); // prettier-ignore
const plan = of({ kind: 'plan', number: 'P-01', name: 'Ground', storey: 'Ground', height: 1.2, depth: null });
const isometric = of({ kind: 'axonometric', number: 'A-01', name: 'From left', frame: { origin: [0, 0, 0], look: [1, 1, -1], up: [0, 0, 1], cut: false } }); // prettier-ignore
const all = [section, plan, isometric];
const project = { sights: Object.fromEntries(all.map((s) => [s.id, s])), sets: {} } as unknown as Project;
const [send, onSelect, onChosen] = [vi.fn<(command: Command) => void>(), vi.fn(), vi.fn()];
const acts = (these: readonly ProjectSight[] = all) =>
  manyActs({ project, model: shedInfo(), all: these, send: send as never, onSelect, onChosen });
const last = () => send.mock.lastCall![0] as Extract<Command, { intent: 'change sights' }>;
/** What the last command leaves of each sight that it changes. */
const left = () => Object.fromEntries(last().changes.map(({ id, patch }) => [id, patched(all.find((s) => s.id === id)!.sight, patch!)]));
beforeEach(() => vi.clearAllMocks());

it('moves each along the direction in which it looks, and what has none or cannot be moved stays out of the step', () => {
  acts().move(0.5);
  expect(left()['S-01']!.path).toEqual([[0, 1.5], [6, 1.5]]); // prettier-ignore
  // farther along its look a plan is lower
  expect(left()['P-01']!.height).toBeCloseTo(0.7, 9);
  acts().shift([0.1, 0.2, 0.3], true);
  expect(Object.keys(left())).toEqual(['S-01', 'P-01']);
  expect([left()['S-01']!.path![0], left()['P-01']!.height, last().goesOn]).toEqual([[expect.closeTo(0.1, 9), expect.closeTo(1.2, 9)], expect.closeTo(1.5, 9), true]); // prettier-ignore
});

it('writes only what changes, and sends nothing where nothing does', () => {
  acts().flip();
  expect(last()).toMatchObject({ label: 'Other side of 3 sights', changes: expect.arrayContaining([{ id: 'S-01', patch: { set: { look: 'right' }, cleared: [] } }]) as never }); // prettier-ignore
  const before = send.mock.calls.length;
  acts().change((sight) => sight, 'Nothing');
  acts([isometric]).shift([1, 0, 0], false);
  expect(send).toHaveBeenCalledTimes(before);
});

it('turns about a point what can be turned', () => {
  acts().turn([0, 1], Math.PI / 2);
  const path = left()['S-01']!.path!;
  expect(path.flat().map((x) => Math.round(x * 1e9) / 1e9)).toEqual([0, 1, 0, 7]);
});

it('the first look of a standard is that of a sight that says nothing; signs are told one by one or together', () => {
  acts().look('Planning');
  expect(last().changes.map((c) => c.filing)).toEqual([{ look: 'Planning' }, { look: 'Planning' }, { look: 'Planning' }]);
  acts().look('Works');
  expect(last().changes[0]!.filing).toEqual({ look: null });
  acts().signs(true, [section]);
  expect([last().label, last().changes]).toEqual(['Hide the sign of S-01', [{ id: 'S-01', filing: { hidesSign: true } }]]);
  acts().signs(false);
  expect([last().label, last().changes[2]!.filing]).toEqual(['Show the signs of 3 sights', { hidesSign: null }]);
});

it('removes and copies all in one step; the copies have numbers and ids of their own, and are what is selected then', () => {
  acts().remove();
  expect(send.mock.lastCall![0]).toEqual({ intent: 'remove sights', label: 'Remove 3 sights', ids: ['S-01', 'P-01', 'A-01'] });
  expect(onSelect).toHaveBeenLastCalledWith(null);
  acts().copy();
  const { sights } = send.mock.lastCall![0] as Extract<Command, { intent: 'add sights' }>;
  const numbers = sights.map(({ sight }) => sight.number);
  expect(new Set([...numbers, ...all.map((s) => s.sight.number)]).size).toBe(6);
  expect(sights.map(({ scale, sight }) => [scale, sight.kind])).toEqual(all.map(({ scale, sight }) => [scale, sight.kind]));
  expect(onChosen).toHaveBeenLastCalledWith(sights.map(({ id }) => id));
  expect(acts([plan]).these).toBe('P-01');
});
