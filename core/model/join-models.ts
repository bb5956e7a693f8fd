import { transformDirection, transformPoint, type Matrix4 } from '../geometry/matrix4';
import { dot, type Vec3 } from '../geometry/vec3';
import { movedFlat } from './flat-shapes';
import type { BuildUp, Element, FlatShape, GridLine, Material, Model, PropertySet, Storey } from './model';
import { inOrderOfIds } from './order-elements';
import { isAsItIs, placementMatrix, type ModelPlacement } from './placement';

/** One model of several, and where it stands. */
export interface PlacedModel {
  /** By which its elements are told from those of the others. */
  readonly name: string;
  readonly model: Model;
  readonly placement: ModelPlacement;
  /** Nothing of it is there but its claim to its ids: those of the others stay as they are. */
  readonly isHidden?: boolean;
}

/** Storeys and grid lines this near to one another are the same, metres. */
const SAME = 1e-3;
const READ = { metres: 1, up: 'z', isStated: true } as const;

/**
 * Several models as one, in the coordinates of the first: materials of one name are one, storeys of one name and height are one,
 * elements know the model they came from. An id that an earlier model has already is told apart by the name of its own.
 */
export function joinModels(models: readonly PlacedModel[]): Model {
  const [first] = models;
  if (!first) throw new Error('joinModels needs at least one model');
  const { origin } = first.model;
  const [nx, ny] = first.model.trueNorth;
  const north = transformDirection(placementMatrix(first.placement, origin, origin), [nx, ny, 0]);
  const materials: Material[] = [];
  const storeys: Storey[] = [];
  const grid: GridLine[] = [];
  const elements: Element[] = [];
  const propertySets: PropertySet[] = [];
  const flat: FlatShape[] = [];
  const taken = new Set<string>();
  const sum = (of: (m: Model) => number) => models.reduce((total, { model, isHidden }) => total + (isHidden ? 0 : of(model)), 0);
  const positions = new Float64Array(sum((m) => m.positions.length));
  const triangles = new Uint32Array(sum((m) => m.triangles.length));
  const partStart = [0];
  const [partElement, partMaterial, partColour]: [number[], number[], number[]] = [[], [], []];
  let [corner, corners] = [0, 0];
  for (const { name, model, placement, isHidden } of models) {
    const ids = ownIds(model, name, taken);
    if (isHidden) continue;
    const m = placementMatrix(placement, model.origin, origin);
    const materialRow = model.materials.map((material) => rowOfMaterial(materials, material));
    const storeyRow = model.storeys.map((storey) => rowOfStorey(storeys, { ...storey, elevation: storey.elevation + m[14]! }, name));
    const [elementBase, setBase] = [elements.length, propertySets.length];
    for (const set of model.propertySets ?? []) propertySets.push(set);
    for (const e of model.elements) {
      elements.push({
        ...e,
        id: ids.get(e.id)!,
        storey: storeyRow[e.storey] ?? -1,
        buildUp: e.buildUp && movedBuildUp(e.buildUp, m, materialRow),
        facts: { ...e.facts, model: name, ...(e.facts?.sets && { sets: e.facts.sets.map((s) => s + setBase) }) },
      });
    }
    for (const line of model.grid) addGridLine(grid, line, (p) => transformPoint(m, p));
    for (const shape of model.flat ?? []) {
      const placed = movedFlat(shape, (p) => transformPoint(m, p));
      flat.push({ ...placed, id: ids.get(shape.id) ?? shape.id, storey: storeyRow[shape.storey] ?? -1 });
    }
    placeCorners(model.positions, m, positions, corner * 3);
    for (let i = 0; i < model.triangles.length; i++) triangles[corners + i] = model.triangles[i]! + corner;
    for (let p = 0; p < model.partElement.length; p++) {
      partStart.push(corners / 3 + model.partStart[p + 1]!);
      partElement.push(model.partElement[p]! + elementBase);
      partMaterial.push(materialRow[model.partMaterial[p]!] ?? -1);
    }
    for (const c of model.partColour) partColour.push(c);
    corner += model.positions.length / 3;
    corners += model.triangles.length;
  }
  const inHeight = [...storeys.keys()].sort((a, b) => storeys[a]!.elevation - storeys[b]!.elevation);
  const newRow = (old: number) => (old < 0 ? -1 : inHeight.indexOf(old));
  return inOrderOfIds({
    version: 1,
    origin,
    trueNorth: [north[0], north[1]],
    name: models.map((m) => m.name).join(' + '),
    source: [...new Set(models.map(({ model }) => model.source))].join(', '),
    materials,
    storeys: inHeight.map((row) => storeys[row]!),
    grid,
    elements: elements.map((e) => ({ ...e, storey: newRow(e.storey) })),
    positions,
    triangles,
    partStart: Uint32Array.from(partStart),
    partElement: Uint32Array.from(partElement),
    partMaterial: Int32Array.from(partMaterial),
    partColour: Uint8Array.from(partColour),
    notes: models.flatMap(({ model, isHidden }) => (isHidden ? [] : model.notes)),
    propertySets,
    flat: flat.map((f) => ({ ...f, storey: newRow(f.storey) })),
    // what lies somewhere else than its file says is no longer where the file says on the map
    ...(first.model.map && isAsItIs(first.placement) && { map: first.model.map }),
    asRead: { ...READ, ...first.model.asRead, isStated: models.every(({ model }) => model.asRead?.isStated !== false) },
  });
}

/** The ids of a model's elements among those of all: one that is taken already is told apart by the model's name. */
function ownIds({ elements }: Model, name: string, taken: Set<string>): Map<string, string> {
  const ids = new Map<string, string>();
  for (const { id: own } of elements) {
    let id = own;
    // models can share a name as well
    while (taken.has(id)) id = `${id} in ${name}`;
    taken.add(id);
    ids.set(own, id);
  }
  return ids;
}

function rowOfMaterial(materials: Material[], material: Material): number {
  const known = materials.findIndex((m) => m.name === material.name);
  return known >= 0 ? known : materials.push(material) - 1;
}

function rowOfStorey(storeys: Storey[], storey: Storey, of: string): number {
  const isNamed = (s: Storey) => s.name.toLowerCase() === storey.name.toLowerCase();
  const same = storeys.findIndex((s) => isNamed(s) && Math.abs(s.elevation - storey.elevation) < SAME);
  if (same >= 0) return same;
  return storeys.push(storeys.some(isNamed) ? { ...storey, name: `${storey.name} of ${of}` } : storey) - 1;
}

/** A line that another model has too, under the same tag in the same place, is there once. */
function addGridLine(grid: GridLine[], { tag, from, to, curve }: GridLine, move: (p: Vec3) => Vec3): void {
  const [a, b] = [move(from), move(to)];
  const near = (p: Vec3, q: Vec3) => Math.hypot(p[0] - q[0], p[1] - q[1]) < SAME;
  if (grid.some((g) => g.tag === tag && ((near(g.from, a) && near(g.to, b)) || (near(g.from, b) && near(g.to, a))))) return;
  grid.push({ tag, from: a, to: b, ...(curve && { curve: curve.map(move) }) });
}

/** A build-up whose planes are turned and moved with their element; distances along a normal count from the new zero. */
function movedBuildUp(buildUp: BuildUp, m: Matrix4, materialRow: readonly number[]): BuildUp {
  const normal = transformDirection(m, buildUp.normal);
  const shift = dot(normal, [m[12]!, m[13]!, m[14]!]);
  return {
    ...buildUp,
    normal,
    materials: buildUp.materials.map((k) => materialRow[k] ?? -1),
    ...(buildUp.centre ? { centre: transformPoint(m, buildUp.centre) } : { bounds: buildUp.bounds.map((b) => b + shift) }),
  };
}

function placeCorners(from: Float64Array, m: Matrix4, to: Float64Array, at: number): void {
  // a model that only stands where it is keeps its figures to the bit
  const isAsItIs = [0, 5].every((k) => m[k] === 1) && [12, 13, 14].every((k) => m[k] === 0);
  if (isAsItIs) return to.set(from, at);
  for (let i = 0; i < from.length; i += 3) {
    const [x, y, z] = [from[i]!, from[i + 1]!, from[i + 2]!];
    to[at + i] = m[0]! * x + m[4]! * y + m[12]!;
    to[at + i + 1] = m[1]! * x + m[5]! * y + m[13]!;
    to[at + i + 2] = z + m[14]!;
  }
}
