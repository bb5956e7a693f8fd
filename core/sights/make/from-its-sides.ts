import { Fault } from '../../faults/fault';
import { tidyLength } from '../../geometry/numbers/tidy';
import { cos, sin } from '../../geometry/numbers/trigonometry';
import type { Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { mainAngle } from '../../scene/main-angle';
import { atModelSize } from '../../scene/scale';
import type { Scene } from '../../scene/scene';
import type { KeepBox } from '../keep-box';
import type { Sight } from '../sight';
import { numbered } from './number';
import { sightOfSide } from './of-box';

/** How far around an element its sights from all sides reach, metres: clear of the walls that it stands at. */
const AROUND = 0.05;
const DEGREE = Math.PI / 180;

/**
 * What stands at one place, opened: an element, with the others of its assembly, in a section from each of its four sides. They are cut
 * by the sides of a box about it that stands as most of its own upright faces do, or else as the building does, and are no deeper.
 * @param id the element, as the drawing's JSON names it
 * @throws Fault face-unknown
 */
export function fromItsSides(model: Model, prepared: Scene, id: string, taken: readonly string[] = []): Sight[] {
  const own = model.elements.find((e) => e.id === id);
  if (!own) throw new Fault('face-unknown', { id, reason: 'is not in the model' });
  const scene = atModelSize(prepared);
  const { trianglePart, partElement } = scene;
  const isOfIt = model.elements.map((e) => (own.assembly ? e.assembly === own.assembly : e === own));
  const counts = (t: number): boolean => isOfIt[partElement[trianglePart[t]!]!]!;
  const turn = mainAngle(scene, counts) ?? mainAngle(scene) ?? 0;
  const box = boxOf(model, scene, counts, turn);
  if (!box) throw new Fault('face-unknown', { id, reason: 'has no faces' });
  // as it is called: the assembly says its class before its name
  const name = own.assembly.replace(/^\S+ /, '') || own.name || own.class;
  return numbered(
    (['front', 'right', 'back', 'left'] as const).map((side) => ({ ...sightOfSide(box, side), name: `${name}, from the ${side}` })),
    taken,
  );
}

/** The least box about some triangles that is turned by so much in plan, with room around it; null of none. */
function boxOf({ origin }: Model, { vertices, triangles }: Scene, counts: (t: number) => boolean, turn: number): KeepBox | null {
  const [c, s] = [cos(turn), sin(turn)];
  const [low, high] = [[Infinity, Infinity, Infinity], [-Infinity, -Infinity, -Infinity]]; // prettier-ignore
  for (let i = 0; i < triangles.length; i++) {
    if (!counts(Math.floor(i / 3))) continue;
    const v = triangles[i]! * 3;
    const [x, y, z] = [0, 1, 2].map((k) => vertices[v + k]! + origin[k]!) as unknown as Vec3;
    [x * c + y * s, y * c - x * s, z].forEach((w, k) => {
      low[k] = Math.min(low[k]!, w);
      high[k] = Math.max(high[k]!, w);
    });
  }
  if (low[0]! > high[0]!) return null;
  const [u, v, w] = low.map((x, k) => (x + high[k]!) / 2) as unknown as Vec3;
  return {
    centre: [tidyLength(u * c - v * s), tidyLength(u * s + v * c), tidyLength(w)],
    size: low.map((x, k) => tidyLength(high[k]! - x + 2 * AROUND)) as unknown as Vec3,
    ...(turn && { turn: turn / DEGREE }),
  };
}
