import { strToU8, zipSync, type Zippable } from 'fflate';
import { fileName } from '../writers/file-name';
import { apart } from './figures-apart';
import { CONTENTS, STANDARD_FILE, VERSION, type ProjectFile } from './project-file';

/** The same project gives the same bytes. */
const DATE = new Date('2025-01-01T00:00:00Z');
const text = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 1)}\n`);

/** A project as one zip archive; its form stands in docs/project-file.md. */
export function writeProject(project: ProjectFile): Uint8Array {
  const { name, models, elements, sights, sets, files, accepted, backgrounds, images } = project;
  const out: Zippable = {};
  const put = (path: string, bytes: Uint8Array, level: 0 | 1 | 6 = 6) => (out[path] = [bytes, { level, mtime: DATE }]);
  const names: string[] = [];
  for (const { sight } of sights) names.push(`sights/${fileName(sight, 'json', names.map((n) => n.slice(7)))}`); // prettier-ignore
  const contents = {
    format: 'tarvex-project',
    version: VERSION,
    name,
    models: models.map(({ model: _, ...rest }, i) => ({ ...rest, folder: `models/${i + 1}` })),
    elements,
    sights: sights.map(({ sight: _, ...own }, i) => ({ ...own, file: names[i] })),
    sets,
    files,
    accepted,
    backgrounds,
    images: images.map(({ key, type }, i) => ({ key, type, file: `images/${i + 1}.${type === 'image/jpeg' ? 'jpg' : 'png'}` })),
  };
  put(CONTENTS, text(contents));
  if (project.standard) put(STANDARD_FILE, text({ format: 'tarvex-standard', version: 2, ...project.standard }));
  sights.forEach(({ sight }, i) => put(names[i]!, text(sight)));
  models.forEach(({ model }, i) => {
    const { json, lists } = apart(model);
    put(`models/${i + 1}/model.json`, strToU8(json));
    for (const [list, bytes] of lists) put(`models/${i + 1}/${list}`, bytes, 1);
  });
  contents.images.forEach(({ file }, i) => put(file, images[i]!.bytes, 0));
  return zipSync(out);
}
