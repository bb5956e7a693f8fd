import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import type { Sight } from '../sights/sight';
import { Candidate, type CandidateEdges } from '../visibility/candidate-edges';
import { depthOf, nearestAt } from '../visibility/depth-probe';
import type { Pieces } from '../visibility/hide';
import { STRIDE, type Occluders } from '../visibility/tile-index';
import { roleIndex } from './role';
import { NOTHING, type SegmentFacts, type Segments } from './segments';

/** The picture falls back by more than this on one side of an outline, in metres; less is an edge (a door leaf in its frame). */
const JUMP = 0.01;
/** How far beside the line the depth is asked. */
const ASIDE = 2e-4;
/** Two faces are one plane when their normals are this parallel, and their depths this alike. */
const PARALLEL = 0.99999;
const FLUSH = 1e-4;

/**
 * Gives pieces of edges their roles: an outline where the depth jumps across it, a surface line where it is a shallow crease or
 * parts two materials on one face of an element, else an edge. The jump is asked at the middle of a piece, exactly, on both
 * sides. In an elevation the outline of the terrain is the ground line. What lies deeper than the sight's far distance is far,
 * whatever it is. `distance` is that of the eye, Infinity for parallels.
 */
export function visibleLines(
  model: Model,
  scene: Scene,
  edges: CandidateEdges,
  pieces: Pieces,
  occluders: Occluders,
  { kind, far = Infinity, jumps = [] }: Pick<Sight, 'kind' | 'far' | 'jumps'>,
  distance: number,
  into: Segments,
): void {
  const { ends } = pieces;
  const ground = roleIndex('ground'),
    outline = roleIndex('outline'),
    edge = roleIndex('edge'),
    surface = roleIndex('surface'),
    hidden = roleIndex('hidden'),
    farRole = roleIndex('far'),
    note = roleIndex('note');
  const isMixed = elementsOfSeveralMaterials(model);
  /** A depth of the picture as it is in space: a perspective has drawn it towards the eye. */
  const depth = (w: number) => (distance === Infinity ? w : (w * distance) / (distance - w));
  // the nearest surfaces on both sides of the middle of the piece that was asked last
  let left = -1,
    right = -1;

  for (let p = 0; p < pieces.count; p++) {
    const c = pieces.candidate[p]!;
    const at = p * 6;
    const u0 = ends[at]!,
      v0 = ends[at + 1]!,
      w0 = ends[at + 2]!,
      u1 = ends[at + 3]!,
      v1 = ends[at + 4]!,
      w1 = ends[at + 5]!;
    const reason = edges.kind[c]!;
    if (reason === Candidate.trace) {
      if (!pieces.hidden[p]) into.add(u0, v0, depth(w0), u1, v1, depth(w1), { role: note, element: NOTHING });
      continue;
    }
    const element = scene.partElement[scene.trianglePart[edges.face[c]!]!]!;
    let facts: SegmentFacts = { role: edge, element, beyond: element };
    if (pieces.hidden[p]) facts = { role: hidden, element, beyond: element };
    else if (reason === Candidate.surface) facts = { role: surface, element, beyond: element };
    else if (reason !== Candidate.crease || isMixed[element]) {
      const size = jump(u0, v0, (w0 + w1) / 2, u1, v1);
      const [mu, mv] = [(u0 + u1) / 2, (v0 + v1) / 2];
      const behind = depthOf(occluders, left, mu, mv) > depthOf(occluders, right, mu, mv) ? left : right;
      const beyond = elementAt(behind === left && elementAt(left) === element ? right : behind);
      if (reason !== Candidate.crease && size > JUMP)
        facts = {
          role: kind === 'elevation' && model.elements[element]!.use === 'terrain' ? ground : outline,
          element,
          beyond: elementAt(behind),
          jump: jumps.filter((step) => size >= step).length,
        };
      else facts = { role: isMixed[element] && isOneFace() ? surface : edge, element, beyond };
    }
    if (facts.role === hidden || (w0 <= far && w1 <= far)) into.add(u0, v0, depth(w0), u1, v1, depth(w1), facts);
    else if (w0 > far && w1 > far) into.add(u0, v0, depth(w0), u1, v1, depth(w1), { ...facts, role: farRole });
    else {
      // a line that runs through the distance changes its role there
      const t = (far - w0) / (w1 - w0);
      const [mu, mv, mw] = [u0 + t * (u1 - u0), v0 + t * (v1 - v0), depth(far)];
      into.add(u0, v0, depth(w0), mu, mv, mw, w0 > far ? { ...facts, role: farRole } : facts);
      into.add(mu, mv, mw, u1, v1, depth(w1), w1 > far ? { ...facts, role: farRole } : facts);
    }
  }

  /** How far the picture falls back beside a piece, on the side where it does so more. */
  function jump(u0: number, v0: number, w: number, u1: number, v1: number): number {
    const du = u1 - u0,
      dv = v1 - v0,
      l = Math.hypot(du, dv);
    const mu = (u0 + u1) / 2,
      mv = (v0 + v1) / 2,
      su = (-dv / l) * ASIDE,
      sv = (du / l) * ASIDE;
    left = nearestAt(occluders, mu + su, mv + sv);
    right = nearestAt(occluders, mu - su, mv - sv);
    const a = depthOf(occluders, left, mu + su, mv + sv),
      b = depthOf(occluders, right, mu - su, mv - sv);
    return depth(a > b ? a : b) - depth(w);
  }

  function elementAt(o: number): number {
    const t = o < 0 ? -1 : occluders.triangle[o]!;
    return t < 0 ? NOTHING : scene.partElement[scene.trianglePart[t]!]!;
  }

  /** Whether the surfaces on both sides are parts of one element in one plane. */
  function isOneFace(): boolean {
    if (left < 0 || right < 0 || elementAt(left) < 0 || elementAt(left) !== elementAt(right)) return false;
    const { records } = occluders;
    const [a, b] = [left * STRIDE + 9, right * STRIDE + 9];
    const cos = records[a]! * records[b]! + records[a + 1]! * records[b + 1]! + records[a + 2]! * records[b + 2]!;
    return Math.abs(cos) > PARALLEL && Math.abs(records[a + 3]! - Math.sign(cos) * records[b + 3]!) < FLUSH;
  }
}

/** 1 for each element whose parts are of several materials. */
function elementsOfSeveralMaterials(model: Model): Uint8Array {
  const first = new Int32Array(model.elements.length).fill(-2);
  const out = new Uint8Array(model.elements.length);
  model.partElement.forEach((element, part) => {
    const material = model.partMaterial[part]!;
    if (first[element] === -2) first[element] = material;
    else if (first[element] !== material) out[element] = 1;
  });
  return out;
}
