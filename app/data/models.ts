import { database, type ModelInfo } from './database';
import { elementTexts, standing } from './element-texts';

/** A task of the page is not to take longer, milliseconds. */
const PATIENCE = 12;
/** The last ones stay: what is known of a model never changes, another reading is another model. */
const KEPT = 3;
const _loaded = new Map<string, ModelInfo>();

/** Keeps what is known of a model. */
export async function addModel({ elements, ...row }: ModelInfo): Promise<void> {
  await database.transaction('rw', database.models, database.elements, async () => {
    await database.models.put({ ...row, standing: standing(elements) });
    await database.elements.put({ id: row.id, texts: elementTexts(elements) });
  });
}

/** All that is known of a model, or undefined where it is not in this browser. */
export async function loadModel(id: string): Promise<ModelInfo | undefined> {
  const known = _loaded.get(id);
  if (known) return known;
  const [row, listed] = await Promise.all([database.models.get(id), database.elements.get(id)]);
  if (!row || !listed) return undefined;
  const model: ModelInfo = { ...row, elements: await parsed(listed.texts) };
  _loaded.set(id, model);
  if (_loaded.size > KEPT) _loaded.delete(_loaded.keys().next().value!);
  return model;
}

/** The same; what was swept away of a reading that undo has brought back is made anew. */
export async function openReading(id: string, remake: (id: string) => Promise<void>): Promise<ModelInfo | undefined> {
  const model = await loadModel(id);
  if (model || !(await database.models.get(id))) return model;
  await remake(id);
  return loadModel(id);
}

/** Takes models away, with their elements. */
export async function deleteModels(ids: readonly string[]): Promise<void> {
  for (const id of ids) _loaded.delete(id);
  await Promise.all([database.models.bulkDelete([...ids]), database.elements.bulkDelete([...ids])]);
}

async function parsed(texts: readonly string[]): Promise<ModelInfo['elements']> {
  const elements: ModelInfo['elements'][number][] = [];
  let begun = performance.now();
  for (const text of texts) {
    for (const element of JSON.parse(text) as ModelInfo['elements']) elements.push(element);
    if (performance.now() - begun < PATIENCE) continue;
    await new Promise((resolve) => setTimeout(resolve));
    begun = performance.now();
  }
  return elements;
}
