import 'fake-indexeddb/auto';
import { beforeEach, expect, it } from 'vitest';
import type { Corrections } from '../../core/model/correct';
import { database, type ModelInfo } from '../data/database';
import { addModel, loadModel } from '../data/models';
import { createProject } from '../data/projects';
import { arrangeModels, correctModel, withElements } from './model-changes';

/** Makes readings as the engine does, as slowly as is told. */
const maker =
  (...waits: number[]) =>
  async (base: string, changed: Partial<ModelInfo>): Promise<string> => {
    await new Promise((resolve) => setTimeout(resolve, waits.shift() ?? 0));
    const [id, model] = [crypto.randomUUID(), (await loadModel(base))!];
    await addModel({ ...model, ...changed, id });
    return id;
  };
const correcting = (...waits: number[]) => {
  const make = maker(...waits);
  return (base: string, corrections: Corrections) => make(base, { corrections });
};

let project: string;
beforeEach(async () => {
  await database.delete();
  await database.open();
  await addModel({
    id: 'read',
    base: 'read',
    fileName: 'hall.ifc',
    corrections: {},
    elements: [] as ModelInfo['elements'],
  } as unknown as ModelInfo);
  project = await createProject('Hall', 'read');
});
const model = async () => (await loadModel((await database.projects.get(project))!.model))!;

it('two figures of one element typed one soon after the other are both kept, though the first takes longer', async () => {
  const make = correcting(40, 0);
  await Promise.all([
    correctModel(project, 'Material', (c) => withElements(c, ['W1'], { material: 'Brick' }), make),
    correctModel(project, 'Class', (c) => withElements(c, ['W1'], { class: 'Wall' }), make),
  ]);
  expect((await model()).corrections.elements).toEqual({ W1: { material: 'Brick', class: 'Wall' } });
  expect((await database.steps.toArray()).map(({ label }) => label)).toEqual(['Material', 'Class']);
});

it('one that fails is told and takes nothing with it', async () => {
  const bad = correctModel(project, 'Unit', (c) => ({ ...c, unit: 'ft' }), () => Promise.reject(new Error('no room'))); // prettier-ignore
  const good = correctModel(project, 'Up', (c) => ({ ...c, up: 'y' }), correcting());
  await expect(bad).rejects.toThrow('no room');
  await good;
  expect((await model()).corrections).toEqual({ up: 'y' });
});

it('models that are added at once all come along, and the one before can be compared', async () => {
  const make = maker(30, 0);
  const arranging = (base: string, parts: NonNullable<ModelInfo['parts']> | readonly object[]) =>
    make(base, { parts: parts as ModelInfo['parts'] & object });
  const adding = (key: string, isNewer: boolean) =>
    arrangeModels(project, key, (parts) => [...parts, { ...parts[0]!, key, name: key }], arranging, isNewer);
  await Promise.all([adding('jetty', false), adding('tower', true)]);
  expect((await model()).parts!.map(({ key }) => key)).toEqual(['first', 'jetty', 'tower']);
  const { compared } = (await database.projects.get(project))!;
  expect((await loadModel(compared!))!.parts!.map(({ key }) => key)).toEqual(['first', 'jetty']);
});
