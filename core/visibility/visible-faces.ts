import type { Face } from '../geometry/rings';
import type { Scene } from '../scene/scene';
import { fillTiles } from './fill-tiles';
import { openPicture, type VisibilityQuery } from './see';
import { seenOfFace, type ListedFace } from './seen-of-face';
import { recordOf, type Band } from './tile-index';
import { giveBack, takeWorkspace } from './workspace';

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
 * Of faces that lie on one another that of the first part is seen. In the order of the faces. Together with the cut faces the polygons
 * cover the picture once; what the tiles know to be hidden is never asked. Cost: for each face the triangles in its tiles.
 */
export function visibleFaces(scene: Scene, query: VisibilityQuery): VisibleFace[] {
  const { trianglePart, partElement, partMaterial } = scene;
  const workspace = takeWorkspace();
  try {
    const picture = openPicture(scene, query, workspace);
    const band = fillTiles(picture, null, 0, picture.grid.columns, new Uint8Array(query.view.shown.length));
    return listedFaces(scene, band).flatMap((listed) => {
      const polygons = seenOfFace(picture, band, listed);
      const part = trianglePart[listed.face]!;
      return polygons.length ? { face: listed.face, polygons, element: partElement[part]!, material: partMaterial[part]! } : [];
    });
  } finally {
    giveBack(workspace);
  }
}

/** The faces of which something may be seen, ascending. */
function listedFaces({ triangleFace }: Scene, band: Band): ListedFace[] {
  const { start, items, triangle, count, records } = band;
  const out = new Map<number, ListedFace & { readonly items: number[]; readonly tiles: number[] }>();
  const met = new Uint8Array(count);
  for (let tile = 0; tile + 1 < start.length; tile++)
    for (let k = start[tile]!; k < start[tile + 1]!; k++) {
      const o = items[k]!;
      if (triangle[o]! < 0) continue;
      const face = triangleFace[triangle[o]!]!;
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
