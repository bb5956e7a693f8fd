import { cross, dot, length, scale, subtract, unit, type Vec3 } from '../geometry/vec3';
import { EdgeKind, type Scene } from '../scene/scene';
import { toFrame, type Frame } from '../sights/frame';
import type { KnownCurve } from './adopt-arcs';
import { circleArc, isCircle } from './arc';
import { fitArcs } from './fit-arcs';
import { ellipseArc } from './fit-ellipse';

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
/** A part with more edges than this that could be rims is a surface, not a thing with rims. */
const MOST_EDGES = 20_000;

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
  return chainsOf(scene, part).flatMap(rimsOf);
}

/** The edges of a part between faces at an angle, one behind the other; the same chains in whatever order its triangles come. */
function chainsOf({ vertices, edgeVertices, edgeKind, partEdgeStart }: Scene, part: number): Vec3[][] {
  const at = new Map<number, number[]>();
  let count = 0;
  for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
    const kind = edgeKind[e]!;
    if (kind !== EdgeKind.crease && kind !== EdgeKind.border) continue;
    if (++count > MOST_EDGES) return [];
    for (const [from, to] of [
      [edgeVertices[e * 2]!, edgeVertices[e * 2 + 1]!],
      [edgeVertices[e * 2 + 1]!, edgeVertices[e * 2]!],
    ] as const) {
      const own = at.get(from);
      if (own) own.push(to);
      else at.set(from, [to]);
    }
  }
  const place = (v: number): Vec3 => [vertices[v * 3]!, vertices[v * 3 + 1]!, vertices[v * 3 + 2]!];
  const before = (a: number, b: number) => {
    for (let k = 0; k < 3; k++) {
      const d = vertices[a * 3 + k]! - vertices[b * 3 + k]!;
      if (d) return d;
    }
    return a - b;
  };
  const order = [...at.keys()].sort(before);
  const used = new Set<number>();
  const key = (a: number, b: number) => Math.min(a, b) * 0x4000000 + Math.max(a, b);
  const out: Vec3[][] = [];
  // what has ends first, then what goes round
  for (const hasEnds of [true, false])
    for (const first of order) {
      const ways = at.get(first)!;
      if (hasEnds ? ways.length === 2 : ways.length !== 2) continue;
      for (const next of [...ways].sort(before)) {
        if (used.has(key(first, next))) continue;
        const chain = [first];
        for (let [from, to] = [first, next]; ;) {
          used.add(key(from, to));
          chain.push(to);
          const on = at.get(to)!;
          if (on.length !== 2) break;
          const after = on[0] === from ? on[1]! : on[0]!;
          if (used.has(key(to, after))) break;
          [from, to] = [to, after];
        }
        out.push(chain.map(place));
      }
    }
  return out;
}

/** The arcs in a chain, each stretch of it that keeps to one plane looked at in that plane. */
function rimsOf(chain: readonly Vec3[]): Rim[] {
  const out: Rim[] = [];
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
    for (const { from, to, arc } of fitArcs(Float64Array.from(flat))) {
      if (!arc || !isCircle(arc)) continue;
      const [x, y, radius] = arc;
      const centre = chain[i]!.map((c, k) => c + x * along[k]! + y * up[k]!) as unknown as Vec3;
      out.push({ centre, a: scale(along, radius), b: scale(up, radius), step: (arc[6] - arc[5]) / (to - from) });
    }
    i = Math.max(i + 1, last - 1);
  }
  return out;
}
