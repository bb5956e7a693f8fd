import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { Corrections } from '../../core/model/correct';
import type { ProjectFile } from '../../core/project-file/project-file';
import { readProject } from '../../core/project-file/read-project';
import { writeProject } from '../../core/project-file/write-project';
import type { Background } from '../data/background';
import { checkBackground } from '../data/background-schema';
import { database } from '../data/database';
import { pack } from '../data/packed';
import { partsOf, type PartWish } from '../data/parts';
import { byId } from '../data/project';
import { loadProject } from '../data/project-rows';
import { forgetModel, keepProject } from '../data/projects';
import { ensureRoom } from '../data/storage-fault';
import { bundle } from './project-model';

/** Everything of a project as one archive. */
export async function projectFileOf(id: string): Promise<{ readonly name: string; readonly bytes: Uint8Array }> {
  const project = await loadProject(id);
  const info = project && (await database.models.get(project.model));
  if (!info) throw new Error('That project is not in this browser.');
  const models = await Promise.all(partsOf(info).map(async ({ base, ...part }) => ({ ...part, model: await bundle(base) })));
  const backgrounds = Object.values(project.backgrounds);
  const rows = await database.images.bulkGet([...new Set(backgrounds.map((b) => b.image))]);
  const images = await Promise.all(
    rows.flatMap((row) =>
      row ? [row.blob.arrayBuffer().then((own) => ({ key: row.id, type: typeOf(row.blob), bytes: new Uint8Array(own) }))] : [],
    ),
  );
  const bytes = writeProject({
    name: project.name,
    models,
    elements: info.corrections.elements ?? {},
    sights: Object.values(project.sights),
    sets: Object.values(project.sets),
    files: project.files ?? {},
    standard: project.standard,
    accepted: Object.keys(project.accepted),
    backgrounds: backgrounds as unknown as ProjectFile['backgrounds'],
    images,
  });
  return { name: `${project.name.replace(/[\p{Cc}<>:"/\\|?*]/gu, '-')}.tarvex`, bytes };
}

const typeOf = (blob: Blob): string => (blob.type === 'image/jpeg' ? 'image/jpeg' : 'image/png');

/** What came of a project file. */
export interface Taken {
  /** Key of the new project. */
  readonly id: string;
  /** What of the file could not be saved, in words. */
  readonly lost: readonly string[];
}

/**
 * Makes a project of a project file, with as much of it as can be saved. Nothing is kept when it fails.
 * @param make puts models together and answers with the key of the whole
 */
export async function takeProject(
  name: string,
  bytes: Uint8Array,
  make: (parts: readonly PartWish[], corrections: Corrections) => Promise<string>,
): Promise<Taken> {
  const { project, lost } = readProject(bytes, name);
  if (!project.models.length)
    throw new Error(`${sentence(new Fault('file-unreadable', { file: name, reason: lost[0] ?? 'there is no model in it' }))}. ${project.sights.length} sights are whole: take them into another project, by New sight, From files.`); // prettier-ignore
  await ensureRoom(bytes.length * 2);
  const parts: PartWish[] = [];
  let model: string | null = null;
  try {
    for (const { model: own, ...part } of project.models) {
      const base = crypto.randomUUID();
      await database.bundles.add({ id: base, model: pack(own) });
      parts.push({ ...part, base });
    }
    model = await make(parts, { elements: project.elements });
    const { backgrounds, lost: gone, keep } = imagesOf(project);
    const { sights, sets, accepted, files, standard } = project;
    const held = { sights: byId(sights), sets: byId(sets), backgrounds: byId(backgrounds), files, ...(standard && { standard }), accepted: Object.fromEntries(accepted.map((key) => [key, true as const])) }; // prettier-ignore
    const id = await keepProject(project.name, model, held);
    await keep(id);
    return { id, lost: [...lost, ...gone] };
  } catch (error) {
    if (model) await forgetModel(model).catch(() => undefined);
    await database.bundles.bulkDelete(parts.map((p) => p.base)).catch(() => undefined);
    throw error;
  }
}

/** What can be taken over from a project file into another project. */
export interface FiledThings {
  readonly sights: ProjectFile['sights'];
  readonly sets: ProjectFile['sets'];
  readonly backgrounds: readonly Background[];
  readonly accepted: readonly string[];
  readonly lost: readonly string[];
}

/** Reads a project file to be merged into a project; its images are kept there. */
export async function thingsOf(into: string, name: string, bytes: Uint8Array): Promise<FiledThings> {
  const { project, lost } = readProject(bytes, name);
  const { backgrounds, lost: gone, keep } = imagesOf(project);
  await keep(into);
  const { sights, sets, accepted } = project;
  return { sights, sets, accepted, backgrounds, lost: [...lost, ...gone] };
}

/** The backgrounds of a project file that are whole, on images under keys of their own, and what keeps those. */
function imagesOf({ backgrounds, images }: ProjectFile) {
  const lost: string[] = [];
  const keys = new Map(images.map(({ key }) => [key, crypto.randomUUID() as string]));
  const whole = backgrounds.flatMap((own): Background[] => {
    const background = { ...own, image: keys.get(String(own['image'])) } as Background;
    try {
      checkBackground(background);
      return [background];
    } catch (error) {
      lost.push(error instanceof Fault ? sentence(error) : (error as Error).message);
      return [];
    }
  });
  const keep = async (project: string): Promise<void> => {
    const rows = images.map(({ key, type, bytes }) => ({ id: keys.get(key)!, project, blob: new Blob([bytes as BlobPart], { type }) }));
    await database.images.bulkAdd(rows);
  };
  return { backgrounds: whole, lost, keep };
}
