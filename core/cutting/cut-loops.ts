import { BLOCK, type Scene } from '../scene/scene';
import { Growing } from '../geometry/growing';
import type { Frame } from '../geometry/frame';
import { ON_PLANE } from '../geometry/numbers/tolerances';

/**
 * Cuts parts by the plane w = 0. Works on the uncut topology: a cut point belongs to a mesh edge, and a loop walks from
 * triangle to edge to triangle, so loops close without any tolerance. A corner in the plane counts as behind it: a body that
 * only touches the plane from behind is not cut. Loops of closed parts run counter-clockwise round their matter.
 * In: the scene and the plane's frame. Out: points (u, v), loops by offsets. Cost: linear in the blocks of the parts that cross and
 * in the triangles of the blocks that do.
 * Method: ours; the walk is the usual marching over a triangle mesh.
 */
export interface CutLoops {
  /** u, v of each point. */
  readonly points: Float64Array;
  /** Loop l has the points loopStart[l] up to loopStart[l + 1]. */
  readonly loopStart: Uint32Array;
  readonly loopPart: Uint32Array;
  /** 0 for a loop that stays open. */
  readonly loopClosed: Uint8Array;
}

/** Points of a loop nearer than this are one, metres. */
const SAME = 1e-9;
/** Depths of corners, found when they are first asked for, and the cut in which they were: of the size of the largest scene. */
const _depth = new Growing((n) => new Float64Array(n));
const _foundIn = new Growing((n) => new Uint32Array(n));
const _visitedIn = new Growing((n) => new Uint32Array(n));
let _cut = 0;

export function cutLoops(scene: Scene, frame: Frame, shown: Uint8Array): CutLoops {
  const { vertices, triangles, triangleEdges, edgeFaces, edgeVertices, partTriangleStart, blockBounds } = scene;
  const [ox, oy, oz] = frame.origin;
  const [rx, ry, rz] = frame.right;
  const [ux, uy, uz] = frame.up;
  const [lx, ly, lz] = frame.look;
  const points = new Growing((n) => new Float64Array(n), 1024);
  _cut = (_cut + 1) >>> 0 || 1;
  const cut = _cut;
  const depth = _depth.reserve(vertices.length / 3);
  const foundIn = _foundIn.reserve(vertices.length / 3);
  const loopStart = [0];
  const loopPart: number[] = [];
  const loopClosed: number[] = [];
  const visitedIn = _visitedIn.reserve(triangles.length / 3);

  for (let part = 0; part < shown.length; part++) {
    if (shown[part] !== 1 || !crosses(scene.partBounds, part)) continue;
    const end = partTriangleStart[part + 1]!;
    for (let t = partTriangleStart[part]!; t < end;) {
      // a block of triangles that lies on one side is passed over as a whole
      const block = Math.floor(t / BLOCK);
      const stop = Math.min(end, (block + 1) * BLOCK);
      if (crosses(blockBounds, block)) for (; t < stop; t++) if (visitedIn[t] !== cut && isCut(t)) walkFrom(t, part);
      t = stop;
    }
  }
  return {
    points: points.done(),
    loopStart: Uint32Array.from(loopStart),
    loopPart: Uint32Array.from(loopPart),
    loopClosed: Uint8Array.from(loopClosed),
  };

  function walkFrom(t: number, part: number): void {
    const walk: number[] = [];
    let isClosed = follow(t, walk);
    if (!isClosed) {
      // The walk ended at a border: go the other way from where it began.
      const back: number[] = [];
      isClosed = followBack(t, back);
      walk.unshift(...back.reverse());
    }
    endLoop(walk, part, isClosed);
  }

  /** Whether the plane passes a box: its middle is nearer to the plane than the box reaches along the look. */
  function crosses(bounds: Float64Array, k: number): boolean {
    const at = k * 6;
    const x0 = bounds[at]!,
      y0 = bounds[at + 1]!,
      z0 = bounds[at + 2]!,
      x1 = bounds[at + 3]!,
      y1 = bounds[at + 4]!,
      z1 = bounds[at + 5]!;
    const middle = ((x0 + x1) / 2 - ox) * lx + ((y0 + y1) / 2 - oy) * ly + ((z0 + z1) / 2 - oz) * lz;
    const reach = ((x1 - x0) * Math.abs(lx) + (y1 - y0) * Math.abs(ly) + (z1 - z0) * Math.abs(lz)) / 2;
    return Math.abs(middle) <= reach + 1e-6;
  }

  function along(v: number, x: number, y: number, z: number): number {
    return (vertices[v * 3]! - ox) * x + (vertices[v * 3 + 1]! - oy) * y + (vertices[v * 3 + 2]! - oz) * z;
  }

  /** Depth of a corner, on the plane within the noise of turning, as in every other step. */
  function w(v: number): number {
    if (foundIn[v] !== cut) {
      foundIn[v] = cut;
      const own = along(v, lx, ly, lz);
      depth[v] = Math.abs(own) < ON_PLANE ? 0 : own;
    }
    return depth[v]!;
  }

  function isCut(t: number): boolean {
    const a = w(triangles[t * 3]!) >= 0,
      b = w(triangles[t * 3 + 1]!) >= 0,
      c = w(triangles[t * 3 + 2]!) >= 0;
    return a !== b || b !== c;
  }

  /** The edge through which the walk enters a triangle (front to behind) or leaves it. */
  function gate(t: number, leaving: boolean): number {
    for (let k = 0; k < 3; k++) {
      const from = w(triangles[t * 3 + k]!) >= 0;
      const to = w(triangles[t * 3 + ((k + 1) % 3)]!) >= 0;
      if (from !== to && from === leaving) return triangleEdges[t * 3 + k]!;
    }
    return -1;
  }

  function follow(start: number, walk: number[]): boolean {
    let t = start;
    walk.push(gate(t, false));
    for (;;) {
      visitedIn[t] = cut;
      const exit = gate(t, true);
      walk.push(exit);
      const next = edgeFaces[exit * 2] === t ? edgeFaces[exit * 2 + 1]! : edgeFaces[exit * 2]!;
      if (next === start && gate(start, false) === exit) {
        walk.pop();
        return true;
      }
      if (next < 0 || visitedIn[next] === cut || gate(next, false) !== exit) return false;
      t = next;
    }
  }

  function followBack(start: number, walk: number[]): boolean {
    let t = start;
    for (;;) {
      const entry = gate(t, false);
      const before = edgeFaces[entry * 2] === t ? edgeFaces[entry * 2 + 1]! : edgeFaces[entry * 2]!;
      if (before < 0 || visitedIn[before] === cut || gate(before, true) !== entry) return false;
      visitedIn[before] = cut;
      walk.push(gate(before, false));
      t = before;
    }
  }

  function endLoop(walk: readonly number[], part: number, isClosed: boolean): void {
    const first = points.length;
    const flat = points.reserve(walk.length * 2);
    let n = first;
    for (const e of walk) {
      const a = edgeVertices[e * 2]!,
        b = edgeVertices[e * 2 + 1]!;
      const wa = w(a);
      const t = wa / (wa - w(b));
      const au = along(a, rx, ry, rz),
        av = along(a, ux, uy, uz);
      const pu = au + t * (along(b, rx, ry, rz) - au),
        pv = av + t * (along(b, ux, uy, uz) - av);
      if (n > first && Math.abs(flat[n - 2]! - pu) < SAME && Math.abs(flat[n - 1]! - pv) < SAME) continue;
      flat[n++] = pu;
      flat[n++] = pv;
    }
    if (isClosed && n - first >= 6 && Math.abs(flat[first]! - flat[n - 2]!) < SAME && Math.abs(flat[first + 1]! - flat[n - 1]!) < SAME)
      n -= 2;
    if (n - first < (isClosed ? 6 : 4)) return;
    points.length = n;
    loopStart.push(n / 2);
    loopPart.push(part);
    loopClosed.push(isClosed ? 1 : 0);
  }
}
