import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import type { Sight } from '../sights/sight';
import { Candidate, type CandidateEdges } from '../visibility/candidate-edges';
import { depthAt } from '../visibility/depth-probe';
import type { Pieces } from '../visibility/hide';
import type { Occluders } from '../visibility/tile-index';
import { roleIndex } from './role';
import type { Segments } from './segments';

/** The picture falls back by more than this on one side of an outline, in metres; less is an edge (a door leaf in its frame). */
const JUMP = 0.01;
/** How far beside the line the depth is asked. */
const ASIDE = 2e-4;

/**
 * Gives pieces of edges their roles: an outline where the depth jumps across it, else an edge. The jump is asked at the
 * middle of a piece, exactly, on both sides. In an elevation the outline of the terrain is the ground line.
 * What lies deeper than the sight's far distance is far, whatever it is.
 */
export function visibleLines(
  model: Model,
  scene: Scene,
  edges: CandidateEdges,
  pieces: Pieces,
  occluders: Occluders,
  { kind, far = Infinity }: Pick<Sight, 'kind' | 'far'>,
  into: Segments,
): void {
  const { ends } = pieces;
  const ground = roleIndex('ground'),
    outline = roleIndex('outline'),
    edge = roleIndex('edge'),
    hidden = roleIndex('hidden'),
    farRole = roleIndex('far'),
    note = roleIndex('note');
  for (let p = 0; p < pieces.count; p++) {
    const c = pieces.candidate[p]!;
    const at = p * 6;
    const u0 = ends[at]!,
      v0 = ends[at + 1]!,
      u1 = ends[at + 3]!,
      v1 = ends[at + 4]!;
    const element = scene.partElement[scene.trianglePart[edges.face[c]!]!]!;
    let role = hidden;
    if (!pieces.hidden[p])
      role = edges.kind[c] !== Candidate.crease && jumps(u0, v0, (ends[at + 2]! + ends[at + 5]!) / 2, u1, v1) ? outline : edge;
    if (edges.kind[c] === Candidate.trace) {
      if (!pieces.hidden[p]) into.add(u0, v0, u1, v1, note, -1, false);
      continue;
    }
    if (kind === 'elevation' && role === outline && model.elements[element]!.use === 'terrain') role = ground;
    const w0 = ends[at + 2]!,
      w1 = ends[at + 5]!;
    if (role === hidden || (w0 <= far && w1 <= far)) into.add(u0, v0, u1, v1, role, element, false);
    else if (w0 > far && w1 > far) into.add(u0, v0, u1, v1, farRole, element, false);
    else {
      // a line that runs through the distance changes its role there
      const t = (far - w0) / (w1 - w0);
      const [mu, mv] = [u0 + t * (u1 - u0), v0 + t * (v1 - v0)];
      into.add(u0, v0, mu, mv, w0 > far ? farRole : role, element, false);
      into.add(mu, mv, u1, v1, w1 > far ? farRole : role, element, false);
    }
  }

  function jumps(u0: number, v0: number, w: number, u1: number, v1: number): boolean {
    const du = u1 - u0,
      dv = v1 - v0,
      l = Math.hypot(du, dv);
    const mu = (u0 + u1) / 2,
      mv = (v0 + v1) / 2,
      su = (-dv / l) * ASIDE,
      sv = (du / l) * ASIDE;
    return depthAt(occluders, mu + su, mv + sv) > w + JUMP || depthAt(occluders, mu - su, mv - sv) > w + JUMP;
  }
}
