import { tidyDirection } from '../../geometry/numbers/tidy';
import { atan2, cos, sin } from '../../geometry/numbers/trigonometry';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { mainAngle } from '../../scene/main-angle';
import { atModelSize } from '../../scene/scale';
import type { Scene } from '../../scene/scene';
import type { Sight } from '../sight';
import { numbered } from './number';

/** How far before the outermost geometry the plane of an elevation stands, metres. */
const BEFORE = 1;
/** By the side that is seen, round with the compass. */
const SIDES = ['North', 'East', 'South', 'West'] as const;

/**
 * The elevations of the four sides, square to the building's main directions, each before all geometry and named by the side that is
 * seen, to the nearest quarter from true north: the north elevation looks south. u and v count as those of the model.
 */
export function fourSides(model: Model, prepared: Scene, taken: readonly string[] = []): Sight[] {
  const scene = atModelSize(prepared);
  const main = mainAngle(scene) ?? 0;
  const [nx, ny] = model.trueNorth;
  // quarters from north to the first direction looked in, with the compass: the others follow, and no two are called alike
  const off = Math.round((atan2(ny, nx) - main) / (Math.PI / 2));
  const sights = [0, 1, 2, 3].map((k) => {
    const angle = main - k * (Math.PI / 2);
    const look: Vec2 = [tidyDirection(cos(angle)), tidyDirection(sin(angle))];
    // what is seen of a building when one looks north is its south side
    return { side: SIDES[(((off + k + 2) % 4) + 4) % 4]!, look };
  });
  const order = (side: string) => SIDES.indexOf(side as (typeof SIDES)[number]);
  return numbered(
    sights
      .sort((a, b) => order(a.side) - order(b.side))
      .map(({ side, look }) => ({ kind: 'elevation', name: side, frame: { origin: before(model, scene, look), look: [...look, 0], up: [0, 0, 1], cut: false }, depth: null })), // prettier-ignore
    taken,
  );
}

/** A point of the plane that stands before all geometry, in the coordinates of the file. */
function before({ origin }: Model, { vertices }: Scene, [x, y]: Vec2): Vec3 {
  let least = Infinity;
  for (let v = 0; v < vertices.length; v += 3) least = Math.min(least, vertices[v]! * x + vertices[v + 1]! * y);
  const by = (least === Infinity ? 0 : least) - BEFORE;
  return [origin[0] + x * by, origin[1] + y * by, origin[2]];
}
