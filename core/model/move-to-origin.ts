import { boundCorners } from '../geometry/bounds';
import type { Vec3 } from '../geometry/vec3';
import { movedBy } from './counted-from';
import type { ModelBuilder } from './model-builder';

/** A model nearer to zero than this stays where it is, metres. */
const NEAR = 1000;
/** The zero is taken in such steps, metres: what is added to a building hardly ever leads to the next. */
const STEP = 1000;

/**
 * Moves a model that lies far from zero (map coordinates) near it; the move is kept as the model's origin, in whole kilometres. It hangs
 * on what is in the file: a newer reading of the same model is told the zero of the one before (`countedFrom`).
 * @param reach no corner lies farther from zero than this, metres, where that is known
 */
export function moveToOrigin(builder: ModelBuilder, reach = Infinity): void {
  if (reach < NEAR) return;
  const data = builder.positions.reserve(0);
  const corners = builder.positions.length;
  const [x0, y0, z0, x1, y1, z1] = boundCorners(data, 0, corners / 3, new Float64Array(6)) as unknown as number[];
  const middle = [(x0! + x1!) / 2, (y0! + y1!) / 2, (z0! + z1!) / 2];
  if (!(Math.hypot(...middle) >= NEAR)) return;
  const origin = middle.map((x) => Math.round(x / STEP) * STEP + 0) as unknown as Vec3;
  builder.origin = origin;
  for (let i = 0; i < corners; i++) data[i]! -= origin[i % 3]!;
  builder.placeAll(movedBy(builder, origin));
}
