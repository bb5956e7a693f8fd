import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { deleteStandard, keepStandard, keptStandards } from '../data/standards';
import type { Sight } from '../../core/sights/sight';
import { database, type ModelInfo } from '../data/database';
import { addModel, loadModel } from '../data/models';
import type { Project } from '../data/project';
import { loadProject } from '../data/project-rows';
import { createProject } from '../data/projects';
import { patchOf } from '../data/sight-patch';
import { attach } from './attached';
import { carryOut, type Maker } from './carry-out';
import type { Command } from './commands';

/** Makes readings as the engine does, as slowly as is told. */
function maker(...waits: number[]): Maker {
  const make = async (base: string, changed: Partial<ModelInfo>): Promise<string> => {
    await new Promise((resolve) => setTimeout(resolve, waits.shift() ?? 0));
    const [id, model] = [crypto.randomUUID(), (await loadModel(base))!];
    await addModel({ ...model, ...changed, id });
    return id;
  };
  return {
    correct: (base, corrections) => make(base, { corrections }),
    arrange: (base, parts) => make(base, { parts: parts as NonNullable<ModelInfo['parts']> }),
    remake: () => Promise.resolve(),
  };
}

const element = (id: string) => ({ id, class: 'Wall', name: id, type: '', storey: -1, use: 'solid', assembly: '' });
const plan = (number: string): Sight => ({ kind: 'plan', number, name: 'Ground', storey: 'Ground', height: 1.2, depth: null });

let id: string;
const project = async (): Promise<Project> => (await loadProject(id))!;
const model = async () => (await loadModel((await project()).model))!;
const send = (command: Command, by = maker()) => carryOut(id, command, by);
beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
  const elements = ['W1', 'W2'].map(element) as unknown as ModelInfo['elements'];
  await addModel({ id: 'read', base: 'read', fileName: 'hall.ifc', corrections: {}, elements } as unknown as ModelInfo);
  id = await createProject('Hall', 'read', [{ scale: 100, sight: plan('P-01') }]);
});

describe('a model is set right', () => {
  const correct = (label: string, changed: object): Command => ({
    intent: 'correct',
    label,
    patch: { elements: { ids: ['W1'], changed } },
  });

  it('by two figures of one element, one soon after the other: both are kept, though the first takes longer', async () => {
    const by = maker(40, 0);
    await Promise.all([send(correct('Material', { material: 'Brick' }), by), send(correct('Class', { class: 'Wall' }), by)]);
    expect((await model()).corrections.elements).toEqual({ W1: { material: 'Brick', class: 'Wall' } });
    expect((await database.steps.toArray()).map(({ label }) => label)).toEqual(['Material', 'Class']);
  });

  it('one that fails is told and takes nothing with it; so is one of an element that is gone', async () => {
    const bad = send({ intent: 'correct', label: 'Unit', patch: { unit: 'ft' } }, { ...maker(), correct: () => Promise.reject(new Error('no room')) }); // prettier-ignore
    const good = send({ intent: 'correct', label: 'Up', patch: { up: 'y' } });
    expect((await bad).fault).toContain('no room');
    expect((await good).fault).toBeNull();
    expect((await model()).corrections).toEqual({ up: 'y' });
    const gone = await send({ intent: 'correct', label: 'x', patch: { elements: { ids: ['W1', 'W9'], changed: { class: 'Wall' } } } });
    expect(gone.fault).toBe('There is no element W9 in the model by now.');
  });

  it('a newer file has what was set right while it was read, and the reading before it stays to be compared', async () => {
    await addModel({ ...(await model()), id: 'newer', base: 'newer' });
    await send(correct('Material', { material: 'Brick' }));
    const before = (await project()).model;
    expect((await send({ intent: 'take reading', label: 'hall.ifc read again', model: 'newer' })).fault).toBeNull();
    expect(await model()).toMatchObject({ base: 'newer', corrections: { elements: { W1: { material: 'Brick' } } } });
    expect((await project()).compared).toBe(before);
    await send({ intent: 'undo' });
    expect((await model()).id).toBe(before);
  });

  it('models that are added at once all come along, and the one before can be compared', async () => {
    const by = maker(30, 0);
    const part = { fileName: 'a.ifc', base: 'read', corrections: {}, placement: { by: [0, 0, 0], turn: 0 }, isHidden: false } as const;
    const adding = (key: string, isNewer: boolean) =>
      send({ intent: 'arrange', label: key, step: { add: { ...part, key, name: key } }, isNewer }, by);
    await Promise.all([adding('jetty', false), adding('tower', true)]);
    expect((await model()).parts!.map(({ key }) => key)).toEqual(['first', 'jetty', 'tower']);
    const before = await loadModel((await project()).compared!);
    expect(before!.parts!.map(({ key }) => key)).toEqual(['first', 'jetty']);
    expect((await send({ intent: 'arrange', label: 'x', step: { remove: 'pier' } })).fault).toBe('That model was taken away meanwhile.');
  });
});

describe('a command', () => {
  it('writes the row of what it changes, and no other', async () => {
    await send({ intent: 'add sights', label: 'Two', sights: [{ id: 'b', scale: 50, sight: plan('P-02') }, { id: 'c', scale: 50, sight: plan('P-03') }] }); // prettier-ignore
    const written: string[] = [];
    const watch = (_: unknown, key: unknown) => void written.push(String(key));
    database.sights.hook('updating', watch as never);
    try {
      await send({ intent: 'change sight', label: 'Height', id: 'b', patch: { set: { height: 1.5 }, cleared: [] } });
    } finally {
      database.sights.hook('updating').unsubscribe(watch as never);
    }
    expect(written).toEqual([`${id},b`]);
    expect(Object.keys(await database.projects.get(id) ?? {})).not.toContain('sights'); // prettier-ignore
    expect((await project()).sights['b']!.sight.height).toBe(1.5);
  });

  it.each<[Command | object, RegExp]>([
    [{ intent: 'change sight', label: 'x', id: 'a', scale: -1 }, /scale must be greater/],
    [{ intent: 'rename', label: 'x', name: '  ' }, /name must not have leading/],
    [{ intent: 'keep set', label: 'x', elements: ['W1', 'W7'] }, /no element W7/],
    [{ intent: 'keep set', label: 'x', elements: [] }, /elements must contain at least 1/],
    [{ intent: 'delete set', label: 'x', id: 'none' }, /deleted meanwhile/],
    [{ intent: 'correct', label: 'x', patch: { unit: 'ell' } }, /patch.unit must be one of/],
    [{ intent: 'correct', label: 'x', patch: { plan: { layer: 'A', changed: { height: -2000 } } } }, /patch.plan.changed.height must be/],
    [{ intent: 'take reading', label: 'x', model: 'none' }, /not in this browser/],
    [{ intent: 'accept findings', label: 'x', findings: 'all' }, /findings must be an array/],
    [{ intent: 'burn', label: 'x' }, /intent must be one of/],
  ])('that is wrong is refused in words and changes nothing: %j', async (command, words) => {
    const before = await project();
    const { fault, said } = await send(command as Command);
    expect(fault).toMatch(words);
    expect(said).toBeNull();
    expect(await project()).toEqual(before);
    expect(await database.steps.count()).toBe(0);
  });

  it('gives a set the next name that is free, also to two at once, and undo brings a deleted one back', async () => {
    const keep = (elements: string[]): Command => ({ intent: 'keep set', label: 'New set', elements });
    const answers = await Promise.all([send(keep(['W1'])), send(keep(['W1', 'W2']))]);
    expect(answers.map((a) => a.said)).toEqual(['1 element is kept as Set 1.', '2 elements are kept as Set 2.']);
    const first = Object.values((await project()).sets).find((s) => s.name === 'Set 1')!;
    await send({ intent: 'delete set', label: 'Set 1 deleted', id: first.id });
    expect((await send(keep(['W2']))).said).toBe('1 element is kept as Set 3.');
    await send({ intent: 'undo' });
    await send({ intent: 'undo' });
    expect((await project()).sets[first.id]).toEqual(first);
  });

  it('that accepts findings is taken back whole, and so is the showing of all of them', async () => {
    await send({ intent: 'accept findings', label: 'Finding accepted', findings: ['a', 'b'] });
    await send({ intent: 'show accepted', label: 'Shown' });
    expect((await project()).accepted).toEqual({});
    expect(await database.accepted.count()).toBe(0);
    await send({ intent: 'undo' });
    expect((await project()).accepted).toEqual({ a: true, b: true });
    await send({ intent: 'undo' });
    expect((await project()).accepted).toEqual({});
  });

  it('takes what came out of files: what is there stays, what is there otherwise comes beside it, all in one step', async () => {
    const set = { id: 't', name: 'Loose', elements: ['W1'] };
    const by = { ...plan('P-07'), show: [{ set: 'Loose' }] };
    await send({ intent: 'merge', label: 'One', sights: [{ id: 'm', scale: 20, sight: by }], sets: [set] });
    const before = await project();
    // the same once more, its fields in another order, changes nothing, not even the history
    const turned = Object.fromEntries(Object.entries(by).reverse()) as unknown as Sight;
    await send({ intent: 'merge', label: 'Same', sights: [{ sight: turned, scale: 20, id: 'm' }], sets: [set] });
    expect(await database.steps.count()).toBe(1);
    const other = { intent: 'merge', label: 'Other', sights: [{ id: 'm', scale: 50, sight: by }], sets: [{ ...set, elements: ['W2'] }], accepted: ['f'] } as const; // prettier-ignore
    expect((await send(other)).said).toBe('Other');
    const { sights, sets, accepted } = await project();
    expect(sights['m']).toEqual(before.sights['m']);
    const [beside] = Object.values(sights).filter((s) => !(s.id in before.sights));
    expect(beside).toMatchObject({ scale: 50, sight: { number: 'P-08', show: [{ set: 'Loose 2' }] } });
    expect(Object.values(sets).map((s) => [s.name, s.elements])).toEqual(expect.arrayContaining([['Loose', ['W1']], ['Loose 2', ['W2']]])); // prettier-ignore
    expect(accepted).toEqual({ f: true });
    await send({ intent: 'undo' });
    expect(await project()).toEqual({ ...before, changed: expect.any(Number) as number });
    const bad = await send({ intent: 'merge', label: 'x', sights: [{ id: 'q', scale: 50, sight: { ...plan('P-09'), height: 1e9 } }] });
    expect(bad.fault).toMatch(/^P-09: height must be less than/);
  });

  it('hand work is put on after what is there, taken away by its name, and taken back; a part that is wrong leaves all of it', async () => {
    const [sight] = Object.keys((await project()).sights) as [string];
    const text = (name: string) => ({ id: name, kind: 'text' as const, at: [0, 0] as const, words: name, height: 2.5 });
    const names = async () => (await project()).sights[sight]!.touchUps?.map((t) => t.id) ?? null;
    await send({ intent: 'touch up', label: 'Two', id: sight, add: [text('a'), text('b')] });
    await send({ intent: 'touch up', label: 'One more', id: sight, add: [text('c')] });
    await send({ intent: 'touch up', label: 'One less', id: sight, remove: ['b'] });
    expect(await names()).toEqual(['a', 'c']);
    await send({ intent: 'undo' });
    expect(await names()).toEqual(['a', 'b', 'c']);
    const { fault } = await send({ intent: 'touch up', label: 'Bad', id: sight, add: [text('d'), { ...text('e'), height: -1 }] });
    expect(fault).toMatch(/1\.height must be/);
    expect(await names()).toEqual(['a', 'b', 'c']);
    await send({ intent: 'touch up', label: 'All', id: sight, remove: ['a', 'b', 'c'] });
    expect(await names()).toBeNull();
    expect((await send({ intent: 'touch up', label: 'Gone', id: 'no such', add: [text('f')] })).fault).toContain('taken away meanwhile');
  });

  it('a standard of its own is checked by its place, kept, and undone to the one that comes along', async () => {
    const own = { ...SHIPPED, name: 'Office' };
    const lines = SHIPPED.lines.map((rule, i) => (i === 3 ? { ...rule, type: 'wavy' } : rule));
    expect((await send({ intent: 'standard', label: 'Bad', standard: { ...own, lines } })).fault).toContain('lines.3.type "wavy" is not among lineTypes'); // prettier-ignore
    expect((await project()).standard).toBeUndefined();
    expect((await send({ intent: 'standard', label: 'Office', standard: own })).fault).toBeNull();
    expect((await project()).standard!.name).toBe('Office');
    await keepStandard(own);
    await keepStandard({ ...own, name: 'office', tellApart: false });
    expect((await keptStandards()).map(({ name, standard }) => [name, standard.tellApart])).toEqual([['office', false]]);
    await deleteStandard((await keptStandards())[0]!.id);
    await expect(deleteStandard('gone')).rejects.toThrow('deleted meanwhile');
    await send({ intent: 'undo' });
    expect((await project()).standard).toBeUndefined();
  });

  it('a number that another sight has is refused, naming that; a new one is taken', async () => {
    await send({ intent: 'add sights', label: 'x', sights: [{ id: 'n', scale: 50, sight: { ...plan('P-02'), name: 'Quay' } }] });
    const renumber = (number: string) => send({ intent: 'change sight', label: 'y', id: 'n', patch: { set: { number }, cleared: [] } });
    expect((await renumber('P-01')).fault).toBe('There is a sight P-01 already: Ground.');
    expect((await project()).sights['n']!.sight.number).toBe('P-02');
    expect((await renumber('A-101')).fault).toBeNull();
    expect((await project()).sights['n']!.sight.number).toBe('A-101');
    // two of one number from before are changed as they are
    await database.sights.toCollection().modify((row) => void ((row.held.sight as { number: string }).number = 'P-01'));
    expect((await send({ intent: 'change sight', label: 'z', id: 'n', patch: { set: { name: 'Pier' }, cleared: [] } })).fault).toBeNull();
    expect((await project()).sights['n']!.sight).toMatchObject({ number: 'P-01', name: 'Pier' });
  });

  it('several sights are changed in one step or not at all; two change their numbers for each other’s, and are filed', async () => {
    await send({ intent: 'add sights', label: 'x', sights: [{ id: 'n', scale: 50, sight: { ...plan('P-02'), name: 'Quay' } }] });
    const [first] = Object.values((await project()).sights).filter((s) => s.sight.number === 'P-01');
    const numbers = async () => Object.values((await project()).sights).map((s) => s.sight.number).sort(); // prettier-ignore
    const number = (id: string, to: string) => ({ id, patch: { set: { number: to }, cleared: [] } });
    const before = await numbers();
    const swap = await send({ intent: 'change sights', label: 'y', changes: [number('n', 'P-01'), { ...number(first!.id, 'P-02'), scale: 20, filing: { group: 'Tender', order: 2, hidesSign: true } }] }); // prettier-ignore
    expect(swap.fault).toBeNull();
    expect((await project()).sights[first!.id]).toMatchObject({ scale: 20, group: 'Tender', order: 2, hidesSign: true, sight: { number: 'P-02' } }); // prettier-ignore
    expect((await send({ intent: 'change sights', label: 'y', changes: [{ id: 'n', scale: 5 }, number(first!.id, 'P-01')] })).fault).toBe('There is a sight P-01 already: Quay.'); // prettier-ignore
    expect((await project()).sights['n']!.scale).toBe(50);
    await send({ intent: 'change sights', label: 'y', changes: [{ id: first!.id, filing: { group: null } }] });
    expect((await project()).sights[first!.id]).not.toHaveProperty('group');
    await send({ intent: 'undo' });
    await send({ intent: 'undo' });
    expect([await numbers(), (await project()).sights[first!.id]!.sight.number]).toEqual([before, 'P-01']);
    expect((await send({ intent: 'change sights', label: 'y', changes: [{ id: 'n', filing: { group: '' } }] })).fault).toMatch(/group/);
  });

  it('an image comes with the background that shows it, or neither does; one that is not there is told', async () => {
    const background = { id: 'b', name: 'Survey', image: 'i', width: 4, height: 2, on: { pane: 'key' as const, storey: null }, at: [0, 0] as const, metresPerPixel: 1, turn: 0, fade: 0.5, isLocked: false, isHidden: false }; // prettier-ignore
    const lay = (image: string) => send({ intent: 'background', label: 'x', id: 'b', background: { ...background, image } });
    attach('i', new Blob([Uint8Array.of(1, 2, 3)], { type: 'image/png' }));
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    database.steps.hook('creating', full);
    try {
      expect((await lay('i')).fault).toMatch(/no room left/);
    } finally {
      database.steps.hook('creating').unsubscribe(full);
    }
    expect([await database.images.count(), (await project()).backgrounds]).toEqual([0, {}]);
    attach('i', new Blob([Uint8Array.of(1, 2, 3)], { type: 'image/png' }));
    expect(await lay('i')).toEqual({ fault: null, said: 'x' });
    expect(await database.images.get('i')).toMatchObject({ project: id, blob: { size: 3 } });
    expect((await lay('gone')).fault).toBe('The image of Survey is not in this browser.');
    expect((await project()).backgrounds['b']!.image).toBe('i');
  });

  it('is refused where there is no room, in words, and nothing is changed', async () => {
    const before = await project();
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    database.sights.hook('creating', full);
    try {
      const { fault } = await send({ intent: 'add sights', label: 'x', sights: [{ id: 'n', scale: 50, sight: plan('P-05') }] });
      expect(fault).toMatch(/no room left/);
    } finally {
      database.sights.hook('creating').unsubscribe(full);
    }
    expect(await project()).toEqual(before);
    expect((await send({ intent: 'change sight', label: 'y', id: Object.keys(before.sights)[0]!, patch: patchOf(plan('P-01'), { ...plan('P-01'), name: 'Quay' }) })).fault).toBeNull(); // prettier-ignore
  });
});
