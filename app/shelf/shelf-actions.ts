import { sweep } from '../data/sweep';
import { binProject, emptyBin, restoreProject } from '../data/projects';
import { storageSentence } from '../data/storage-fault';

/** A deleted project can be brought back for this long, milliseconds: two weeks. */
const BIN_KEEPS = 14 * 24 * 3600_000;

/** What the Shelf does; a project is renamed by its own action. */
export type ShelfAct =
  | { readonly act: 'delete' | 'bring back'; readonly id: string }
  /** Deletes for good what lies in the bin. */
  | { readonly act: 'empty bin' }
  /** Takes away what was deleted long ago, and what belongs to nothing. */
  | { readonly act: 'tidy' };

/** Does it; answers with a fault in words, or null. */
export async function shelfAct(what: ShelfAct): Promise<string | null> {
  try {
    if (what.act === 'delete') await binProject(what.id);
    else if (what.act === 'bring back') await restoreProject(what.id);
    else {
      await emptyBin(what.act === 'tidy' ? Date.now() - BIN_KEEPS : Infinity);
      await sweep();
    }
    return null;
  } catch (error) {
    return storageSentence(error);
  }
}
