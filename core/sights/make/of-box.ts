import { tidyDirection, tidyLength } from '../../geometry/numbers/tidy';
import type { Vec3 } from '../../geometry/vec3';
import { boxAxes, boxFaces, type BoxSide, type KeepBox } from '../keep-box';
import type { Sight } from '../sight';

/** A sight of what is in a box, cut by one of its sides and bounded by the others. Seen from above it lies as the box does. */
export function sightOfSide(box: KeepBox, side: BoxSide): Omit<Sight, 'number'> {
  const { origin, normal } = boxFaces(box).find((face) => face.side === side)!;
  const [, back] = boxAxes(box);
  const axis = side === 'top' || side === 'bottom' ? 2 : side === 'right' || side === 'left' ? 0 : 1;
  const [wide, high] = axis === 2 ? [box.size[0], box.size[1]] : [box.size[axis === 0 ? 1 : 0], box.size[2]];
  return {
    kind: side === 'top' ? 'plan' : side === 'bottom' ? 'ceiling plan' : 'section',
    name: `Box from the ${side}`,
    frame: {
      origin: origin.map(tidyLength) as unknown as Vec3,
      look: normal.map((x) => tidyDirection(-x)) as unknown as Vec3,
      up: (axis === 2 ? back : [0, 0, 1]).map(tidyDirection) as unknown as Vec3,
      cut: true,
    },
    depth: box.size[axis],
    limits: { left: -wide / 2, right: wide / 2, bottom: -high / 2, top: high / 2 },
  };
}
