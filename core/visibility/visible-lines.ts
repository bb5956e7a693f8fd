import { ASIDE, JUMP, SPECK } from '../geometry/tolerances';
import type { Scene } from '../scene/scene';
import { Candidate, type CandidateEdges } from './candidate-edges';
import { ALL, backing, shared } from './depth-drop';
import { depthOf, nearestAt, type Found } from './depth-probe';
import type { Pieces } from './hide';
import type { View } from '../sights/view';
import { STRIDE, type Tiles } from './tile-index';
import { roleIndex } from '../sights/role';
import { NOTHING, type SegmentFacts, type Segments } from '../sights/segments';

/** At the ends of a piece that asks beyond what the piece belongs to: a shorter stretch there is no stretch of its own. */
const END = 5 * ASIDE;
/** What lies beyond a stretch shorter than this is asked in its middle alone; of longer ones so often, and no oftener than so many times. */
const BEYOND_SHORT = 0.3;
const BEYOND_STEP = 0.25;
const BEYOND_MOST = 32;
/** Where what lies beyond changes is found to this, metres. */
const BEYOND_NEAR = 0.01;
/** Two faces are one plane when their normals are this parallel, and their depths this alike. */
const PARALLEL = 0.99999;
const FLUSH = 1e-4;

/**
 * Gives pieces of edges their roles: an outline where the depth jumps across it, a surface line where it is a shallow crease or
 * parts two materials on one face of an element, else an edge. A piece is divided where the jump beside it begins or ends,
 * exactly. In an elevation the outline of the terrain is the ground line. What lies deeper than the sight's far distance is far,
 * whatever it is. `distance` is that of the eye, Infinity for parallels.
 */
export function visibleLines(
  { kind, far, jumps, distance }: Pick<View, 'kind' | 'far' | 'jumps' | 'distance'>,
  scene: Scene,
  edges: CandidateEdges,
  pieces: Pieces,
  tiles: Tiles,
  into: Segments,
): void {
  const { ends } = pieces;
  const { elementMixed: isMixed, elementTerrain: isTerrain } = scene;
  const ground = roleIndex('ground'),
    outline = roleIndex('outline'),
    edge = roleIndex('edge'),
    surface = roleIndex('surface'),
    hidden = roleIndex('hidden'),
    farRole = roleIndex('far'),
    note = roleIndex('note');
  /** A depth of the picture as it is in space: a perspective has drawn it towards the eye. */
  const depth = (w: number) => (distance === Infinity ? w : (w * distance) / (distance - w));
  /** A step of space at a depth of the picture. */
  const drawnIn = (w: number, step: number) => (distance === Infinity ? step : step * ((distance - w) / distance) ** 2);
  const steps = [JUMP * Math.min(1, scene.scale), ...jumps];
  // the nearest surfaces on both sides of the middle of the piece that was asked last
  let left: Found | null = null,
    right: Found | null = null,
    leftDepth = Infinity,
    rightDepth = Infinity;

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
    if (pieces.hidden[p]) put(p, 0, 1, { role: hidden, element, beyond: element });
    else if (reason === Candidate.surface) put(p, 0, 1, { role: surface, element, beyond: element });
    else if (reason === Candidate.crease && !isMixed[element]) put(p, 0, 1, { role: edge, element, beyond: element });
    else if (reason === Candidate.crease) {
      probe(u0, v0, u1, v1, 0.5);
      put(p, 0, 1, { role: isOneFace() ? surface : edge, element, beyond: across(element) });
    } else
      for (const [from, to, size] of falls(u0, v0, w0, u1, v1, w1)) {
        if (size >= 0 && (to - from) * Math.sqrt((u1 - u0) ** 2 + (v1 - v0) ** 2) >= BEYOND_SHORT) {
          for (const [a, b, beyond] of byWhatLiesBehind(u0, v0, u1, v1, from, to))
            put(p, a, b, { role: outlineOf(element), element, beyond, jump: size });
          continue;
        }
        probe(u0, v0, u1, v1, (from + to) / 2);
        if (size < 0) put(p, from, to, { role: isMixed[element] && isOneFace() ? surface : edge, element, beyond: across(element) });
        else put(p, from, to, { role: outlineOf(element), element, beyond: behind(), jump: size });
      }
  }

  function outlineOf(element: number): number {
    return kind === 'elevation' && isTerrain[element] ? ground : outline;
  }

  /** Adds a stretch of a piece; where it runs through the far distance it changes its role. */
  function put(p: number, from: number, to: number, facts: SegmentFacts): void {
    const at = p * 6;
    const [w0, w1] = [ends[at + 2]!, ends[at + 5]!];
    const wa = w0 + from * (w1 - w0),
      wb = w0 + to * (w1 - w0);
    if (facts.role === hidden || (wa <= far && wb <= far)) add(at, from, to, facts);
    else if (wa > far && wb > far) add(at, from, to, { ...facts, role: farRole });
    else {
      const t = (far - w0) / (w1 - w0);
      add(at, from, t, wa > far ? { ...facts, role: farRole } : facts);
      add(at, t, to, wb > far ? { ...facts, role: farRole } : facts);
    }
  }

  function add(at: number, from: number, to: number, facts: SegmentFacts): void {
    const u0 = ends[at]!,
      v0 = ends[at + 1]!,
      w0 = ends[at + 2]!,
      u1 = ends[at + 3]!,
      v1 = ends[at + 4]!,
      w1 = ends[at + 5]!;
    into.add(
      from === 0 ? u0 : u0 + from * (u1 - u0),
      from === 0 ? v0 : v0 + from * (v1 - v0),
      depth(w0 + from * (w1 - w0)),
      to === 1 ? u1 : u0 + to * (u1 - u0),
      to === 1 ? v1 : v0 + to * (v1 - v0),
      depth(w0 + to * (w1 - w0)),
      facts,
    );
  }

  /**
   * The stretches of a piece by how far the picture falls back beside it, on the side where it does so more: -1 for an edge, else
   * the number of the sight's steps that the fall reaches.
   */
  function falls(u0: number, v0: number, w0: number, u1: number, v1: number, w1: number): readonly Fall[] {
    const l = Math.sqrt((u1 - u0) ** 2 + (v1 - v0) ** 2);
    const su = (-(v1 - v0) / l) * ASIDE,
      sv = ((u1 - u0) / l) * ASIDE;
    let out = EDGE_ALL;
    for (let n = 0; n < steps.length; n++) {
      const [a, b] = [drawnIn(w0, steps[n]!), drawnIn(w1, steps[n]!)];
      const onLeft = backing(tiles, u0 + su, v0 + sv, w0, u1 + su, v1 + sv, w1, a, b);
      const both = onLeft.length ? shared(onLeft, backing(tiles, u0 - su, v0 - sv, w0, u1 - su, v1 - sv, w1, a, b)) : onLeft;
      // the picture falls back no farther than the last step anywhere
      if (both === ALL) break;
      out = out.flatMap((stretch) => (stretch[2] === n - 1 ? without(stretch, both, n, l) : [stretch]));
    }
    return withoutStubs(out, END / l);
  }

  /** Asks for the nearest surfaces on both sides of a place on a piece. */
  function probe(u0: number, v0: number, u1: number, v1: number, t: number): void {
    const du = u1 - u0,
      dv = v1 - v0,
      l = Math.sqrt(du * du + dv * dv);
    const mu = u0 + t * du,
      mv = v0 + t * dv,
      su = (-dv / l) * ASIDE,
      sv = (du / l) * ASIDE;
    left = nearestAt(tiles, mu + su, mv + sv, rank);
    right = nearestAt(tiles, mu - su, mv - sv, rank);
    leftDepth = depthOf(left, mu + su, mv + sv);
    rightDepth = depthOf(right, mu - su, mv - sv);
  }

  /**
   * Divides a stretch of an outline by the element on its deeper side: asked at its ends and every so often between, and more
   * closely where the answer changes.
   */
  function byWhatLiesBehind(
    u0: number,
    v0: number,
    u1: number,
    v1: number,
    from: number,
    to: number,
  ): (readonly [from: number, to: number, beyond: number])[] {
    const l = Math.sqrt((u1 - u0) ** 2 + (v1 - v0) ** 2);
    // which side that is stays the same all along; in a sharp corner both lie outside of it
    for (const t of [(from + to) / 2, from + END / l, to - END / l]) {
      probe(u0, v0, u1, v1, t);
      if (leftDepth !== rightDepth) break;
    }
    const isLeft = leftDepth > rightDepth;
    const [su, sv] = [((isLeft ? -1 : 1) * ASIDE * (v1 - v0)) / l, ((isLeft ? 1 : -1) * ASIDE * (u1 - u0)) / l];
    const ask = (t: number) => elementAt(nearestAt(tiles, u0 + t * (u1 - u0) + su, v0 + t * (v1 - v0) + sv, rank));
    const asks = Math.min(BEYOND_MOST, Math.ceil(((to - from) * l) / BEYOND_STEP));
    const out: [number, number, number][] = [];
    let [t0, before] = [from, ask(from + END / l)];
    const go = (t1: number, after: number): void => {
      const middle = (t0 + t1) / 2;
      if (after !== before && (t1 - t0) * l > BEYOND_NEAR) {
        go(middle, ask(middle));
        go(t1, after);
        return;
      }
      const last = out.at(-1);
      // where it changes within less, the middle is near enough
      const end = after === before ? t1 : middle;
      if (last?.[2] === before) last[1] = end;
      else out.push([t0, end, before]);
      if (after !== before) out.push([middle, t1, after]);
      [t0, before] = [t1, after];
    };
    for (let k = 1; k <= asks; k++) {
      const t = from + ((to - from) * k) / asks;
      go(t, ask(k === asks ? to - END / l : t));
    }
    return out;
  }

  /** The element on the deeper side of the place that was asked last. */
  function behind(): number {
    return elementAt(leftDepth > rightDepth ? left : right);
  }

  /** The element on its other side than one's own; where it is on neither, that of the deeper side, or of the two the later. */
  function across(element: number): number {
    const [a, b] = [elementAt(left), elementAt(right)];
    if (a === element || b === element) return a === element ? b : a;
    // an edge may run either way: what it parts must not hang on that
    if (Math.abs(leftDepth - rightDepth) > FLUSH) return leftDepth > rightDepth ? a : b;
    return Math.max(a, b);
  }

  function rank(t: number): number {
    return t < 0 ? NOTHING : scene.trianglePart[t]!;
  }

  function elementAt(found: Found | null): number {
    const t = found ? found.band.triangle[found.occluder]! : -1;
    return t < 0 ? NOTHING : scene.partElement[scene.trianglePart[t]!]!;
  }

  /** Whether the surfaces on both sides are parts of one element in one plane. */
  function isOneFace(): boolean {
    if (!left || !right || elementAt(left) < 0 || elementAt(left) !== elementAt(right)) return false;
    const p = left.band.records,
      q = right.band.records;
    const [a, b] = [left.occluder * STRIDE + 9, right.occluder * STRIDE + 9];
    const cos = p[a]! * q[b]! + p[a + 1]! * q[b + 1]! + p[a + 2]! * q[b + 2]!;
    return Math.abs(cos) > PARALLEL && Math.abs(p[a + 3]! - Math.sign(cos) * q[b + 3]!) < FLUSH;
  }
}

/** A stretch of a piece, from and to, and the number of the step that the picture falls back by beside it. */
type Fall = readonly [from: number, to: number, size: number];
const EDGE_ALL: readonly Fall[] = [[0, 1, -1]];

/** Gives stubs at both ends of a piece to their neighbours, the shorter first: which way the piece runs is no matter. */
function withoutStubs(stretches: readonly Fall[], least: number): readonly Fall[] {
  let out = stretches;
  while (out.length > 1) {
    const [first, last] = [out[0]!, out.at(-1)!];
    const longer = last[1] - last[0] - (first[1] - first[0]);
    const isFirst = longer > 0 || (longer === 0 && first[2] < last[2]);
    const stub = isFirst ? first : last;
    if (stub[1] - stub[0] >= least) break;
    out = isFirst ? [[0, out[1]![1], out[1]![2]], ...out.slice(2)] : [...out.slice(0, -2), [out.at(-2)![0], 1, out.at(-2)![2]]];
  }
  return out;
}

/** A stretch divided by others: what they cover keeps its size, the rest is of size n. Nothing shorter than a speck is told apart. */
function without([from, to, size]: Fall, covered: readonly number[], n: number, length: number): Fall[] {
  const out: [number, number, number][] = [];
  const put = (a: number, b: number, own: number) => {
    const last = out.at(-1);
    if (!(b > a)) return;
    if (last && (last[2] === own || (b - a) * length < SPECK)) last[1] = b;
    else if (last && (last[1] - last[0]) * length < SPECK) [last[1], last[2]] = [b, own];
    else out.push([a, b, own]);
  };
  let t = from;
  for (let k = 0; k < covered.length; k += 2) {
    const [a, b] = [Math.max(from, covered[k]!), Math.min(to, covered[k + 1]!)];
    if (b <= a) continue;
    put(t, a, n);
    put(a, b, size);
    t = b;
  }
  put(t, to, n);
  return out;
}
