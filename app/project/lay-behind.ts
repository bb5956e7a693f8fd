import { changeProject } from '../data/change-project';
import { database } from '../data/database';
import { Refused } from '../data/refused';
import { ensureRoom } from '../data/storage-fault';
import { taken } from './attached';
import type { CommandOf } from './commands';

/** Lays an image behind a pane, which may come beside the command, or changes how it lies. */
export async function layBehind(project: string, { label, id, background }: CommandOf<'background'>): Promise<string> {
  const bytes = background && taken(background.image);
  if (bytes) await ensureRoom(bytes.size);
  // what is kept of it does not hang on the file that it was read from
  const blob = bytes && new Blob([await bytes.arrayBuffer()], { type: bytes.type });
  if (background && !blob && !(await database.images.get(background.image)))
    throw new Refused(`The image of ${background.name} is not in this browser.`);
  const image = blob ? { id: background.image, project, blob } : null;
  await changeProject(
    project,
    label,
    (draft) => {
      if (background) draft.backgrounds[id] = background as never;
      else delete draft.backgrounds[id];
    },
    { image },
  );
  return label;
}
