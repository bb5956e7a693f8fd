import * as Comlink from 'comlink';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { inLook, type Standard } from '../../core/drafting/standard/standard';
import { wantsFaces } from '../../core/drafting/wants-faces';
import type { Sun } from '../../core/surfaces/shadows';
import type { Sight } from '../../core/sights/sight';
import { painter } from '../workers/painter';
import { pool } from '../workers/pool';

/** What is looked at, and in which look and scale it is shown. */
export interface FacesWish {
  readonly paintKey: string;
  readonly model: string;
  readonly sight: Sight;
  /** null for the one that comes along. */
  readonly standard: Standard | null;
  readonly look: string | undefined;
  readonly sun: Sun | null;
  readonly scale: number;
}

/**
 * Has the engine look at the faces of a drawing and hand them to the painter; false where the look asks for none.
 * @param onBegun told when it takes its time
 */
export async function bringFaces(
  { paintKey, model, sight, standard, look, sun, scale }: FacesWish,
  signal: AbortSignal,
  onBegun: () => void,
): Promise<boolean> {
  const base = standard ?? SHIPPED;
  if ((!sun && !wantsFaces(inLook(base, look) ?? inLook(base)!, scale)) || signal.aborted) return false;
  onBegun();
  const { port1, port2 } = new MessageChannel();
  const coming = painter.ask((remote) => remote.takeFaces(paintKey, Comlink.transfer(port2, [port2])));
  coming.catch(() => undefined);
  await pool.back.run((engine) => engine.faces(model, sight, sun, Comlink.transfer(port1, [port1])), signal);
  await coming;
  return true;
}
