import { shortHash } from '../fingerprint/hash-text';

/** Places are one to a tenth of a millimetre, and parameters of arcs to as little. */
const STEPS = 1e4;

/**
 * Keys of the entities of a file, by what each is: the print of its role, its elements and where it runs. The next export gives the same
 * entity the same key, wherever it stands in the file and whatever pen and layer it has by then; edits made elsewhere are recognised by it.
 * What is there twice is numbered.
 */
export class EntityKeys {
  private readonly taken = new Map<string, number>();

  of(role: string, elements: string, places: ArrayLike<number>): string {
    let said = `${role}|${elements}`;
    for (let i = 0; i < places.length; i++) said += `|${Math.round(places[i]! * STEPS)}`;
    const key = shortHash(said);
    const before = this.taken.get(key) ?? 0;
    this.taken.set(key, before + 1);
    return before ? `${key}-${before + 1}` : key;
  }
}
