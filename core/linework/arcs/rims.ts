import { cross, dot, length, scale, subtract, unit, type Vec3 } from '../../geometry/vec3';
import { EdgeKind, type Scene } from '../../scene/scene';
import { toFrame, type Frame } from '../../geometry/frame';
import type { KnownCurve } from './match-arcs';
import { circleArc, isCircle } from '../../geometry/arcs/arc';
import { fitArcs } from '../../geometry/arcs/fit-arcs';
import { ellipseArc } from '../../geometry/arcs/fit-ellipse';

/** A round edge of an element in space: a circle, of which corners lie at equal steps. */
interface Rim {
  readonly centre: Vec3;
  /** Two half-diameters square to each other, metres. */
  readonly a: Vec3;
  readonly b: Vec3;
  readonly step: number;
}

/** A chain keeps to a plane within this, metres. */
const FLAT = 1e-5;
/** A chain of fewer corners has no arc. */
const CHAIN = 5;

const rimsOfScenes = new WeakMap<Scene, Map<number, readonly Rim[]>>();

/**
 * The curves of an element's round edges as a parallel projection shows them, by the element. What of a rim is seen in a
 * drawing may be two facets: the rim as a whole tells that it is round. `shift` moves them along u, metres: strips of a jogged
 * section stand beside one another. Looked for once in each element of a scene.
 */
export function rimCurves(scene: Scene, frame: Frame, shift = 0): (element: number) => readonly KnownCurve[] {
  let known = rimsOfScenes.get(scene);
  if (!known) rimsOfScenes.set(scene, (known = new Map<number, readonly Rim[]>()));
  const rims = known;
  let parts: Map<number, number[]> | null = null;
  return (element) => {
    let own = rims.get(element);
    if (!own) {
      parts ??= partsOf(scene);
      rims.set(element, (own = (parts.get(element) ?? []).flatMap((part) => rimsIn(scene, part))));
    }
    return own.flatMap((rim) => inPicture(rim, frame, shift));
  };
}

function partsOf({ partElement }: Scene): Map<number, number[]> {
  const out = new Map<number, number[]>();
  partElement.forEach((element, part) => {
    const own = out.get(element);
    if (own) own.push(part);
    else out.set(element, [part]);
  });
  return out;
}

/** A rim as it is seen: a circle from above, else an ellipse; nothing where it is seen from its side. */
function inPicture({ centre, a, b, step }: Rim, frame: Frame, shift: number): KnownCurve[] {
  const [own, v] = toFrame(frame, centre);
  const u = own + shift;
  const axis = unit(cross(a, b));
  if (Math.abs(dot(axis, frame.look)) > 1 - 1e-12) return [{ arc: circleArc(u, v, length(a), 0, 2 * Math.PI), step }];
  const picture = (d: Vec3): [number, number] => [dot(d, frame.right), dot(d, frame.up)];
  const arc = ellipseArc({ centre: [u, v], a: picture(a), b: picture(b), step: 2 * Math.PI }, 1);
  return arc ? [{ arc, step }] : [];
}

function rimsIn(scene: Scene, part: number): Rim[] {
  return chainsOf(scene, part).flatMap((chain) => rimsOf(chain, scene.scale));
}

/** Scratch of chainsOf, by the part's own corners: how many edges end there, the other ends of the first two, and whether it was passed. */
let _degree = new Uint8Array(256),
  _next = new Uint32Array(512),
  _passed = new Uint8Array(256);

/**
 * The edges of a part between faces at an angle, one behind the other where just two meet; only chains of five corners and more.
 * The same chains, whichever way round its triangles come.
 */
function chainsOf({ vertices, edgeVertices, edgeKind, partEdgeStart, partVertexStart }: Scene, part: number): Vec3[][] {
  const [first, count] = [partVertexStart[part]!, partVertexStart[part + 1]! - partVertexStart[part]!];
  if (_degree.length < count) {
    [_degree, _next, _passed] = [new Uint8Array(count * 2), new Uint32Array(count * 4), new Uint8Array(count * 2)];
  }
  const [degree, next, passed] = [_degree, _next, _passed];
  degree.fill(0, 0, count);
  passed.fill(0, 0, count);
  const meet = (a: number, b: number) => {
    if (degree[a]! < 2) next[a * 2 + degree[a]!] = b;
    if (degree[a]! < 3) degree[a]!++;
  };
  for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
    if (edgeKind[e] !== EdgeKind.crease && edgeKind[e] !== EdgeKind.border) continue;
    const [a, b] = [edgeVertices[e * 2]! - first, edgeVertices[e * 2 + 1]! - first];
    meet(a, b);
    meet(b, a);
  }
  const out: Vec3[][] = [];
  for (let v = 0; v < count; v++) {
    if (degree[v] !== 2 || passed[v]) continue;
    const one = walk(v, next[v * 2]!);
    const isRing = one.at(-1) === v;
    const chain = isRing ? one : [...walk(v, next[v * 2 + 1]!).reverse(), ...one.slice(1)];
    if (chain.length >= CHAIN) out.push(inOrder(chain, isRing).map(place));
  }
  return out.sort((a, b) => compare(a[0]!, b[0]!) || compare(a[1]!, b[1]!));

  /** From a corner on to the next where not just two edges meet, or round to itself. */
  function walk(from: number, to: number): number[] {
    const chain = [from, to];
    passed[from] = 1;
    while (degree[to] === 2 && to !== chain[0]) {
      passed[to] = 1;
      const after = next[to * 2] === from ? next[to * 2 + 1]! : next[to * 2]!;
      [from, to] = [to, after];
      chain.push(to);
    }
    return chain;
  }

  function place(v: number): Vec3 {
    const at = (first + v) * 3;
    return [vertices[at]!, vertices[at + 1]!, vertices[at + 2]!];
  }

  /** A chain from its lower end, a ring from its lowest corner to the lower of that one's neighbours. */
  function inOrder(chain: number[], isRing: boolean): number[] {
    if (!isRing) return compare(place(chain[0]!), place(chain.at(-1)!)) > 0 ? chain.reverse() : chain;
    const ring = chain.slice(0, -1);
    let lowest = 0;
    for (let k = 1; k < ring.length; k++) if (compare(place(ring[k]!), place(ring[lowest]!)) < 0) lowest = k;
    const turned = [...ring.slice(lowest), ...ring.slice(0, lowest), ring[lowest]!];
    return compare(place(turned[1]!), place(turned.at(-2)!)) > 0 ? turned.reverse() : turned;
  }
}

/** Places in the order of their coordinates. */
const compare = (a: Vec3, b: Vec3): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

/** The arcs in a chain, each stretch of it that keeps to one plane looked at in that plane. */
function rimsOf(chain: readonly Vec3[], sceneScale: number): Rim[] {
  const out: Rim[] = [];
  if (!hasAlikeChords(chain)) return out;
  for (let i = 0; i + 4 < chain.length;) {
    const along = unit(subtract(chain[i + 1]!, chain[i]!));
    const across = cross(along, unit(subtract(chain[i + 2]!, chain[i + 1]!)));
    if (length(across) < 0.02) {
      i++;
      continue;
    }
    const normal = unit(across);
    const up = cross(normal, along);
    const flat: number[] = [];
    let last = i;
    for (; last < chain.length; last++) {
      const d = subtract(chain[last]!, chain[i]!);
      if (Math.abs(dot(d, normal)) > FLAT) break;
      flat.push(dot(d, along), dot(d, up));
    }
    for (const { from, to, arc } of fitArcs(Float64Array.from(flat), sceneScale)) {
      if (!arc || !isCircle(arc)) continue;
      const [x, y, radius] = arc;
      const centre = chain[i]!.map((c, k) => c + x * along[k]! + y * up[k]!) as unknown as Vec3;
      out.push({ centre, a: scale(along, radius), b: scale(up, radius), step: (arc[6] - arc[5]) / (to - from) });
    }
    i = Math.max(i + 1, last - 1);
  }
  return out;
}

/** Whether four chords of about one length follow one another: without them there is no arc. */
function hasAlikeChords(chain: readonly Vec3[]): boolean {
  let run = 0;
  let before = -1;
  for (let k = 1; k < chain.length; k++) {
    const chord = length(subtract(chain[k]!, chain[k - 1]!));
    run = Math.abs(chord - before) < 1e-4 + 0.01 * chord ? run + 1 : 0;
    if (run === 3) return true;
    before = chord;
  }
  return false;
}
