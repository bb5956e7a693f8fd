import type { CutFace } from '../cutting/cut-face';
import type { Face } from '../geometry/rings';
import type { Scene } from '../scene/scene';
import type { View } from '../sights/view';
import type { Clips } from './clips';
import type { Grid } from './tiles/tile-store';
import type { TriangleBatches } from './tiles/triangle-batches';
import type { OpenViewSpace } from './view-space';
import type { Workspace } from './workspace';

/** What one picture is made of, before anything is hidden. */
export interface Picture {
  readonly scene: Scene;
  readonly view: View;
  readonly space: OpenViewSpace;
  readonly clips: Clips;
  readonly batches: TriangleBatches;
  readonly grid: Grid;
  readonly cutFaces: readonly CutFace[];
  readonly earthFaces: readonly Face[];
  /** Lines of space that are wanted where they are hidden, and a triangle of the part of each: see `Cut`. */
  readonly backs: Float64Array;
  readonly backFaces: Uint32Array;
  /** Whether there are lines that belong to no part. */
  readonly hasTraces: boolean;
  readonly workspace: Workspace;
}

/** What hides something and is no triangle of the scene: a face that is cut, and earth below a terrain's edge. */
export const Source = { cutFace: -1, curtain: -2 } as const;
