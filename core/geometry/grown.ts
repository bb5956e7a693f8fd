import { type Path64 } from 'clipper2-ts/dist/Core.js';
import { ClipperOffset, EndType, JoinType } from 'clipper2-ts/dist/Offset.js';
import type { Ring } from './rings';

/** Fineness of the offset, units of a metre. */
const GRID = 1e7;

/** Outlines made larger by so much all round, with square corners; holes (clockwise) become smaller. The offset is that of Clipper2. */
export function grown(rings: readonly Ring[], by: number): Ring[] {
  const offset = new ClipperOffset(4);
  offset.addPaths(rings.map(toPath), JoinType.Miter, EndType.Polygon);
  const out: Path64[] = [];
  offset.execute(by * GRID, out);
  return out.map((path) => Float64Array.from(path.flatMap(({ x, y }) => [Number(x) / GRID, Number(y) / GRID])));
}

function toPath(ring: Ring): Path64 {
  const path: Path64 = [];
  for (let i = 0; i < ring.length; i += 2) path.push({ x: Math.round(ring[i]! * GRID), y: Math.round(ring[i + 1]! * GRID) });
  return path;
}
