import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { rulesOf, type RuleList } from '../../core/drafting/standard/edit-standard';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { lookNames, type Standard } from '../../core/drafting/standard/standard';
import { parseColour } from './colour-field';
import { Library } from './library';
import { RanksTable } from './ranks-table';
import { RulePanel } from './rule-panel';
import { RulesTable } from './rules-table';
import { askedWords } from './rule-words';
import type { StandardEdit } from './use-standard';

const known = { classes: ['Wall'], materials: ['brick'], types: [], storeys: ['Ground'], layers: [], sets: ['Roof'] };
const changes: (readonly [string, Standard])[] = [];
const edit: StandardEdit = {
  standard: SHIPPED,
  looks: lookNames(SHIPPED),
  change: (label, next) => (changes.push([label, next]), Promise.resolve(true)),
  take: () => Promise.resolve(true),
  nameLook: () => Promise.resolve(),
  undo: () => undefined,
  redo: () => undefined,
};
const last = () => changes.at(-1)![1];
const onSelect = vi.fn<(at: number | null) => void>();
beforeEach(() => {
  changes.length = 0;
  vi.clearAllMocks();
});

const shown = (list: RuleList, at: number | null, look = 0) =>
  render(
    <>
      <RulePanel {...{ edit, look, list, at, known, onSelect }} />
      <Library {...{ edit, look, list, at }} />
      <RulesTable {...{ edit, look, list, onSelect }} selected={at} counts={{ lines: [3, 0, 12345], fills: [] }} />
    </>,
  );
type Screen = Awaited<ReturnType<typeof shown>>;
const cell = (screen: Screen, n: number) => screen.getByRole('row', { name: `Rule ${n}`, exact: true });

it('rows say what a rule asks, gives and catches; a figure changed in a row is kept, a wrong one is not', async () => {
  const screen = await shown('lines', null);
  await expect.element(cell(screen, 2)).toHaveTextContent('joint between materials');
  await expect.element(cell(screen, 3).getByTestId('caught')).toHaveTextContent('12 345');
  const weight = cell(screen, 5).getByRole('textbox', { name: 'Weight' });
  await userEvent.fill(weight, '9');
  await userEvent.keyboard('{Enter}');
  expect(changes).toEqual([]);
  await userEvent.fill(weight, '0.7');
  await userEvent.keyboard('{Enter}');
  expect(rulesOf(last(), 0, 'lines')[4]!.weight).toBe(0.7);
  await userEvent.click(cell(screen, 7).getByTestId('caught'));
  expect(onSelect).toHaveBeenCalledWith(6);
  expect(cell(screen, SHIPPED.lines.length).getByRole('button').element()).toHaveAttribute('aria-disabled', 'true');
});

it('the chosen rule is asked for more, or for less, set apart, removed, its pen changed; the last one asks for nothing', async () => {
  const at = SHIPPED.lines.findIndex(({ role }) => role === 'outline');
  const screen = await shown('lines', at);
  const panel = screen.getByRole('region', { name: 'Rule', exact: true });
  await userEvent.fill(panel.getByRole('combobox', { name: 'Class' }), 'Wall');
  await userEvent.keyboard('{Enter}');
  expect(rulesOf(last(), 0, 'lines')[at]).toMatchObject({ role: 'outline', class: 'Wall' });
  await userEvent.fill(panel.getByRole('textbox', { name: 'From, m' }), '15');
  await userEvent.keyboard('{Enter}');
  expect(rulesOf(last(), 0, 'lines')[at]!.distance).toEqual({ from: 15 });
  await userEvent.fill(panel.getByRole('textbox', { name: 'Layer of a build-up' }), '2');
  await userEvent.keyboard('{Enter}');
  expect(rulesOf(last(), 0, 'lines')[at]!.buildUpLayer).toBe(2);
  await userEvent.click(screen.getByRole('button', { name: 'Pen 0.5 mm' }));
  expect(rulesOf(last(), 0, 'lines')[at]!.weight).toBe(0.5);
  await userEvent.click(panel.getByRole('button', { name: 'Set Works apart' }));
  expect(last().looks![0]!.lines).toBe(SHIPPED.lines);
  await userEvent.click(panel.getByRole('button', { name: 'Remove' }));
  expect(rulesOf(last(), 0, 'lines')).toHaveLength(SHIPPED.lines.length - 1);
  const end = await shown('lines', SHIPPED.lines.length - 1);
  await expect.element(end.getByText('For everything that no rule before it has caught.')).toBeVisible();
});

it('a layer is named by the fields of ISO 13567; a fill is written with what is wrong told at once', async () => {
  const at = SHIPPED.fills.findIndex(({ pattern }) => pattern === 'slanted');
  const screen = await shown('fills', at);
  await userEvent.click(screen.getByRole('button', { name: 'Layer of ISO 13567' }));
  await userEvent.fill(screen.getByRole('textbox', { name: 'agent responsible' }), 'a');
  await userEvent.fill(screen.getByRole('textbox', { name: 'element' }), '2111');
  await userEvent.click(screen.getByRole('button', { name: 'Name it A-2111----' }));
  expect(rulesOf(last(), 0, 'fills')[at]!.layer).toBe('A-2111----');
  await userEvent.click(screen.getByRole('button', { name: 'Edit slanted' }));
  const text = screen.getByRole('textbox', { name: 'Pattern as text' });
  await userEvent.fill(text, '*steep\n70,0,0,0');
  await expect.element(screen.getByRole('alert')).toHaveTextContent('line 2 has 4 numbers');
  expect(screen.getByRole('button', { name: 'Keep' }).element()).toBeDisabled();
  await userEvent.fill(text, '*steep\n70,0,0,0,1.2');
  await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
  expect(last().patterns['steep']).toHaveLength(1);
  await userEvent.click(screen.getByRole('button', { name: 'crossed' }));
  expect(rulesOf(last(), 0, 'fills')[at]!.pattern).toBe('crossed');
});

it('conditions in words; colours by index or as they are', () => {
  expect(askedWords({ class: 'Wall', material: 'brick', hasMaterial: true, distance: { from: 5, to: 20 }, jump: 0.5, layer: 'A', weight: 1, type: 'continuous', colour: 7 })).toBe('Wall, of brick, of a known material, jump of 0.5 m or more, 5 m off or more, nearer than 20 m'); // prettier-ignore
  expect(askedWords(SHIPPED.fills.at(-1)!)).toBeNull();
  expect(['7', ' #a0b1c2 ', '0', '256', 'red', ''].map(parseColour)).toEqual([7, '#A0B1C2', null, null, null, null]);
});

it('an office ranks materials before the table that comes along: added, changed, taken away', async () => {
  const own = [{ material: 'oak', rank: 95 }, { material: 'slate', rank: 70 }]; // prettier-ignore
  const ranked = { ...edit, standard: { ...SHIPPED, ranks: own } };
  const screen = await render(<RanksTable edit={ranked} />);
  await expect.element(screen.getByRole('table', { name: 'Ranks' })).toHaveTextContent(/concrete80comes along/);
  const second = screen.getByRole('row', { name: 'Rank 2' });
  await userEvent.fill(second.getByRole('textbox', { name: 'Rank' }), '101');
  await userEvent.keyboard('{Enter}');
  expect(changes).toEqual([]);
  await userEvent.fill(second.getByRole('textbox', { name: 'Rank' }), '12.5');
  await userEvent.keyboard('{Enter}');
  expect(last().ranks).toEqual([own[0], { material: 'slate', rank: 12.5 }]);
  await userEvent.fill(second.getByRole('textbox', { name: 'Material' }), 'slate stone');
  await userEvent.keyboard('{Enter}');
  expect(last().ranks![1]!.material).toBe('slate stone');
  await userEvent.click(screen.getByRole('button', { name: 'Add rank' }));
  expect(last().ranks).toHaveLength(3);
  await userEvent.click(second.getByRole('button', { name: 'Remove' }));
  expect(last().ranks).toEqual([own[0]]);
  await screen.rerender(<RanksTable edit={{ ...edit, standard: { ...SHIPPED, ranks: [own[0]!] } }} />);
  await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
  expect('ranks' in last()).toBe(false);
});

it('a pattern on a face is turned, and counts from where it is told', async () => {
  const at = rulesOf(SHIPPED, 2, 'surfaces').findIndex(({ pattern }) => pattern !== 'none');
  const screen = await shown('surfaces', at, 2);
  const panel = screen.getByRole('region', { name: 'Rule' });
  await userEvent.fill(panel.getByRole('textbox', { name: 'Turned' }), '-45');
  await userEvent.keyboard('{Enter}');
  expect(rulesOf(last(), 2, 'surfaces')[at]).toMatchObject({ turn: -45 });
  await userEvent.fill(panel.getByRole('textbox', { name: 'up, m' }), '0.035');
  await userEvent.keyboard('{Enter}');
  expect(rulesOf(last(), 2, 'surfaces')[at]).toMatchObject({ from: [0, 0.035] });
});
