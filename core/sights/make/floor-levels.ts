import type { Model } from '../../model/model';
import { LEVEL, areaOf } from '../../scene/main-angle';
import { atModelSize } from '../../scene/scale';
import type { Scene } from '../../scene/scene';

/** Faces whose heights differ by less are of one floor, metres: screed and threshold are one storey. */
const ONE_FLOOR = 0.3;
/** Walls are at least so high, metres: what stands on a table or a sill is lower (common practice). */
const WALL = 1.8;
/** A wall stands on a floor when its foot is so near to it, metres. */
const FOOT = 0.06;
/** A floor is at least so large, square metres, and such a part of the largest one: landings and shelves are no storeys. */
const [LEAST, SHARE] = [2, 0.15];
/** Walls that stand on a floor are together at least so long, metres. */
const LENGTH = 2;

interface Upright {
  readonly foot: number;
  readonly top: number;
  readonly length: number;
}

/**
 * The levels of floors of a model that tells no storeys, from below, in the coordinates of its file: level faces that look up and on
 * which walls stand. Tables have no walls, sills and landings no room, undersides look down, and what stands on a roof is no wall.
 */
export function floorLevels(model: Model, prepared: Scene): number[] {
  const scene = atModelSize(prepared);
  const { vertices, triangles, normals, triangleFace } = scene;
  const count = triangles.length / 3;
  const up = new Map<number, number>();
  const sides = new Map<number, { low: number; high: number; x0: number; y0: number; x1: number; y1: number }>();
  for (let t = 0; t < count; t++) {
    const nz = normals[t * 3 + 2]!;
    const [a, b, c] = [0, 1, 2].map((k) => triangles[t * 3 + k]! * 3) as [number, number, number];
    if (nz > 1 - LEVEL) {
      const z = Math.round(((vertices[a + 2]! + vertices[b + 2]! + vertices[c + 2]!) / 3) * 1000) / 1000;
      up.set(z, (up.get(z) ?? 0) + areaOf(scene, t));
    }
    if (Math.abs(nz) > LEVEL) continue;
    const face = triangleFace[t]!;
    const own = sides.get(face) ?? { low: Infinity, high: -Infinity, x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
    for (const p of [a, b, c]) {
      own.low = Math.min(own.low, vertices[p + 2]!);
      own.high = Math.max(own.high, vertices[p + 2]!);
      own.x0 = Math.min(own.x0, vertices[p]!);
      own.y0 = Math.min(own.y0, vertices[p + 1]!);
      own.x1 = Math.max(own.x1, vertices[p]!);
      own.y1 = Math.max(own.y1, vertices[p + 1]!);
    }
    sides.set(face, own);
  }
  const walls = Array.from(sides.values(), ({ low, high, x0, y0, x1, y1 }): Upright => ({ foot: low, top: high, length: Math.hypot(x1 - x0, y1 - y0) })).filter(({ foot, top }) => top - foot >= WALL); // prettier-ignore
  let largest = 0;
  for (const area of up.values()) largest = Math.max(largest, area);
  const floors = [...up]
    .filter(([, area]) => area >= LEAST && area >= SHARE * largest)
    .map(([level, area]) => ({
      level,
      area,
      length: walls.reduce((sum, w) => (Math.abs(w.foot - level) <= FOOT ? sum + w.length : sum), 0),
    }))
    .filter(({ length }) => length >= LENGTH)
    .sort((a, b) => a.level - b.level);
  // of several faces of one floor the largest says where it is
  const out: { level: number; area: number }[] = [];
  for (const floor of floors) {
    const last = out.at(-1);
    if (!last || floor.level - last.level > ONE_FLOOR) out.push(floor);
    else if (floor.area > last.area) out[out.length - 1] = floor;
  }
  return out.map(({ level }) => Math.round((level + model.origin[2]) * 1000) / 1000);
}
