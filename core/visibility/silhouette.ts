import { AWAY } from '../geometry/numbers/tolerances';
import { EdgeKind, type Scene } from '../scene/scene';
import { Facing, type ViewSpace } from './view-space';

/** So many faces are walked over before a surface is held to be flat. */
const MOST = 400;
const _walk: number[] = [];
const _walked = new Set<number>();

/**
 * Whether a surface turns away at a faint edge between faces of different facing. What is flat but for noise and seen edge-on has faces
 * of either facing too, but all of it lies within the noise of one line of the picture.
 */
export function turnsAway(scene: Scene, view: ViewSpace, e: number, a: number, b: number): boolean {
  const [own, across] = view.facing[a] === Facing.edgeOn ? [b, a] : [a, b];
  const way = view.facing[own]!;
  // what is edge-on belongs to either side
  return (
    leadsAway(scene, view, e, own, (is) => is === way || is === Facing.edgeOn) && leadsAway(scene, view, e, across, (is) => is !== way)
  );
}

/** Whether the surface on one side of an edge, as far as its facing is right, leads away from the edge's line in the picture. */
function leadsAway(
  { triangles, triangleEdges, edgeFaces, edgeKind, edgeVertices }: Scene,
  { u, v, facing }: ViewSpace,
  e: number,
  start: number,
  isRight: (facing: number) => boolean,
): boolean {
  const [p, q] = [edgeVertices[e * 2]!, edgeVertices[e * 2 + 1]!];
  const [du, dv] = [u[q]! - u[p]!, v[q]! - v[p]!];
  const reach = AWAY * Math.hypot(du, dv);
  _walk.length = 0;
  _walked.clear();
  _walk.push(start);
  _walked.add(start);
  for (let k = 0; k < _walk.length; k++)
    for (let i = _walk[k]! * 3, end = i + 3; i < end; i++) {
      const c = triangles[i]!;
      if (Math.abs(du * (v[c]! - v[p]!) - dv * (u[c]! - u[p]!)) > reach) return true;
      const joint = triangleEdges[i]!;
      if (edgeKind[joint]! > EdgeKind.smooth || joint === e) continue;
      const next = edgeFaces[joint * 2] === _walk[k] ? edgeFaces[joint * 2 + 1]! : edgeFaces[joint * 2]!;
      if (next < 0 || _walked.has(next) || !isRight(facing[next]!) || _walk.length >= MOST) continue;
      _walked.add(next);
      _walk.push(next);
    }
  return false;
}
