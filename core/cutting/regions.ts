import Flatbush from 'flatbush';
import { difference, faceArea, intersection, ringArea, ringBounds, ringContains, union, type Face, type Ring } from '../geometry/polygons';
import { Leaders } from '../geometry/leaders';
import { SNAP } from '../geometry/tolerances';
import type { Model } from '../model/model';
import type { Frame } from '../sights/frame';
import { buildUpLayers, type CutLayer } from './build-up-layers';
import { closeLoops, type Outline } from './close-loops';
import { outlinesInOrder, regionsInOrder } from './rings-in-order';
import type { CutLoops } from './cut-loops';
import { rankOf, type RankRule } from './material-rank';
import { meetLayers, type LayeredCut } from './meet-layers';
import { snapCorners } from './snap-corners';

/** A closed cut face with holes, in the sight's plane, with its material and the elements it came from. */
export interface Region {
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
  readonly elements: readonly number[];
  /** What it is: matter, or the air of a cavity, or the earth below a cut terrain. */
  readonly use: 'matter' | 'air' | 'earth';
  /** Number of the trim or side of the keep box that cuts here, from 1; absent for the sight's own plane. */
  readonly trim?: number;
  readonly face: Face;
}

/** Cut outlines of a sight: regions, and what stays open. */
export interface CutFaces {
  readonly regions: readonly Region[];
  /** The snapped outlines they were made of, with the part of each: lines find their element in them. */
  readonly outlines: readonly Ring[];
  readonly outlinePart: readonly number[];
  readonly open: readonly { readonly part: number; readonly points: Ring }[];
  /** Outlines that were closed over a gap. */
  readonly mended: readonly Outline[];
}

/** Smaller overlaps than this, in square metres, are noise of touching faces. */
const OVERLAP = 1e-6;

export interface RegionOptions {
  /** The parts (1) that stay apart from others of their material. */
  readonly joints?: Uint8Array;
  /** Layers go on through weaker ones of a wall that they stand at, to their own material. */
  readonly layersMeet?: boolean | undefined;
  /** An office's own table of ranks, which goes before the one that comes along. */
  readonly ranks?: readonly RankRule[] | undefined;
}

interface Group {
  material: number;
  element: number;
  rank: number;
  /** A whole element, not a layer of one. */
  isWhole: boolean;
  use: Region['use'];
  rings: Ring[];
  ringElement: number[];
}

/**
 * Makes regions of cut loops: outlines of one material are united, across elements; where no material is known each element
 * keeps its own, unless they run through one another; layers of a build-up become regions of their own. Where regions of different materials overlap, the higher
 * rank keeps the place, so regions never cover one another.
 */
export function makeRegions(model: Model, loops: CutLoops, frame: Frame, { joints, ranks, layersMeet }: RegionOptions = {}): CutFaces {
  const nameOf = (material: number) => model.materials[material]?.name;
  const outlines = closeLoops(outlinesInOrder(loops));
  const closed = outlines.map((o) => o.isClosed);
  const parts = outlines.map((o) => o.part);
  const snapped = snapCorners(
    outlines.map((o) => o.points),
    closed,
  );
  const open: { part: number; points: Ring }[] = [];
  const byPart = new Map<number, Ring[]>();
  snapped.forEach((ring, l) => {
    if (!closed[l]) {
      if (ring.length >= 4) open.push({ part: parts[l]!, points: ring });
    } else if (ring.length >= 6) {
      const own = byPart.get(parts[l]!);
      if (own) own.push(ring);
      else byPart.set(parts[l]!, [ring]);
    }
  });

  const groups = new Map<string, Group>();
  const put = (name: string, material: number, element: number, use: Region['use'], own: readonly Ring[]) => {
    // an element with a rank of its own is a region of its own kind
    const { rank } = model.elements[element]!;
    const key = rank === undefined ? name : `${name} rank ${rank}`;
    let group = groups.get(key);
    if (!group)
      groups.set(
        key,
        (group = {
          material,
          element,
          use,
          isWhole: key.startsWith('element '),
          rank: use === 'air' ? -1 : (rank ?? rankOf(nameOf(material), ranks)),
          rings: [],
          ringElement: [],
        }),
      );
    for (const ring of own) {
      group.rings.push(ring);
      group.ringElement.push(element);
    }
  };
  const layered: (LayeredCut & { readonly element: number })[] = [];
  const putLayer = (element: number, { isAir, material, index }: CutLayer, own: readonly Ring[]) => {
    const key = isAir ? `air ${element}` : material >= 0 ? `m ${material}` : `layer ${element} ${index}`;
    put(key, material, element, isAir ? 'air' : 'matter', own);
  };
  for (const [part, own] of byPart) {
    const elementIndex = model.partElement[part]!;
    const { buildUp } = model.elements[elementIndex]!;
    if (buildUp) {
      const layers = buildUpLayers(buildUp, frame, own, (m) => nameOf(m) ?? '');
      for (const layer of layers) putLayer(elementIndex, layer, layer.rings);
      layered.push({ element: elementIndex, buildUp, rings: own, layers });
    } else {
      const material = model.partMaterial[part]!;
      const key = material < 0 ? `element ${elementIndex}` : joints?.[part] ? `m ${material} of ${elementIndex}` : `m ${material}`;
      put(key, material, elementIndex, 'matter', own);
    }
  }

  if (layersMeet)
    for (const { cut, layer, gained } of meetLayers(layered, frame, (m) => rankOf(nameOf(m), ranks)))
      putLayer(layered[cut]!.element, layer, gained);

  // of equal ranks the name decides, not the order in the file
  const named = (g: Group) => nameOf(g.material) ?? '';
  const ordered = uniteOverlapping([...groups.values()]).sort(
    (a, b) => b.rank - a.rank || (named(a) < named(b) ? -1 : named(a) > named(b) ? 1 : 0),
  );
  if (layered.length) snapAgain(ordered);
  const faces = ordered.map((group) => unite(group.rings));
  giveWay(faces);
  const regions: Region[] = [];
  ordered.forEach((group, g) => {
    const own = elementsOfFaces(faces[g]!, group);
    faces[g]!.forEach((face, f) => {
      const elements = own[f]!;
      if (!elements.size) elements.add(group.element);
      regions.push({ material: group.material, elements: [...elements].sort((p, q) => p - q), use: group.use, face });
    });
  });
  return {
    regions: regionsInOrder(regions),
    outlines: [...byPart.values()].flat(),
    outlinePart: [...byPart].flatMap(([part, own]) => own.map(() => part)),
    open,
    mended: outlines.filter((o) => o.isClosed && o.gap > SNAP),
  };
}

/**
 * Elements of which no material is known and which run through one another are one mass where they are cut; those that only
 * touch stay apart, with the joint between them.
 */
function uniteOverlapping(groups: readonly Group[]): Group[] {
  const unknown = groups.filter((g) => g.material < 0 && g.isWhole);
  if (unknown.length < 2) return [...groups];
  const boxes = unknown.map((g) => ringBounds(g.rings));
  const index = new Flatbush(unknown.length, 16, Float64Array);
  for (const b of boxes) index.add(b[0], b[1], b[2], b[3]);
  index.finish();
  const leader = new Leaders(unknown.length);
  for (let i = 0; i < unknown.length; i++) {
    const [u0, v0, u1, v1] = boxes[i]!;
    for (const j of index.search(u0, v0, u1, v1, (k) => k > i)) {
      if (leader.of(i) === leader.of(j)) continue;
      const shared = intersection(unknown[i]!.rings, unknown[j]!.rings).reduce((sum, f) => sum + faceArea(f), 0);
      if (shared > OVERLAP) leader.join(i, j);
    }
  }
  unknown.forEach((group, i) => {
    const head = unknown[leader.of(i)]!;
    if (head === group) return;
    head.rings.push(...group.rings);
    head.ringElement.push(...group.ringElement);
  });
  const taken = new Set(unknown.filter((_, i) => leader.of(i) !== i));
  return groups.filter((g) => !taken.has(g));
}

/** Corners up to which an outline that stands alone is looked at for being simple. */
const FEW = 64;

/**
 * The union of some outlines, heap by heap: outlines whose boxes do not meet have nothing to do with each other, and a sweep
 * over few is much quicker than one over all. One that stands alone and does not cross its own sides is a face as it is.
 */
function unite(rings: readonly Ring[]): Face[] {
  const canStand = (ring: Ring) => ring.length <= 2 * FEW && ringArea(ring) > 0 && isSimple(ring);
  return heaps(rings).flatMap((heap) => (heap.length === 1 && canStand(heap[0]!) ? [[heap[0]!]] : union(heap)));
}

/** Outlines by which boxes meet, directly or over others, in the order of the first of each heap. */
function heaps(rings: readonly Ring[]): Ring[][] {
  if (rings.length < 2) return rings.length ? [[...rings]] : [];
  const boxes = rings.map((ring) => ringBounds([ring]));
  const index = new Flatbush(rings.length, 16, Float64Array);
  for (const b of boxes) index.add(b[0], b[1], b[2], b[3]);
  index.finish();
  const leader = new Leaders(rings.length);
  boxes.forEach(([u0, v0, u1, v1], i) => {
    for (const k of index.search(u0 - SNAP, v0 - SNAP, u1 + SNAP, v1 + SNAP, (other) => other > i)) leader.join(i, k);
  });
  const out = new Map<number, Ring[]>();
  rings.forEach((ring, i) => {
    const own = out.get(leader.of(i));
    if (own) own.push(ring);
    else out.set(leader.of(i), [ring]);
  });
  return [...out.values()];
}

/** Whether no two sides of a ring cross or touch but neighbours in their corner. */
function isSimple(ring: Ring): boolean {
  const n = ring.length;
  const turn = (a: number, b: number, c: number) =>
    (ring[b]! - ring[a]!) * (ring[c + 1]! - ring[a + 1]!) - (ring[b + 1]! - ring[a + 1]!) * (ring[c]! - ring[a]!);
  // most are convex: they turn one way, and go back and forth along u once
  let [right, back] = [0, 0];
  for (let i = 0; i < n; i += 2) {
    if (turn(i, (i + 2) % n, (i + 4) % n) < 0) right++;
    if (ring[(i + 2) % n]! - ring[i]! > 0 !== ring[(i + 4) % n]! - ring[(i + 2) % n]! > 0) back++;
  }
  if (right === 0 && back <= 2) return true;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    for (let k = i + 4; k < n; k += 2) {
      const l = (k + 2) % n;
      if (l === i) continue;
      if (turn(i, j, k) * turn(i, j, l) <= 0 && turn(k, l, i) * turn(k, l, j) <= 0) return false;
    }
  }
  return true;
}

/** The lines between layers made new corners: those of neighbours become one, as the first ones did. In place. */
function snapAgain(groups: Group[]): void {
  const all = groups.flatMap((g) => g.rings);
  const snapped = snapCorners(
    all,
    all.map(() => true),
  );
  let at = 0;
  for (const group of groups) {
    group.rings = snapped.slice(at, at + group.rings.length);
    at += group.rings.length;
  }
}

/** Takes from each group what groups before it (of higher rank) already cover, face by face. In place. */
function giveWay(faces: Face[][]): void {
  if (faces.length < 2) return;
  const all = faces.flatMap((group, g) => group.map((face) => ({ g, box: ringBounds(face.slice(0, 1)), left: [face] })));
  if (!all.length) return;
  const index = new Flatbush(all.length, 16, Float64Array);
  for (const { box } of all) index.add(box[0], box[1], box[2], box[3]);
  index.finish();
  for (const own of all) {
    const over = index
      .search(own.box[0], own.box[1], own.box[2], own.box[3], (k) => all[k]!.g < own.g)
      .sort((a, b) => a - b)
      .flatMap((k) => all[k]!.left.flat());
    if (!over.length) continue;
    const shared = intersection(own.left.flat(), over).reduce((sum, f) => sum + faceArea(f), 0);
    if (shared > OVERLAP) own.left = difference(own.left.flat(), over).filter((f) => faceArea(f) > OVERLAP);
  }
  for (const group of faces) group.length = 0;
  for (const { g, left } of all) faces[g]!.push(...left);
}

/** The elements whose outlines each face of a group is made of. */
function elementsOfFaces(faces: readonly Face[], { rings, ringElement }: Group): Set<number>[] {
  const out = faces.map(() => new Set<number>());
  if (faces.length < 2) {
    for (const element of ringElement) out[0]?.add(element);
    return out;
  }
  const index = new Flatbush(faces.length, 16, Float64Array);
  for (const face of faces) index.add(...ringBounds(face.slice(0, 1)));
  index.finish();
  rings.forEach((ring, r) => {
    const found = index.search(...ringBounds([ring]));
    for (const f of found) {
      const elements = out[f]!;
      // where only one face is near, the outline can be of no other
      if (!elements.has(ringElement[r]!) && (found.length === 1 || touches(faces[f]!, ring))) elements.add(ringElement[r]!);
    }
  });
  return out;
}

/** Whether an outline belongs to a face: the middle of its first side, a little inside, lies in it. */
function touches(face: Face, ring: Ring): boolean {
  for (let i = 0; i + 3 < ring.length; i += 2) {
    const du = ring[i + 2]! - ring[i]!,
      dv = ring[i + 3]! - ring[i + 1]!;
    const l = Math.hypot(du, dv);
    if (l < 1e-4) continue;
    const step = Math.min(1e-4, l / 4);
    for (const side of [-1, 1]) {
      const u = (ring[i]! + ring[i + 2]!) / 2 + (side * -dv * step) / l;
      const v = (ring[i + 1]! + ring[i + 3]!) / 2 + (side * du * step) / l;
      if (ringContains(ring, u, v) && ringContains(face[0]!, u, v) && !face.slice(1).some((hole) => ringContains(hole, u, v))) return true;
    }
    if (i > 16) break;
  }
  return false;
}
