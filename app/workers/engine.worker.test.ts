import 'fake-indexeddb/auto';
import { strToU8 } from 'fflate';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { draw } from '../../core/draw';
import { linePoints, type Drawing } from '../../core/linework/drawing';
import { readModel } from '../../core/readers/read-model';
import { prepare } from '../../core/scene/prepare';
import { ROLES } from '../../core/sights/role';
import type { Sight } from '../../core/sights/sight';
import { database } from '../data/database';
import { keptDrawing, nextRow } from '../data/drawings';
import type { DrawnSight } from '../data/drawn-sight';
import { loadModel } from '../data/models';
import { pack, unpack } from '../data/packed';
import type { Engine } from './engine.worker';

/* The worker as the page asks it, on a simulated store: what it answers, what is kept and what is not. */

const exposed = vi.hoisted(() => ({ engine: null as unknown }));
vi.mock('comlink', async (original) => ({
  ...(await original<typeof import('comlink')>()),
  expose: (engine: unknown) => (exposed.engine = engine),
}));
vi.mock('./hold-life', () => ({ holdLife: () => undefined }));

/** A worker that has just begun: it remembers nothing. */
async function freshEngine(): Promise<Engine> {
  vi.resetModules();
  await import('./engine.worker');
  return exposed.engine as Engine;
}
const room = (quota: number) => vi.stubGlobal('navigator', { storage: { estimate: () => Promise.resolve({ quota, usage: 0 }) } });
const rows = () => Promise.all(database.tables.map((table) => table.count()));

/** A block of 2 x 1 x 1 m, and one of half that length upon it. */
const block = (name: string, [x0, z0, x1, z1]: readonly number[], first: number) => {
  const corners = [z0!, z1!].flatMap((z) => [[x0!, 0, z], [x1!, 0, z], [x1!, 1, z], [x0!, 1, z]]); // prettier-ignore
  const sides = [[4, 3, 2, 1], [5, 6, 7, 8], [1, 2, 6, 5], [2, 3, 7, 6], [3, 4, 8, 7], [4, 1, 5, 8]]; // prettier-ignore
  return [`o ${name}`, ...corners.map((c) => `v ${c.join(' ')}`), ...sides.map((s) => `f ${s.map((k) => k + first).join(' ')}`)].join('\n');
};
const BLOCKS = strToU8(`${block('lower', [0, 0, 2, 1], 0)}\n${block('upper', [0, 1, 1, 2], 8)}\n`);
const HOW = { unit: 'm', up: 'z', companions: [] } as const;
const FRONT: Sight = {
  kind: 'elevation',
  number: 'E-01',
  name: 'Front',
  frame: { origin: [0, -1, 0], look: [0, 1, 0], up: [0, 0, 1], cut: false },
};
const KEEP = { row: 'p/s', print: 'print', isAwaited: true };
const lengthOf = (drawing: Drawing, role: string) => {
  let sum = 0;
  drawing.lineRole.forEach((own, l) => {
    if (ROLES[own] !== role) return;
    const p = linePoints(drawing, l);
    for (let i = 2; i < p.length; i += 2) sum += Math.hypot(p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!);
  });
  return sum;
};

let engine: Engine;
const read = () => engine.read('blocks.obj', BLOCKS, HOW, () => undefined);
beforeEach(async () => {
  vi.stubGlobal('crossOriginIsolated', false);
  room(1e9);
  await Promise.all(database.tables.map((table) => table.clear()));
  engine = await freshEngine();
});
afterEach(() => vi.unstubAllGlobals());

describe('reading', () => {
  it('keeps the shapes with the figures that the screens need, and tells how far it is', async () => {
    const told: number[] = [];
    const id = await engine.read('blocks.obj', BLOCKS, HOW, (share) => told.push(share));
    const row = (await database.models.get(id))!;
    expect(row).toMatchObject({ fileName: 'blocks.obj', base: id, triangles: 24, bounds: [0, 0, 0, 2, 1, 2], corrections: {} });
    expect((await loadModel(id))!.elements.map(({ name }) => name)).toEqual(['lower', 'upper']);
    expect([...row.elementVolume]).toEqual([expect.closeTo(2, 9), expect.closeTo(1, 9)]);
    expect(told.every((share, k) => share >= (told[k - 1] ?? 0) && share <= 1)).toBe(true);
    expect(engine.has(id)).toBe(true);
  });

  it('a newer file keeps the zero of the reading before it, whatever was added', async () => {
    const at = (x: number) => strToU8(`${block('house', [x, 0, x + 2, 1], 0)}\n${block('shed', [x + 900, 0, x + 902, 1], 8)}\n`);
    const alone = strToU8(`${block('house', [5400, 0, 5402, 1], 0)}\n`);
    const before = await engine.read('house.obj', alone, HOW, () => undefined);
    const [own, after] = [await engine.read('house.obj', at(5400), HOW, () => undefined), await engine.read('house.obj', at(5400), { ...HOW, after: before }, () => undefined)]; // prettier-ignore
    const zeros = await Promise.all([before, own, after].map(async (id) => (await loadModel(id))!.origin[0]));
    expect(zeros).toEqual([5000, 6000, 5000]);
    expect((await loadModel(after))!.bounds).toEqual((await loadModel(own))!.bounds);
  });

  it('says of a file that is none which one, and keeps nothing of it', async () => {
    await expect(engine.read('note.obj', strToU8('o empty\n'), HOW, () => undefined)).rejects.toThrow(/note\.obj/);
    await expect(engine.read('torn.glb', Uint8Array.of(1, 2, 3), HOW, () => undefined)).rejects.toThrow(/torn\.glb/);
    expect((await rows()).every((count) => count === 0)).toBe(true);
  });

  it('asks for room before anything is written', async () => {
    room(500);
    await expect(read()).rejects.toThrow(/has room for less than 1 MB more.*Nothing was kept/);
    expect((await rows()).every((count) => count === 0)).toBe(true);
  });
});

describe('drawing', () => {
  it('draws what the engine draws, also after it has begun anew; the page learns the head, the painter the drawing', async () => {
    const id = await read();
    const model = await readModel(BLOCKS, 'blocks.obj', { unit: 'm', up: 'z' } as never);
    const wanted = draw(model, prepare(model), FRONT);
    for (const own of [engine, await freshEngine()]) {
      const { port1, port2 } = new MessageChannel();
      const painted = new Promise<DrawnSight>((resolve) => (port1.onmessage = ({ data }) => resolve(data as DrawnSight)));
      const { head, isKept } = await own.draw(id, FRONT, KEEP, port2);
      expect({ head, isKept }).toEqual({ head: { bounds: [0, 0, 2, 2], isEmpty: false, findings: [] }, isKept: true });
      expect((await painted).drawing.points).toEqual(wanted.points);
      port1.close();
      const kept = (await keptDrawing(KEEP.row))!;
      expect([kept.print, kept.drawn.drawing.points]).toEqual(['print', wanted.points]);
    }
    // the outline of both together: once round 2 x 1 and 1 x 1
    expect(lengthOf(wanted, 'outline')).toBeCloseTo(8, 6);
  });

  it('a drawing that nobody waits for any more is stopped, and the one that was kept stays', async () => {
    const id = await read();
    await engine.draw(id, FRONT, KEEP);
    const count = new Int32Array(new SharedArrayBuffer(4));
    Atomics.store(count, 0, 2);
    await expect(engine.draw(id, FRONT, { ...KEEP, print: 'other' }, null, { count, wish: 1 })).rejects.toThrow();
    expect((await keptDrawing(KEEP.row))!.print).toBe('print');
    expect((await engine.draw(id, FRONT, { ...KEEP, print: 'other' }, null, { count, wish: 2 })).isKept).toBe(true);
  });

  it('says what a sight asks for that the model has not, and that the model is gone', async () => {
    const id = await read();
    await expect(engine.draw(id, { kind: 'plan', number: 'P', name: '', storey: 'Loft', height: 1, depth: null }, KEEP)).rejects.toThrow(
      /Loft/,
    );
    await database.bundles.clear();
    engine = await freshEngine();
    await expect(engine.draw(id, FRONT, KEEP)).rejects.toThrow(
      'The model of this project is no longer in this browser: drop its file again.',
    );
    expect(await keptDrawing(KEEP.row)).toBeUndefined();
  });

  it('the cut of a hand that moves is the matter that the whole drawing has there', async () => {
    const id = await read();
    const at = (y: number): Sight => ({ ...FRONT, frame: { ...FRONT.frame!, origin: [0, y, 0], cut: true } });
    for (const y of [0.3, 0.7]) {
      const regions = await engine.cut(id, at(y));
      await engine.draw(id, at(y), KEEP);
      expect(regions.map(({ face }) => face)).toEqual((await keptDrawing(KEEP.row))!.drawn.drawing.regions.map(({ face }) => face));
    }
  });
});

describe('setting right', () => {
  it('makes another reading, and leaves the one that was there', async () => {
    const id = await read();
    const before = await database.models.get(id);
    const next = await engine.correct(id, { elements: { upper: { class: 'Roof', material: 'Zinc' } }, unit: 'cm' });
    expect(await database.models.get(id)).toEqual(before);
    const row = (await database.models.get(next))!;
    expect(row).toMatchObject({ base: id, fileName: 'blocks.obj', materials: expect.arrayContaining(['Zinc']) as never });
    // metres that were centimetres
    expect(row.bounds).toEqual([0, 0, 0, 0.02, 0.01, 0.02]);
    expect((await loadModel(next))!.elements.map((e) => e.class)).toEqual(['Element', 'Roof']);
    // what was swept away of it comes back as it was
    await database.models.delete(next);
    await database.models.put({ ...row, triangles: 0 });
    await engine.remake(next);
    expect((await database.models.get(next))!.triangles).toBe(24);
  });

  it('puts two files together, each at its place; one alone at its own place is that file', async () => {
    const [a, b] = [await read(), await read()];
    const { AS_IT_IS } = await import('../../core/model/placement');
    const part = (base: string, name: string, isHidden = false) => ({
      base,
      name,
      fileName: 'blocks.obj',
      corrections: {},
      placement: AS_IT_IS,
      isHidden,
    });
    const whole = await engine.arrange(a, [part(a, 'West'), part(b, 'East')] as never);
    expect((await loadModel(whole))!.elements).toHaveLength(4);
    const less = await engine.arrange(a, [part(a, 'West'), part(b, 'East', true)] as never);
    expect((await loadModel(less))!.elements).toHaveLength(2);
    const only = await engine.arrange(whole, [part(a, 'West')] as never);
    expect(await database.models.get(only)).toMatchObject({ base: a, triangles: 24 });
  });
});

it('a drawing made anew waits with how much of it changes, and takes its place by itself where nothing does', async () => {
  const id = await read();
  await engine.draw(id, FRONT, KEEP);
  await engine.draw(id, FRONT, { ...KEEP, row: nextRow(KEEP.row), print: 'same' });
  await engine.compareNext(KEEP.row);
  expect([(await keptDrawing(KEEP.row))!.print, await keptDrawing(nextRow(KEEP.row))]).toEqual(['same', undefined]);
  const next = await engine.correct(id, { elements: { upper: { leftOut: true } } });
  await engine.draw(next, FRONT, { ...KEEP, row: nextRow(KEEP.row), print: 'less' });
  await engine.compareNext(KEEP.row);
  expect((await keptDrawing(KEEP.row))!.print).toBe('same');
  // three sides of the upper block go; the joint under it was an edge, and is a part of the outline now
  const { changed } = (await database.prints.get(nextRow(KEEP.row)))!;
  expect(changed).toEqual({ come: expect.closeTo(1, 6), gone: expect.closeTo(4, 6) });
});

it('what the checks find is found once, and property sets are told of one element alone', async () => {
  const id = await read();
  const checks = await engine.check(id);
  await database.checks.update(id, { checks: [] });
  expect([checks.length > 0, await engine.check(id)]).toEqual([true, []]);
  const row = (await database.bundles.get(id))!;
  const model = await unpack(row.model);
  const elements = model.elements.map((e, k) => ({ ...e, facts: { ...e.facts, sets: k ? [0] : [] } }));
  await database.bundles.put({
    ...row,
    model: pack({ ...model, elements, propertySets: [{ name: 'Fire', names: ['Rating'], values: ['REI 60'] }] } as never),
  });
  engine = await freshEngine();
  expect([await engine.properties(id, 0), (await engine.properties(id, 1)).map(({ name }) => name)]).toEqual([[], ['Fire']]);
  expect([...(await engine.findInProperties(id, 'rei'))]).toEqual([1]);
  expect(await engine.findInProperties(id, 'steel')).toHaveLength(0);
});
