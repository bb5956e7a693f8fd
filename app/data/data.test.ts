import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import type { Sight } from '../../core/sights/sight';
import { carryOut as carry } from '../project/carry-out';
import type { Command } from '../project/commands';
import { changeProject, stepHistory } from './change-project';
import { database, type ModelInfo } from './database';
import { keepDrawing, keptDrawing, keptOf, nextRow, noteChanged, takeNext } from './drawings';
import type { DrawnSight } from './drawn-sight';
import { addModel, deleteModels, loadModel } from './models';
import { fileName } from '../../core/writers/file-name';
import { fingerprint, type Printed } from '../../core/fingerprint/fingerprint';
import { withSets } from './sets';
import { patchOf, type SightPatch } from './sight-patch';
import { pack, unpack } from './packed';
import { nextNumber, orderedSights, type Project } from './project';
import { loadProject } from './project-rows';
import { binProject, createProject, emptyBin, restoreProject } from './projects';
import { ensureRoom, storageSentence } from './storage-fault';

const plan = (number: string): Sight => ({ kind: 'plan', number, name: 'Ground', storey: 'Ground', height: 1.2, depth: null });
const section: Sight = {
  kind: 'section',
  number: 'S-01',
  name: 'Long',
  path: [
    [0, 0],
    [5, 0],
  ],
  look: 'left',
};

let id = '';
const project = async (): Promise<Project> => (await loadProject(id))!;
const none = () => Promise.reject(new Error('no engine here'));
const carryOut = (of: string, command: Command) => carry(of, command, { correct: none, arrange: none, remake: none });
beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
  id = await createProject('Station', 'model-1', [{ scale: 100, sight: plan('P-01') }]);
});

it('long lists of figures are packed and come back as they were', async () => {
  const model = { name: 'Quay', positions: Float64Array.from({ length: 9000 }, (_, i) => i / 3), short: Uint32Array.of(1, 2), notes: [] };
  const packed = pack(model);
  expect(packed.positions).toMatchObject({ kind: 'Float64Array', blob: { size: 72_000 } });
  expect(packed.short).toBe(model.short);
  expect(await unpack(packed)).toEqual(model);
  expect(await unpack(model)).toEqual(model);
});

describe('a project', () => {
  it('undoes and redoes every change, in order, also what a new change cuts off', async () => {
    const names = async () => Object.values((await project()).sights).map((s) => s.sight.name);
    const rename = (name: string) =>
      changeProject(id, `Name ${name}`, (draft) => {
        for (const s of Object.values(draft.sights)) s.sight.name = name;
      });
    await rename('one');
    await rename('two');
    expect(await stepHistory(id, 'undo')).toBe('Name two');
    expect(await names()).toEqual(['one']);
    expect(await stepHistory(id, 'redo')).toBe('Name two');
    expect(await names()).toEqual(['two']);
    await stepHistory(id, 'undo');
    await rename('three');
    expect(await stepHistory(id, 'redo')).toBeNull();
    await stepHistory(id, 'undo');
    await stepHistory(id, 'undo');
    expect(await names()).toEqual(['Ground']);
    expect(await stepHistory(id, 'undo')).toBeNull();
  });

  it('keeps no step for what changes nothing, and none of a change that fails', async () => {
    await changeProject(id, 'nothing', () => undefined);
    expect(await database.steps.count()).toBe(0);
    await expect(
      changeProject(id, 'bad', () => {
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect(await database.steps.count()).toBe(0);
  });

  it('is changed by checked sights only', async () => {
    const [entry] = Object.values((await project()).sights);
    const bad = await carryOut(id, { intent: 'change sight', label: 'x', id: entry!.id, patch: { set: { height: 1e9 }, cleared: [] } });
    expect(bad.fault).toMatch(/height must be less than/);
    const good = await carryOut(id, { intent: 'add sights', label: 'Section S-01', sights: [{ id: 'new', scale: 50, sight: section }] });
    expect(good.fault).toBeNull();
    const kept = await project();
    expect(orderedSights(kept).map((s) => s.sight.number)).toEqual(['P-01', 'S-01']);
    expect(await carryOut(id, { intent: 'undo' })).toEqual({ fault: null, said: 'Undone: Section S-01' });
  });

  it('keeps what two tabs change of one sight, and each takes back its own only', async () => {
    const [entry] = Object.values((await project()).sights);
    const own = { ...entry!.sight };
    const set = (tab: string, label: string, patch: SightPatch) =>
      changeProject(id, label, (draft) => void Object.assign(draft.sights[entry!.id]!.sight, patch.set), { tab });
    const now = async () => (await project()).sights[entry!.id]!.sight;
    // the second tab has not seen the first one's name when it types its height
    await set('one', 'Rename', patchOf(own, { ...own, name: 'Quay storey' }));
    await set('two', 'Height', patchOf(own, { ...own, height: 1.5 }));
    expect(await now()).toMatchObject({ name: 'Quay storey', height: 1.5 });
    expect(await stepHistory(id, 'undo', 'one')).toBe('Rename');
    expect(await now()).toMatchObject({ name: 'Ground', height: 1.5 });
    expect(await stepHistory(id, 'undo', 'one')).toBeNull();
    expect(await stepHistory(id, 'redo', 'two')).toBeNull();
    expect(await stepHistory(id, 'redo', 'one')).toBe('Rename');
    // what the other has changed again is its own
    await set('two', 'Rename again', patchOf(own, { ...own, name: 'Lower storey' }));
    await expect(stepHistory(id, 'undo', 'one')).rejects.toThrow('“Rename” was changed again in another tab since');
    expect(await now()).toMatchObject({ name: 'Lower storey', height: 1.5 });
    expect(await stepHistory(id, 'undo', 'two')).toBe('Rename again');
    expect(await now()).toMatchObject({ name: 'Quay storey' });
  });

  it('makes one step of a key that is held down, and goes back before all of it', async () => {
    const [entry] = Object.values((await project()).sights);
    const nudge = (height: number, goesOn: boolean) => carryOut(id, { intent: 'change sight', label: 'Height', id: entry!.id, patch: { set: { height }, cleared: [] }, goesOn }); // prettier-ignore
    await nudge(1.21, false);
    for (const height of [1.22, 1.23, 1.24]) await nudge(height, true);
    expect(await database.steps.count()).toBe(1);
    await nudge(1.3, false);
    expect(await stepHistory(id, 'undo')).toBe('Height');
    const now = async () => (await project()).sights[entry!.id]!.sight.height;
    expect(await now()).toBe(1.24);
    await stepHistory(id, 'undo');
    expect(await now()).toBe(1.2);
    await stepHistory(id, 'redo');
    expect(await now()).toBe(1.24);
  });

  it('gives numbers inside the transaction: two wishes at once have none twice, and a field taken away is away', async () => {
    const wish = (key: string) =>
      carryOut(id, { intent: 'add sights', label: 'Section', sights: [{ id: key, scale: 50, sight: section }] });
    await Promise.all([wish('a'), wish('b'), wish('c')]);
    const all = orderedSights(await project());
    const numbers = all.map((s) => s.sight.number);
    expect(numbers).toEqual(['P-01', 'S-01', 'S-02', 'S-03']);
    const patch = patchOf({ ...section, depth: 4, levels: false }, { ...section, depth: null });
    expect(patch).toEqual({ set: { depth: null }, cleared: ['levels'] });
    await carryOut(id, { intent: 'change sight', label: 'Depth', id: 'a', patch });
    const { sight } = (await project()).sights['a']!;
    expect(sight.depth).toBeNull();
    expect('levels' in sight).toBe(false);
    expect((await carryOut(id, { intent: 'change sight', label: 'x', id: 'gone', patch })).fault).toBe(
      'That sight was taken away meanwhile.',
    );
  });

  it('keeps how drawings leave as files; a sheet that there is not changes nothing', async () => {
    const files = { block: true, paper: 'A3' } as const;
    expect((await carryOut(id, { intent: 'files', label: 'PDF on A3', files })).fault).toBeNull();
    expect((await project()).files).toEqual(files);
    const bad = await carryOut(id, { intent: 'files', label: 'x', files: { paper: 'B7' as never } });
    expect(bad.fault).toMatch(/paper must be one of \[A4, A3/);
    expect((await project()).files).toEqual(files);
    await carryOut(id, { intent: 'undo' });
    expect((await project()).files).toBeUndefined();
  });

  it('counts numbers by kind, without those in use', async () => {
    expect(nextNumber(await project(), 'plan')).toBe('P-02');
    expect(nextNumber(await project(), 'section', ['S-01'])).toBe('S-02');
  });

  it('has a name of its own on the Shelf, also where its file is called as another', async () => {
    const names = () => database.projects.toArray().then((all) => all.map(({ name }) => name).sort());
    await Promise.all([createProject('Quay', 'a'), createProject('Quay', 'b'), createProject('Quay 2', 'c')]);
    expect(new Set(await names()).size).toBe(4);
    expect(await names()).toEqual(expect.arrayContaining(['Quay', 'Quay 2', 'Station']));
  });

  it('lies in the bin until it is emptied; its model goes only with its last project', async () => {
    await addModel({ id: 'model-1', elements: [] as ModelInfo['elements'] } as ModelInfo);
    const other = await createProject('Other', 'model-1');
    await binProject(id);
    await restoreProject(id);
    expect((await project()).binned).toBeNull();
    await binProject(id);
    await emptyBin(Date.now() + 1);
    expect(await database.projects.toCollection().primaryKeys()).toEqual([other]);
    expect(await database.models.count()).toBe(1);
    await binProject(other);
    await emptyBin(Date.now() + 1);
    expect(await database.models.count()).toBe(0);
  });

  it('takes the older readings of its file with it, which only its history knows', async () => {
    const reading = (key: string, base: string) => addModel({ id: key, base, elements: [] as ModelInfo['elements'] } as ModelInfo);
    await Promise.all([reading('model-1', 'model-1'), reading('model-1b', 'model-1'), reading('model-2', 'model-2')]);
    await changeProject(id, 'Correction', (draft) => void (draft.model = 'model-1b'));
    await changeProject(id, 'Read again', (draft) => void (draft.model = 'model-2'));
    await binProject(id);
    await emptyBin(Date.now() + 1);
    expect([await database.models.count(), await database.elements.count()]).toEqual([0, 0]);
  });
});

describe('what is known of a model', () => {
  it('comes back whole, however many elements it has, and is not read twice', async () => {
    const elements = Array.from({ length: 3500 }, (_, k) => ({
      id: `e${k}`,
      name: `"${k}" \u00e4`,
      use: k % 7 ? 'solid' : 'space',
      storey: -1,
    }));
    const model = { id: 'many', base: 'many', bounds: [0, 0, 0, 1, 1, 1], elements } as unknown as ModelInfo;
    await addModel(model);
    expect(await database.models.get('many')).toEqual({ id: 'many', base: 'many', bounds: model.bounds, standing: 3000 });
    const read = await loadModel('many');
    expect(read).toEqual({ ...model, standing: 3000 });
    expect(await loadModel('many')).toBe(read);
    await deleteModels(['many']);
    expect([await loadModel('many'), await database.elements.count()]).toEqual([undefined, 0]);
  });
});

describe('what a drawing depends on', () => {
  it('is the sight, but neither its number nor its name, nor fields that say nothing', () => {
    const m = printed();
    expect(fingerprint(m, { ...section, number: 'X', name: 'y', depth: null })).toBe(fingerprint(m, section));
    // what is put on a drawing late draws nothing anew
    expect(fingerprint(m, { ...section, levels: false, grid: false })).toBe(fingerprint(m, section));
    expect(fingerprint(m, { ...section, look: 'right' })).not.toBe(fingerprint(m, section));
  });

  it('is each element that it touches, wherever that stands in the list, and no other', () => {
    const before = fingerprint(printed(), section);
    expect(fingerprint(printed({ behind: 9 }), section)).toBe(before);
    expect(fingerprint(printed({ before: 9 }), section)).not.toBe(before);
    expect(fingerprint(printed({ behind: 9 }), { ...section, look: 'right' })).not.toBe(
      fingerprint(printed(), { ...section, look: 'right' }),
    );
  });
});

/** A model of two elements, one before the section along the x axis and one behind it, with a print each. */
function printed({ before = 1, behind = 2 } = {}): Printed {
  const element = (id: string) => ({ id, class: 'Wall', name: id, type: '', storey: -1, use: 'solid' as const, assembly: '' });
  return {
    id: `m ${before} ${behind}`,
    fileName: 'm.ifc',
    origin: [0, 0, 0],
    storeys: [],
    trueNorth: [0, 1],
    elements: [element('before'), element('behind')],
    elementBoxes: Float32Array.from([1, 1, 0, 2, 2, 3, 1, -2, 0, 2, -1, 3]),
    elementPrints: Uint32Array.from([before, 0, behind, 0]),
  };
}

it('names files by number and name, without signs that a file system refuses, none twice', () => {
  expect(fileName({ ...section, name: 'a/b: "c"' }, 'dxf')).toBe('S-01 a-b- -c-.dxf');
  expect(fileName(section, 'dxf', ['S-01 Long.dxf'])).toBe('S-01 Long (2).dxf');
  expect(fileName({ kind: 'plan', number: '', name: '..' }, 'svg')).toBe('plan.svg');
});

it('says in plain words that there is no room left', () => {
  expect(storageSentence(Object.assign(new Error('x'), { name: 'QuotaExceededError' }))).toMatch(/no room left/);
  // what Chromium and the store make of a failed write, once it has come from a worker
  expect(storageSentence(Object.assign(new Error('QuotaExceededError '), { name: 'AbortError' }))).toMatch(/no room left/);
  expect(storageSentence(new Error('odd\nstack'))).toBe('The change could not be saved: odd.');
});

it('asks for room before anything is written, and says how much is missing', async () => {
  const store = (quota: number, usage: number) =>
    vi.stubGlobal('navigator', { storage: { estimate: () => Promise.resolve({ quota, usage }) } });
  store(100e6, 40e6);
  await expect(ensureRoom(40e6)).resolves.toBeUndefined();
  store(100e6, 80e6);
  await expect(ensureRoom(40e6)).rejects.toThrow('room for 20 MB more, and this needs 52 MB');
  vi.unstubAllGlobals();
});

it('a drawing that was made anew waits beside the old one with what changes, and takes its place once, by its row', async () => {
  const drawn = (took: number) => ({ took }) as unknown as DrawnSight;
  await keepDrawing('p/s', 'old', drawn(1));
  await keepDrawing(nextRow('p/s'), 'new', drawn(2));
  await noteChanged('p/s', { come: 3, gone: 1.5 });
  expect(await keptOf('p')).toEqual({
    'p/s': { id: 'p/s', print: 'old' },
    'p/s+': { id: 'p/s+', print: 'new', changed: { come: 3, gone: 1.5 } },
  });
  expect((await keptDrawing('p/s'))?.drawn.took).toBe(1);
  await takeNext('p/s');
  await takeNext('p/s');
  expect(await keptOf('p')).toEqual({ 'p/s': { id: 'p/s', print: 'new' } });
  expect([(await keptDrawing('p/s'))?.drawn.took, await keptDrawing(nextRow('p/s'))]).toEqual([2, undefined]);
});

it('a rule by a named set is told to the engine element by element; a set that is gone holds nothing', () => {
  const sight = { kind: 'section', number: 'S', name: '', show: [{ set: 'Loose', use: 'exclude' }] } as const;
  const sets = { a: { id: 'a', name: 'Loose', elements: ['e1', 'e2'] } };
  expect(withSets(sight, { sets }).show).toEqual([{ set: 'Loose', use: 'exclude', ids: ['e1', 'e2'] }]);
  expect(withSets(sight, { sets: {} }).show).toEqual([{ set: 'Loose', use: 'exclude', ids: [] }]);
  const plain = { kind: 'section', number: 'S', name: '', show: [{ class: 'Wall' }] } as const;
  expect(withSets(plain, { sets })).toBe(plain);
  // an office's ranks decide lines of a cut: another table is another drawing
  const model = { id: 'ranked' } as unknown as Printed;
  const ranked = (rank: number) =>
    fingerprint(model, withSets(plain, { sets, standard: { ...SHIPPED, ranks: [{ material: 'oak', rank }] } }));
  expect(
    new Set([fingerprint(model, withSets(plain, { sets, standard: SHIPPED })), fingerprint(model, plain), ranked(1), ranked(2)]).size,
  ).toBe(3);
});
