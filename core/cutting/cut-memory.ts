import { append } from '../geometry/append';
import { closeLoops, type Outline } from './close-loops';
import { cutLoops } from './cut-loops';
import { dot } from '../geometry/vec3';
import type { Scene } from '../scene/scene';
import type { Model } from '../model/model';
import { jointParts, shownParts } from '../sights/shown';
import type { Sight } from '../sights/sight';
import type { Frame } from '../geometry/frame';
import { ON_PLANE } from '../geometry/numbers/tolerances';
import type { CutFaces } from './cut-faces';
import { outlinesInOrder } from './canonical-order';

/** The outlines in which a plane cuts the parts that are shown: closed where they can be, in an order that depends on their places alone. */
export const cutOutlines = (scene: Scene, frame: Frame, shown: Uint8Array): Outline[] =>
  closeLoops(outlinesInOrder(cutLoops(scene, frame, shown)));

/** Between two of its corners a part may be cut alike wherever the plane is. */
interface Slab {
  /** Heights of the corners below and above, metres along the look. */
  readonly low: number;
  readonly high: number;
  /** null where it changes with the plane. */
  readonly outlines: readonly Outline[] | null;
}

/** A face this little aslant to the look is cut in one line wherever the plane is: sine of the angle. */
const ALONG = 1e-9;

/**
 * What stays the same while a plane is moved along its normal: the outlines of parts whose faces there run along it (walls in a plan),
 * and the regions of heaps of nothing but such outlines. Kept from one cut to the next, for the drawings that follow the hand; what it
 * gives out is the same to 1 nm. One memory is for one sight at a time: whatever else changes, it begins anew.
 */
export class CutMemory {
  private key: readonly unknown[] = [];
  private told: { readonly model: Model; readonly rules: string; readonly shown: Uint8Array; readonly joints: Uint8Array } | null = null;
  private slabs = new Map<number, Slab>();
  private heaps = new Map<Outline, { readonly outlines: readonly Outline[]; readonly faces: CutFaces }>();
  private lastHeaps = this.heaps;

  /** What `shownParts` and `jointParts` tell of a sight: the same arrays as long as its rules stay the same. */
  parts(model: Model, sight: Sight): { readonly shown: Uint8Array; readonly joints: Uint8Array } {
    const rules = JSON.stringify([sight.show, sight.leaveWhole, sight.joints]);
    if (this.told?.model !== model || this.told.rules !== rules)
      this.told = { model, rules, shown: shownParts(model, sight), joints: jointParts(model, sight) };
    return this.told;
  }

  /** The outlines of a cut of parts that the memory told. `more` is what else decides about regions. */
  outlines(scene: Scene, frame: Frame, shown: Uint8Array, more: readonly unknown[]): Outline[] {
    const { origin, right, up, look } = frame;
    const place = (x: number) => Math.round(x * 1e9);
    const key = [scene, shown, ...[...right, ...up, ...look, dot(origin, right), dot(origin, up)].map(place), ...more];
    if (!isSame(key, this.key)) {
      this.slabs.clear();
      this.heaps = new Map();
    }
    this.key = key;
    this.lastHeaps = this.heaps;
    this.heaps = new Map();
    const height = dot(origin, look);
    const asked = shown.slice();
    const known: Outline[] = [];
    for (const [part, { low, high, outlines }] of this.slabs) {
      if (height < low + ON_PLANE || height > high - ON_PLANE) this.slabs.delete(part);
      else if (outlines) {
        asked[part] = 0;
        append(known, outlines);
      }
    }
    const found = cutOutlines(scene, frame, asked);
    for (let k = 0, end = 0; k < found.length; k = end) {
      const { part } = found[k]!;
      while (end < found.length && found[end]!.part === part) end++;
      if (!this.slabs.has(part)) this.slabs.set(part, slabOf(scene, part, look, height, found.slice(k, end)));
    }
    return [...known, ...found].sort((a, b) => a.part - b.part);
  }

  /** The regions of a heap of outlines: those of the last cut where that had the same. */
  regionsOf(outlines: readonly Outline[], make: () => CutFaces): CutFaces {
    const known = this.lastHeaps.get(outlines[0]!);
    const faces = known && isSame(outlines, known.outlines) ? known.faces : make();
    this.heaps.set(outlines[0]!, { outlines, faces });
    return faces;
  }
}

const isSame = (a: readonly unknown[], b: readonly unknown[]): boolean => a.length === b.length && a.every((own, k) => own === b[k]);

/** How far the plane can be moved before it meets a corner of a part, and what it cuts on the way. */
function slabOf(scene: Scene, part: number, look: Frame['look'], height: number, outlines: readonly Outline[]): Slab {
  const { vertices, triangles, normals, partVertexStart, partTriangleStart } = scene;
  const [lx, ly, lz] = look;
  const along = (v: number) => vertices[v * 3]! * lx + vertices[v * 3 + 1]! * ly + vertices[v * 3 + 2]! * lz;
  let [low, high] = [-Infinity, Infinity];
  for (let v = partVertexStart[part]!; v < partVertexStart[part + 1]!; v++) {
    const h = along(v);
    if (h <= height && h > low) low = h;
    if (h >= height && h < high) high = h;
  }
  for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
    if (Math.abs(normals[t * 3]! * lx + normals[t * 3 + 1]! * ly + normals[t * 3 + 2]! * lz) < ALONG) continue;
    const [a, b, c] = [along(triangles[t * 3]!), along(triangles[t * 3 + 1]!), along(triangles[t * 3 + 2]!)];
    if (Math.min(a, b, c) < height && Math.max(a, b, c) > height) return { low, high, outlines: null };
  }
  return { low, high, outlines };
}
