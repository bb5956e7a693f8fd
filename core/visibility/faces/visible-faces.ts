import { intersection, ringBounds, type Face } from '../../geometry/polygons';
import type { Scene } from '../../scene/scene';
import type { Window } from '../../sights/view';
import { fillTiles } from '../tiles/fill-tiles';
import { openPicture, type VisibilityQuery } from '../see';
import { seenOfFace, type ListedFace } from './seen-of-face';
import { recordOf, type Band } from '../tiles/tile-index';
import { giveBack, takeWorkspace } from '../workspace';

/** What is seen of one flat face: polygons of the picture with their holes, and what it is of. */
export interface VisibleFace {
  /** Number of the flat face: `Scene.triangleFace`. */
  readonly face: number;
  readonly polygons: readonly Face[];
  readonly element: number;
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
}

/**
 * What a View shows of each flat face, for patterns and shadows: its triangles as the clips leave them, without what lies before them.
 * Only the faces that are wanted, where some are named. Of faces that lie on one another that of the first part is seen. In the order of the faces. Together with the cut faces the polygons
 * cover the picture once and end at its window; what the tiles know to be hidden is never asked. Cost: for each face the triangles in its tiles.
 */
export function visibleFaces(scene: Scene, query: VisibilityQuery, wanted?: ReadonlySet<number>): VisibleFace[] {
  const { trianglePart, partElement, partMaterial } = scene;
  const workspace = takeWorkspace();
  try {
    const picture = openPicture(scene, query, workspace);
    const band = fillTiles(picture, null, 0, picture.grid.columns, new Uint8Array(query.view.shown.length));
    const hidden = new Set<number>();
    const out: VisibleFace[] = [];
    // from front to back: what nothing is seen of hides nothing that is not hidden by what is before it
    for (const listed of nearestFirst(band, listedFaces(scene, band, wanted))) {
      const seen = seenOfFace(picture, band, listed, hidden);
      if (!seen.length) hidden.add(listed.face);
      const polygons = seen.flatMap((polygon) => within(polygon, query.view.window));
      const part = trianglePart[listed.face]!;
      if (polygons.length) out.push({ face: listed.face, polygons, element: partElement[part]!, material: partMaterial[part]! });
    }
    return out.sort((a, b) => a.face - b.face);
  } finally {
    giveBack(workspace);
  }
}

/** The faces of which something may be seen, ascending. */
function listedFaces({ triangleFace }: Scene, band: Band, wanted?: ReadonlySet<number>): ListedFace[] {
  const { start, items, triangle, count, records } = band;
  const out = new Map<number, ListedFace & { readonly items: number[]; readonly tiles: number[] }>();
  const met = new Uint8Array(count);
  for (let tile = 0; tile + 1 < start.length; tile++)
    for (let k = start[tile]!; k < start[tile + 1]!; k++) {
      const o = items[k]!;
      if (triangle[o]! < 0) continue;
      const face = triangleFace[triangle[o]!]!;
      if (wanted && !wanted.has(face)) continue;
      let listed = out.get(face);
      if (!listed) {
        const r = recordOf(band, o) + 9;
        listed = { face, plane: [records[r]!, records[r + 1]!, records[r + 2]!, records[r + 3]!], items: [], tiles: [] };
        out.set(face, listed);
      }
      if (listed.tiles.at(-1) !== tile) listed.tiles.push(tile);
      if (!met[o]) listed.items.push(o);
      met[o] = 1;
    }
  return [...out.values()].sort((a, b) => a.face - b.face);
}

/** Faces by the nearest of their corners. */
function nearestFirst({ corners }: Band, faces: readonly ListedFace[]): ListedFace[] {
  const depth = Float64Array.from(faces, ({ items }) => {
    let nearest = Infinity;
    for (const o of items) nearest = Math.min(nearest, corners[o * 9 + 2]!, corners[o * 9 + 5]!, corners[o * 9 + 8]!);
    return nearest;
  });
  const order = Array.from(faces.keys()).sort((a, b) => depth[a]! - depth[b]! || a - b);
  return order.map((k) => faces[k]!);
}

/** What of a polygon lies within a window: tiles reach beyond it. */
function within(polygon: Face, { u0, v0, u1, v1 }: Window): readonly Face[] {
  const [a, b, c, d] = ringBounds(polygon);
  if (a >= u0 && b >= v0 && c <= u1 && d <= v1) return [polygon];
  const [left, low, right, high] = [Math.max(u0, a - 1), Math.max(v0, b - 1), Math.min(u1, c + 1), Math.min(v1, d + 1)];
  if (left >= right || low >= high) return [];
  return intersection(polygon, [Float64Array.of(left, low, right, low, right, high, left, high)]);
}
