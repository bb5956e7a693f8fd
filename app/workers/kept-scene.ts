import type { Model } from '../../core/model/model';
import { prepare } from '../../core/scene/prepare';
import { SCENE_VERSION, type Scene } from '../../core/scene/scene';
import type { SceneRow } from '../data/database';
import { pack, unpack } from '../data/packed';
import { readRow } from './read-row';

/** Smaller scenes are prepared as soon as they are read. */
const WORTH = 20_000;
/** A scene is kept where there is room for it so many times over. */
const SPARE = 10;

/** The scene of a model: as it was kept, where it was, else prepared now and kept for the next time. */
export async function sceneOf(id: string, model: Model): Promise<Scene> {
  const kept = await read(id, model);
  if (kept) return kept;
  const scene = prepare(model);
  await keepScene(id, scene);
  return scene;
}

/** Keeps a scene beside its model; where room is short it is left to what cannot be made anew, and the scene is prepared the next time. */
export async function keepScene(id: string, scene: Scene): Promise<void> {
  if (scene.triangles.length / 3 < WORTH) return;
  const { quota = 0, usage = 0 } = (await navigator.storage?.estimate?.()) ?? {};
  if (quota - usage < SPARE * bytesOf(scene)) return;
  const { database } = await import('../data/database');
  await database.scenes.put({ id, version: SCENE_VERSION, scene: pack(scene) }).catch(() => undefined);
}

/** A kept scene that is of this version and of this model; whatever is wrong with it, null. */
async function read(id: string, model: Model): Promise<Scene | null> {
  try {
    const row = await readRow<SceneRow>('scenes', id);
    if (!row || row.version !== SCENE_VERSION) return null;
    const scene = await unpack<Scene>(row.scene);
    return scene.partElement.length === model.partElement.length ? scene : null;
  } catch {
    return null;
  }
}

const bytesOf = (scene: Scene): number =>
  Object.values(scene).reduce((sum, value) => sum + (ArrayBuffer.isView(value) ? value.byteLength : 0), 0);
