import { EdgeKind, type Scene } from '../../scene/scene';
import { Facing } from '../view-space';
import type { Picture } from '../picture';

/** Fewer triangles are no fine surface worth the while. */
const FINE = 256;
/** A fine surface has at most this share of edges that are drawn from everywhere. */
const SHARP = 0.1;
/** Fine surfaces must be this share of what is shown. */
const WORTH = 0.4;
/** How far beside a line something is asked, metres: well above that of roles. */
const PAD = 1e-3;

/** 1 for each tile that a line may come near, by columns within rows; null for all. */
export type WantedTiles = Uint8Array | null;

const _fine = new WeakMap<Scene, Uint8Array>();

/**
 * The tiles of a picture that a line may come near. In others nothing needs to be known: of a finely faceted surface most triangles
 * lie where no line passes. Edges of fine surfaces are looked at one by one, other parts count with their boxes. Cost: the corners and edges of fine surfaces; nothing where most of the model is angular.
 */
export function wantedTiles({ scene, space, view, batches, grid, hasTraces }: Picture): WantedTiles {
  const { shown, keepsHidden, distance } = view;
  const isFine = finePartsOf(scene);
  let [fine, all] = [0, 0];
  for (let k = 0; k < batches.count; k++) {
    const size = batches.to[k]! - batches.from[k]!;
    all += size;
    if (isFine[batches.part[k]!]) fine += size;
  }
  if (distance !== Infinity || hasTraces || fine < WORTH * all) return null;
  const { u0, v0, size, columns, rows } = grid;
  const { u, v, w, facing } = space;
  const { edgeVertices, edgeFaces, edgeKind, partOneSided, partEdgeStart, trianglePart, triangles } = scene;
  const wanted = new Uint8Array(columns * rows);
  const mark = (a: number, b: number, c: number, d: number) => {
    const i1 = Math.min(columns - 1, Math.floor((c + PAD - u0) / size)),
      j1 = Math.min(rows - 1, Math.floor((d + PAD - v0) / size));
    for (let j = Math.max(0, Math.floor((b - PAD - v0) / size)); j <= j1; j++)
      for (let i = Math.max(0, Math.floor((a - PAD - u0) / size)); i <= i1; i++) wanted[j * columns + i] = 1;
  };

  const isLooked = new Uint8Array(shown.length);
  for (let k = 0; k < batches.count; k++) {
    const part = batches.part[k]!;
    if (!isFine[part]) mark(batches.box[k * 4]!, batches.box[k * 4 + 1]!, batches.box[k * 4 + 2]!, batches.box[k * 4 + 3]!);
    else if (!isLooked[part]) {
      isLooked[part] = 1;
      linesOf(part);
    }
  }
  // where fine surfaces run through something the triangles are small: their boxes will do
  for (const t of scene.meetingFaces) {
    const part = trianglePart[t]!;
    if (!isFine[part] || !shown[part]) continue;
    space.turn(part);
    const [a, b, c] = [triangles[t * 3]!, triangles[t * 3 + 1]!, triangles[t * 3 + 2]!];
    mark(Math.min(u[a]!, u[b]!, u[c]!), Math.min(v[a]!, v[b]!, v[c]!), Math.max(u[a]!, u[b]!, u[c]!), Math.max(v[a]!, v[b]!, v[c]!));
  }
  return wanted;

  /** Marks the edges of a part that may be lines. */
  function linesOf(part: number): void {
    space.turn(part);
    const isClosed = partOneSided[part] === 1 && !keepsHidden;
    const isCut = view.isCut && shown[part] === 1;
    for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
      const kind = edgeKind[e]!;
      if (kind === EdgeKind.coplanar) continue;
      const fa = facing[edgeFaces[e * 2]!]!,
        b = edgeFaces[e * 2 + 1]!;
      const fb = b < 0 ? fa : facing[b]!;
      if (kind <= EdgeKind.smooth && fa === fb) continue;
      if (isClosed && fa !== Facing.front && fb !== Facing.front) continue;
      const p = edgeVertices[e * 2]!,
        q = edgeVertices[e * 2 + 1]!;
      const up = u[p]!,
        vp = v[p]!,
        uq = u[q]!,
        vq = v[q]!;
      if (isCut && w[p]! < 0 && w[q]! < 0) continue;
      mark(up < uq ? up : uq, vp < vq ? vp : vq, up < uq ? uq : up, vp < vq ? vq : vp);
    }
  }
}

/** The parts that are fine surfaces (1). Found once for each scene. */
function finePartsOf(scene: Scene): Uint8Array {
  const known = _fine.get(scene);
  if (known) return known;
  const { edgeKind, partEdgeStart, partTriangleStart } = scene;
  const out = new Uint8Array(partTriangleStart.length - 1);
  for (let part = 0; part < out.length; part++) {
    if (partTriangleStart[part + 1]! - partTriangleStart[part]! < FINE) continue;
    let sharp = 0;
    for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) if (edgeKind[e]! > EdgeKind.smooth) sharp++;
    out[part] = sharp <= SHARP * (partEdgeStart[part + 1]! - partEdgeStart[part]!) ? 1 : 0;
  }
  _fine.set(scene, out);
  return out;
}
