import { strFromU8 } from 'fflate';
import { checkStandard } from '../drafting/standard/check-standard';
import type { Standard } from '../drafting/standard/standard';
import { Fault } from '../faults/fault';
import { sentence } from '../faults/wording';
import { checkSight } from '../sights/sight-schema';
import { checkModel } from './check-model';
import { checkContents, type Contents } from './contents';
import { together } from './figures-apart';
import { CONTENTS, STANDARD_FILE, VERSION, type FiledImage, type FiledModel, type FiledSight, type ProjectFile } from './project-file';
import { zipEntries, type ZipEntry } from './zip-entries';

/** An archive may unpack to this much, bytes. */
const MOST = 4e9;
/** Of a sight whose place in the contents is lost. */
const USUAL_SCALE = 100;

export interface ReadProject {
  readonly project: ProjectFile;
  /** What could not be read, in words, each with its place and why. */
  readonly lost: readonly string[];
}

/**
 * Reads a project file, as much of it as can be saved: what is damaged is told and left out, and the rest is read.
 * @param file its name, for the words
 * @throws Fault file-unreadable where nothing of it can be saved, file-version where it is of a newer form, file-too-large
 */
export function readProject(bytes: Uint8Array, file: string): ReadProject {
  const entries = zipEntries(bytes);
  const total = [...entries.values()].reduce((sum, { size }) => sum + size, 0);
  if (total > MOST)
    throw new Fault('file-too-large', { file, what: 'it', size: `${(total / 1e9).toFixed(1)} GB`, limit: `${MOST / 1e9} GB` });
  const lost: string[] = [];
  const reader = new Reader(entries, lost);
  const contents = contentsOf(entries, lost, file);
  const project: ProjectFile = {
    ...contents,
    sights: contents.sights.flatMap((own) => reader.sight(own)),
    models: contents.models.flatMap(({ folder, ...own }) => reader.model(folder, own)),
    images: contents.images.flatMap((own) => reader.image(own)),
    ...(entries.has(STANDARD_FILE) && { standard: reader.standard()[0] }),
  };
  const images = new Set(project.images.map(({ key }) => key));
  const backgrounds = project.backgrounds.filter((b) => images.has(String(b['image'])));
  if (!project.sights.length && !project.models.length && !project.sets.length)
    throw new Fault('file-unreadable', { file, reason: lost[0] ?? 'there is neither a model nor a sight in it' });
  return { project: { ...project, backgrounds }, lost };
}

class Reader {
  private readonly entries: ReadonlyMap<string, ZipEntry>;
  private readonly lost: string[];
  constructor(entries: ReadonlyMap<string, ZipEntry>, lost: string[]) {
    this.entries = entries;
    this.lost = lost;
  }

  sight({ file, ...own }: Contents['sights'][number]): FiledSight[] {
    return this.saved(file, () => [{ ...own, sight: checkSight(JSON.parse(strFromU8(this.bytes(file))), file) }]);
  }

  model(folder: string, own: Omit<FiledModel, 'model'>): FiledModel[] {
    return this.saved(folder, () => {
      const json = strFromU8(this.bytes(`${folder}/model.json`));
      return [{ ...own, model: checkModel(together(json, (list) => this.bytes(`${folder}/${list}`))) }];
    });
  }

  image({ key, type, file }: Contents['images'][number]): FiledImage[] {
    return this.saved(file, () => [{ key, type, bytes: this.bytes(file) }]);
  }

  standard(): Standard[] {
    return this.saved(STANDARD_FILE, () => {
      const { format: _format, version: _version, ...standard } = checkStandard(JSON.parse(strFromU8(this.bytes(STANDARD_FILE))), STANDARD_FILE) as Standard & { format?: string; version?: number }; // prettier-ignore
      return [standard];
    });
  }

  private bytes(name: string): Uint8Array {
    const entry = this.entries.get(name);
    if (!entry) throw new Error(`${name} is missing`);
    try {
      return entry.read();
    } catch (error) {
      throw new Error(`${name} is damaged: ${(error as Error).message}`, { cause: error });
    }
  }

  private saved<T>(place: string, read: () => T[]): T[] {
    try {
      return read();
    } catch (error) {
      const words = error instanceof Fault ? sentence(error, place) : (error as Error).message;
      this.lost.push(words.startsWith(place) ? words : `${place}: ${words}`);
      return [];
    }
  }
}

/** The contents as the file tells them; where that is lost, as its parts lie in it. */
function contentsOf(entries: ReadonlyMap<string, ZipEntry>, lost: string[], file: string): Contents {
  const entry = entries.get(CONTENTS);
  try {
    if (!entry) throw new Error('it is missing');
    const value = JSON.parse(strFromU8(entry.read())) as { version?: unknown };
    if (typeof value.version === 'number' && value.version > VERSION)
      throw new Fault('file-version', { file, version: `version ${value.version}`, format: 'a project file', read: `version ${VERSION}` });
    return checkContents(value);
  } catch (error) {
    if (error instanceof Fault) throw error;
    const names = [...entries.keys()];
    const sights = names.filter((name) => /^sights\/.+\.json$/.test(name));
    const folders = names.flatMap((name) => /^(models\/\d+)\/model\.json$/.exec(name)?.[1] ?? []);
    if (!sights.length && !folders.length)
      throw new Fault('file-unreadable', { file, reason: entries.size ? `there is no ${CONTENTS} in it` : 'it is no archive' });
    lost.push(`${CONTENTS}: ${(error as Error).message}; sets, scales and what was set right are lost with it`);
    const name = file.replace(/\.[^.]+$/, '');
    return {
      name,
      models: folders.map((folder, i) => ({
        key: folder,
        name: i ? `${name} ${i + 1}` : name,
        fileName: name,
        folder,
        corrections: {},
        placement: { by: [0, 0, 0], turn: 0 },
        isHidden: false,
      })),
      elements: {},
      sights: sights.map((own) => ({ id: own, scale: USUAL_SCALE, file: own })),
      sets: [],
      files: {},
      accepted: [],
      backgrounds: [],
      images: [],
    };
  }
}
