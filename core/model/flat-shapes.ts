import type { Vec3 } from '../geometry/vec3';
import type { FlatShape } from './model';

/** A flat shape with all its points moved. */
export function movedFlat(shape: FlatShape, move: (p: Vec3) => Vec3): FlatShape {
  const lines = shape.lines.map((line) => {
    const out = new Float64Array(line.length);
    for (let i = 0; i < line.length; i += 3) out.set(move([line[i]!, line[i + 1]!, line[i + 2]!]), i);
    return out;
  });
  return { ...shape, lines, texts: shape.texts.map((t) => ({ ...t, at: move(t.at) })) };
}
