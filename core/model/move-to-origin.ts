import { boundCorners } from '../geometry/bounds';
import { dot, subtract } from '../geometry/vec3';
import { movedFlat } from './flat-shapes';
import type { ModelBuilder } from './model-builder';

/** A model nearer to zero than this stays where it is, metres. */
const NEAR = 1000;

/**
 * Moves a model that lies far from zero (map coordinates) near it; the move is kept as the model's origin, in whole metres.
 * @param reach no corner lies farther from zero than this, metres, where that is known
 */
export function moveToOrigin(builder: ModelBuilder, reach = Infinity): void {
  if (reach < NEAR) return;
  const data = builder.positions.reserve(0);
  const corners = builder.positions.length;
  const [x0, y0, z0, x1, y1, z1] = boundCorners(data, 0, corners / 3, new Float64Array(6)) as unknown as number[];
  const origin = [Math.round((x0! + x1!) / 2), Math.round((y0! + y1!) / 2), Math.round((z0! + z1!) / 2)] as const;
  if (!(Math.hypot(...origin) >= NEAR)) return;
  builder.origin = origin;
  for (let i = 0; i < builder.positions.length; i++) data[i]! -= origin[i % 3]!;
  builder.storeys.forEach((s, i) => (builder.storeys[i] = { ...s, elevation: s.elevation - origin[2] }));
  builder.grid.forEach((g, i) => {
    const move = (p: readonly [number, number, number]) => [p[0] - origin[0], p[1] - origin[1], p[2] - origin[2]] as const;
    builder.grid[i] = { ...g, from: move(g.from), to: move(g.to), ...(g.curve && { curve: g.curve.map(move) }) };
  });
  builder.flat.forEach((shape, i) => (builder.flat[i] = movedFlat(shape, (p) => subtract(p, origin))));
  builder.elements.forEach((element, i) => {
    const { buildUp } = element;
    if (!buildUp) return;
    const { centre, normal, bounds } = buildUp;
    const shift = dot(normal, origin);
    const moved = centre ? { ...buildUp, centre: subtract(centre, origin) } : { ...buildUp, bounds: bounds.map((b) => b - shift) };
    builder.elements[i] = { ...element, buildUp: moved };
  });
}
