import { append } from '../../geometry/append';
import Flatbush from 'flatbush';
import { UnionFind } from '../../geometry/union-find';
import { faceArea, faceContains, intersection, ringBounds, ringContains, type Face, type Ring } from '../../geometry/polygons';
import type { Model } from '../../model/model';
import type { Frame } from '../../geometry/frame';
import { buildUpLayers, type CutLayer } from '../build-up-layers';
import type { Outline } from '../close-loops';
import { rankOf } from './material-rank';
import { meetLayers, type LayeredCut } from '../meet-layers';
import type { CutFaces, Region, RegionOptions } from '../cut-faces';
import { snapCorners } from './snap-corners';
import { subtractByPriority, OVERLAP, unite } from './clusters';

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

/** The regions of outlines that have to do with one another: what `makeRegions` makes of each heap of them. */
export function regionsOfCluster(
  model: Model,
  outlines: readonly Outline[],
  frame: Frame,
  { joints, ranks, layersMeet }: RegionOptions,
): CutFaces {
  const nameOf = (material: number) => model.materials[material]?.name;
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

  const alone = snapped.length === 1 && byPart.size === 1 ? parts[0]! : -1;
  const element = alone < 0 ? -1 : model.partElement[alone]!;
  if (alone >= 0 && !model.elements[element]!.buildUp) {
    // most stand alone, and have nobody to unite with or to give way to
    const regions = unite(snapped).map((face): Region => ({
      material: model.partMaterial[alone]!,
      elements: [element],
      use: 'matter',
      face,
    }));
    return { regions, outlines: snapped, outlinePart: [alone], open, mended: [] };
  }

  const groups = new Map<string, Group>();
  const put = (name: string, material: number, element: number, use: Region['use'], own: readonly Ring[]) => {
    // an element with a rank of its own is a region of its own kind
    const { rank, use: kind } = model.elements[element]!;
    // a site that tells of no material gives way as earth does
    const told = nameOf(material) ?? (kind === 'terrain' ? 'earth' : undefined);
    const key = rank === undefined ? name : `${name} rank ${rank}`;
    let group = groups.get(key);
    if (!group)
      groups.set(
        key,
        (group = {
          material,
          element,
          use,
          isWhole: key.startsWith('element ') && kind !== 'terrain',
          rank: use === 'air' ? -1 : (rank ?? rankOf(told, ranks)),
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
    // the gap of a wall goes on in the wall of the same build-up above it
    const { name, materials } = model.elements[element]!.buildUp!;
    const key = isAir ? `air ${name} ${materials.join()} ${index}` : material >= 0 ? `m ${material}` : `layer ${element} ${index}`;
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
  subtractByPriority(faces);
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
    regions,
    outlines: [...byPart.values()].flat(),
    outlinePart: [...byPart].flatMap(([part, own]) => own.map(() => part)),
    open,
    mended: [],
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
  const leader = new UnionFind(unknown.length);
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
    append(head.rings, group.rings);
    append(head.ringElement, group.ringElement);
  });
  const taken = new Set(unknown.filter((_, i) => leader.of(i) !== i));
  return groups.filter((g) => !taken.has(g));
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

/** Whether an outline belongs to a face: the middle of a side, a little inside, lies in it; or they have some area in common. */
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
      if (ringContains(ring, u, v) && faceContains(face, u, v)) return true;
    }
    if (i > 16) break;
  }
  // something stronger may lie on the middle of every side
  return intersection(face, [ring]).some((shared) => faceArea(shared) > OVERLAP);
}
