import { dot, subtract } from '../geometry/vec3';
import type { ModelBuilder } from './model-builder';

/** A model nearer to zero than this stays where it is, metres. */
const NEAR = 1000;

/** Moves a model that lies far from zero (map coordinates) near it; the move is kept as the model's origin, in whole metres. */
export function moveToOrigin(builder: ModelBuilder): void {
  const data = builder.positions.reserve(0);
  const corners = builder.positions.length;
  let x0 = Infinity,
    y0 = Infinity,
    z0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity,
    z1 = -Infinity;
  for (let i = 0; i < corners; i += 3) {
    const x = data[i]!,
      y = data[i + 1]!,
      z = data[i + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  const origin = [Math.round((x0 + x1) / 2), Math.round((y0 + y1) / 2), Math.round((z0 + z1) / 2)] as const;
  if (!(Math.hypot(...origin) >= NEAR)) return;
  builder.origin = origin;
  for (let i = 0; i < builder.positions.length; i++) data[i]! -= origin[i % 3]!;
  builder.storeys.forEach((s, i) => (builder.storeys[i] = { ...s, elevation: s.elevation - origin[2] }));
  builder.grid.forEach((g, i) => {
    const move = (p: readonly [number, number, number]) => [p[0] - origin[0], p[1] - origin[1], p[2] - origin[2]] as const;
    builder.grid[i] = { ...g, from: move(g.from), to: move(g.to) };
  });
  builder.elements.forEach((element, i) => {
    const { buildUp } = element;
    if (!buildUp) return;
    const { centre, normal, bounds } = buildUp;
    const shift = dot(normal, origin);
    const moved = centre ? { ...buildUp, centre: subtract(centre, origin) } : { ...buildUp, bounds: bounds.map((b) => b - shift) };
    builder.elements[i] = { ...element, buildUp: moved };
  });
}
