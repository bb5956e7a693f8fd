import { Fault } from '../../faults/fault';
import { tidyLength } from '../../geometry/numbers/tidy';
import type { Vec2 } from '../../geometry/vec3';
import type { Sight } from '../sight';

/** More sections than this in a row are a mistake of the distance. */
const MOST = 500;
/** How far a section runs beyond the model on either side, metres. */
const BEYOND = 1;

/**
 * Sections square to a path at a regular distance, from its beginning to its end, each as long as the model is there; they look on along
 * the path, and are named by how far along it they stand.
 * @param path points in plan, coordinates of the file
 * @param every the distance, metres
 * @param bounds of the model, minima then maxima
 * @throws Fault row-wrong
 */
export function alongPath(path: readonly Vec2[], every: number, bounds: readonly number[]): Omit<Sight, 'number'>[] {
  const legs = path.slice(1).map((b, k) => {
    const a = path[k]!;
    return { a, b, long: Math.hypot(b[0] - a[0], b[1] - a[1]) };
  });
  const total = legs.reduce((sum, { long }) => sum + long, 0);
  if (!(total > 0)) throw new Fault('row-wrong', { reason: 'the path has no length' });
  if (!(every > 0)) throw new Fault('row-wrong', { reason: 'the distance is to be above 0' });
  // the last one may stand at the very end
  const count = Math.floor(total / every + 1e-9) + 1;
  if (count > MOST) throw new Fault('row-wrong', { reason: `${count} sections are more than ${MOST}: the distance is too small` });
  return Array.from({ length: count }, (_, k) => {
    const along = Math.min(k * every, total);
    let [leg, before] = [0, 0];
    while (leg + 1 < legs.length && before + legs[leg]!.long < along - 1e-9) before += legs[leg++]!.long;
    const { a, b, long } = legs[leg]!;
    const d: Vec2 = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
    const at: Vec2 = [a[0] + d[0] * (along - before), a[1] + d[1] * (along - before)];
    // to the right as one looks along the path
    const right: Vec2 = [d[1], -d[0]];
    const reaches = [0, 3].flatMap((i) => [1, 4].map((j) => (bounds[i]! - at[0]) * right[0] + (bounds[j]! - at[1]) * right[1]));
    const place = (t: number): Vec2 => [tidyLength(at[0] + right[0] * t), tidyLength(at[1] + right[1] * t)];
    const line = [place(Math.min(...reaches, 0) - BEYOND), place(Math.max(...reaches, 0) + BEYOND)];
    return { kind: 'section', name: `At ${along.toFixed(3)}`, path: line, look: 'left', depth: null };
  });
}
