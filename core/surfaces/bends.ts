import { cross, dot, scale as scaled, subtract, unit, type Vec3 } from '../geometry/vec3';
import { intersection } from '../geometry/polygons';
import { reversed, ringArea, type Face } from '../geometry/rings';
import { FaceSpace, type Bend, type SeenFace, type SeenPicture } from '../linework/seen';
import { EdgeKind, type Scene } from '../scene/scene';

/** A normal that turns by less over a metre is that of a flat face. */
const FLAT = 1e-6;

/** What joins of facets tell of one of them: middles of its smooth edges, and the normal of the surface there. */
interface Joins {
  readonly at: Vec3[];
  readonly normals: Vec3[];
}

/**
 * How the normal of the smooth surface turns over each of some facets of round things: at the middle of an edge in which two of them meet
 * smoothly it is that between theirs, and in between it turns evenly (after Phong, Illumination for Computer Generated Pictures, 1975, with
 * normals at the edges). By the number of the face; in the coordinates of the scene, scaled to the model. What is flat has none.
 * Cost: the edges of the parts that the faces are of.
 */
export function bendsOf(scene: Scene, faces: ReadonlySet<number>): Map<number, Bend> {
  const { trianglePart, partEdgeStart, edgeKind, edgeFaces, triangleFace, normals } = scene;
  const joins = new Map<number, Joins>();
  for (const part of new Set([...faces].map((face) => trianglePart[face]!)))
    for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
      if (edgeKind[e] !== EdgeKind.smooth && edgeKind[e] !== EdgeKind.faint) continue;
      const [a, b] = [triangleFace[edgeFaces[e * 2]!]!, triangleFace[edgeFaces[e * 2 + 1]!]!];
      if (a === b || (!faces.has(a) && !faces.has(b))) continue;
      const both = [0, 1, 2].map((k) => normals[a * 3 + k]! + normals[b * 3 + k]!) as unknown as Vec3;
      if (Math.hypot(...both) < 1e-9) continue;
      const at = middleOf(scene, e);
      for (const face of [a, b]) {
        const own = joins.get(face) ?? { at: [], normals: [] };
        joins.set(face, own);
        own.at.push(at);
        own.normals.push(unit(both));
      }
    }
  const out = new Map<number, Bend>();
  for (const [face, own] of joins) {
    const normal: Vec3 = [normals[face * 3]!, normals[face * 3 + 1]!, normals[face * 3 + 2]!];
    const bend = faces.has(face) ? bendOf(own, normal) : null;
    if (bend) out.set(face, bend);
  }
  return out;
}

function middleOf({ edgeVertices, vertices, scale }: Scene, e: number): Vec3 {
  const [p, q] = [edgeVertices[e * 2]! * 3, edgeVertices[e * 2 + 1]! * 3];
  return [0, 1, 2].map((k) => (vertices[p + k]! + vertices[q + k]!) / 2 / scale) as unknown as Vec3;
}

/** The even turn over a facet that fits best to what its joins tell; null of one that turns nowhere. */
function bendOf({ at, normals }: Joins, normal: Vec3): Bend | null {
  const axes = axesOn(normal);
  const middle = scaled(sum(at), 1 / at.length);
  // of one that joins at one edge alone the other is as if it went on
  const mean = at.length > 1 ? scaled(sum(normals), 1 / at.length) : normal;
  // what goes round is a chord longer in the middle than what goes evenly: on the whole two thirds of that
  const base = [0, 1, 2].map((k) => mean[k]! + ((normal[k]! - mean[k]!) * 2) / 3) as unknown as Vec3;
  let [aa, ab, bb] = [0, 0, 0];
  const right = [[0, 0, 0], [0, 0, 0]]; // prettier-ignore
  at.forEach((p, k) => {
    const d = subtract(p, middle);
    const [x, y] = [dot(d, axes[0]), dot(d, axes[1])];
    [aa, ab, bb] = [aa + x * x, ab + x * y, bb + y * y];
    const turn = subtract(normals[k]!, mean);
    for (const c of [0, 1, 2]) {
      right[0]![c]! += x * turn[c]!;
      right[1]![c]! += y * turn[c]!;
    }
  });
  // across a cylinder nothing turns, and nothing is known of it: there it stays
  const ridge = (aa + bb) * 1e-6;
  if (!(ridge > 0)) return null;
  const det = (aa + ridge) * (bb + ridge) - ab * ab;
  const turns = [
    [0, 1, 2].map((c) => ((bb + ridge) * right[0]![c]! - ab * right[1]![c]!) / det),
    [0, 1, 2].map((c) => ((aa + ridge) * right[1]![c]! - ab * right[0]![c]!) / det),
  ] as unknown as readonly [Vec3, Vec3];
  return Math.hypot(...turns[0], ...turns[1]) > FLAT ? { at: middle, normal: base, axes, turns } : null;
}

const sum = (points: readonly Vec3[]): Vec3 => points.reduce((a, b) => [a[0] + b[0], a[1] + b[1], a[2] + b[2]], [0, 0, 0]);

/** Two directions square to one another and to a normal. */
function axesOn(normal: Vec3): readonly [Vec3, Vec3] {
  const first = unit(cross(Math.abs(normal[2]) > 0.9 ? [1, 0, 0] : [0, 0, 1], normal));
  return [first, cross(normal, first)];
}

/** A facet's own plane with an even measure on it, such as how far the surface is turned to a light. */
export class Measured {
  private readonly space: FaceSpace;
  private readonly rings: readonly Face[];
  /** Value at the zero of the plane, and by how much it grows along it and up it. */
  private readonly value: readonly [number, number, number];

  /** @param towards what the normals are asked for: the measure is their part along it */
  constructor(picture: SeenPicture, face: SeenFace, bend: Bend, towards: Vec3, zero: Vec3) {
    this.space = new FaceSpace(picture, face.point, face.normal, zero);
    this.rings = face.polygons.map((polygon) => polygon.map((ring) => this.space.ringFromPicture(ring)));
    const at = (place: readonly [number, number]) => {
      const d = subtract(this.space.inFile(place), bend.at);
      return dot(bend.normal, towards) + [0, 1].reduce((all, k) => all + dot(d, bend.axes[k]!) * dot(bend.turns[k]!, towards), 0);
    };
    const value = at([0, 0]);
    this.value = [value, at([1, 0]) - value, at([0, 1]) - value];
  }

  /** Least and largest of the measure on what is seen. */
  range(): [number, number] {
    const [base, along, up] = this.value;
    let [least, most] = [Infinity, -Infinity];
    for (const [outer] of this.rings)
      for (let i = 0; i < outer!.length; i += 2) {
        const v = base + along * outer![i]! + up * outer![i + 1]!;
        [least, most] = [Math.min(least, v), Math.max(most, v)];
      }
    return [least, most];
  }

  /** What is seen of the facet where the measure lies between two values, in the drawing. */
  between(from: number, to: number): Face[] {
    return this.inPlane(from, to).map((piece) =>
      piece.map((ring, r) => {
        const places = this.space.allToPicture(ring);
        const out = new Float64Array(ring.length).map((_, i) => places[(i >> 1) * 3 + (i & 1)]!);
        return ringArea(out) > 0 === (r === 0) ? out : reversed(out);
      }),
    );
  }

  /** The same on the facet's own plane. */
  inPlane(from: number, to: number): Face[] {
    const polygons = this.rings;
    const [base, along, up] = this.value;
    const size = Math.hypot(along, up);
    const [c, s] = [along / size, up / size];
    let [low, high, left, right] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const [outer] of polygons)
      for (let i = 0; i < outer!.length; i += 2) {
        const [x, y] = [outer![i]! * c + outer![i + 1]! * s, outer![i + 1]! * c - outer![i]! * s];
        [low, high, left, right] = [Math.min(low, x), Math.max(high, x), Math.min(left, y), Math.max(right, y)];
      }
    const margin = high - low + right - left;
    const [x0, x1] = [Math.max(low - margin, (from - base) / size), Math.min(high + margin, (to - base) / size)];
    if (!(x1 > x0)) return [];
    const corner = (x: number, y: number) => [x * c - y * s, x * s + y * c];
    const strip = Float64Array.from([corner(x0, left - margin), corner(x1, left - margin), corner(x1, right + margin), corner(x0, right + margin)].flat()); // prettier-ignore
    return polygons.flatMap((polygon) => intersection(polygon, [strip]));
  }
}
