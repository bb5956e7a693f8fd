import { difference, faceArea, ringArea, ringBounds, union, type Face, type Ring } from '../geometry/polygons';
import { DEPTH } from '../geometry/tolerances';
import type { Scene } from '../scene/scene';
import { clipPolygon } from './clip-polygon';
import { fillTiles } from './fill-tiles';
import type { Picture } from './picture';
import { openPicture, type VisibilityQuery } from './see';
import { recordOf, type Band } from './tile-index';
import { giveBack, takeWorkspace } from './workspace';

/** What is seen of one flat face: polygons of the picture with their holes, its plane there, and what it is of. */
export interface VisibleFace {
  /** Number of the flat face: `Scene.triangleFace`. */
  readonly face: number;
  readonly polygons: readonly Face[];
  /** nu u + nv v + nw w + c is nought on the plane, with a normal of length 1, in the picture. */
  readonly plane: readonly [nu: number, nv: number, nw: number, c: number];
  readonly element: number;
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
}

/** Smaller pieces are the grid of the polygon kernel, square metres. */
const NOTHING = 1e-9;

/**
 * What a View shows of each flat face, for patterns and shadows: its triangles as the clips leave them, without what lies before them.
 * Of faces that lie on one another that of the first part is seen. In the order of the faces. Together with the cut faces the polygons
 * cover the picture once. Cost: for each face the triangles whose boxes meet its own; polygons are those of the kernel's grid.
 */
export function visibleFaces(scene: Scene, query: VisibilityQuery): VisibleFace[] {
  const workspace = takeWorkspace();
  try {
    const picture = openPicture(scene, query, workspace);
    const band = fillTiles(picture, null, 0, picture.grid.columns, new Uint8Array(query.view.shown.length));
    return [...occludersByFace(scene, band)].sort((a, b) => a[0] - b[0]).flatMap(([face, own]) => seenOf(picture, band, face, own) ?? []);
  } finally {
    giveBack(workspace);
  }
}

/** The triangles of the picture of each flat face. */
function occludersByFace({ triangleFace }: Scene, { count, triangle }: Band): Map<number, number[]> {
  const out = new Map<number, number[]>();
  for (let o = 0; o < count; o++) {
    if (triangle[o]! < 0) continue;
    const face = triangleFace[triangle[o]!]!;
    const own = out.get(face);
    if (own) own.push(o);
    else out.set(face, [o]);
  }
  return out;
}

function seenOf({ scene, grid }: Picture, band: Band, face: number, own: readonly number[]): VisibleFace | null {
  const { triangleFace, trianglePart, partElement, partMaterial } = scene;
  const at = recordOf(band, own[0]!) + 9;
  const plane = [band.records[at]!, band.records[at + 1]!, band.records[at + 2]!, band.records[at + 3]!] as const;
  const rings = own.map((o) => cornersOf(band, o));
  const part = trianglePart[face]!;
  const before: Ring[] = [];
  for (const o of near(grid, band, ringBounds(rings))) {
    const t = band.triangle[o]!;
    if (t >= 0 && triangleFace[t] === face) continue;
    const ring = beforePlane(band, o, plane, t < 0 || trianglePart[t]! < part);
    if (ring) before.push(ring);
  }
  const polygons = (before.length ? difference(union(rings).flat(), before) : union(rings)).filter(
    (polygon) => faceArea(polygon) > NOTHING,
  );
  return polygons.length ? { face, polygons, plane, element: partElement[part]!, material: partMaterial[part]! } : null;
}

/** The corners of a triangle of the picture, counter-clockwise. */
function cornersOf({ corners }: Band, o: number): Ring {
  const c = o * 9;
  return Float64Array.of(corners[c]!, corners[c + 1]!, corners[c + 3]!, corners[c + 4]!, corners[c + 6]!, corners[c + 7]!);
}

/** The triangles in the tiles that a box touches, each once. */
function near({ u0, v0, size, columns, rows }: Picture['grid'], { start, items }: Band, [a, b, c, d]: readonly number[]): Set<number> {
  const out = new Set<number>();
  const column = (u: number) => Math.min(columns - 1, Math.max(0, Math.floor((u - u0) / size)));
  const row = (v: number) => Math.min(rows - 1, Math.max(0, Math.floor((v - v0) / size)));
  for (let j = row(b!); j <= row(d!); j++)
    for (let i = column(a!); i <= column(c!); i++)
      for (let k = start[j * columns + i]!; k < start[j * columns + i + 1]!; k++) out.add(items[k]!);
  return out;
}

const [_from, _to] = [new Float64Array(9), new Float64Array(12)];

/** What of a triangle lies before a plane, as a ring; what lies in it counts where `isFirst`. null for nothing. */
function beforePlane(band: Band, o: number, [nu, nv, nw, c]: VisibleFace['plane'], isFirst: boolean): Ring | null {
  const sign = nw < 0 ? -1 : 1;
  // metres behind the plane, square to it
  const [a, b, d, e] = [nu * sign, nv * sign, nw * sign, c * sign];
  let nearest = Infinity;
  for (let k = 0; k < 9; k++) _from[k] = band.corners[o * 9 + k]!;
  for (let k = 0; k < 9; k += 3) nearest = Math.min(nearest, a * _from[k]! + b * _from[k + 1]! + d * _from[k + 2]! + e);
  const limit = isFirst ? -DEPTH : DEPTH;
  if (nearest + limit >= 0 && !(isFirst && nearest < DEPTH)) return null;
  const n = clipPolygon(_from, 3, a, b, d, e + limit, _to);
  if (n < 3) return null;
  const ring = new Float64Array(n * 2);
  for (let k = 0; k < n; k++) {
    ring[k * 2] = _to[k * 3]!;
    ring[k * 2 + 1] = _to[k * 3 + 1]!;
  }
  return Math.abs(ringArea(ring)) > 0 ? ring : null;
}
