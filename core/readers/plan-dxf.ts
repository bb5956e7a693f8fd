import { append } from '../geometry/append';
import { Fault } from '../faults/fault';
import { ringArea } from '../geometry/polygons';
import type { Vec2 } from '../geometry/vec3';
import { UNITS } from '../model/length-unit';
import type { Model } from '../model/model';
import { buildPlan } from '../plan/build-plan';
import { firstRow, type PlanLayer } from '../plan/plan';
import { figure, readDxfEntities, words, type DxfEntity } from './dxf-entities';
import { guessUnit } from './guess-unit';
import { arc } from './ifc-curves';
import type { MeshOptions } from './mesh-parts';
import { joinEnds, wallsOf, type Stroke } from './plan-lines';

/** $INSUNITS of the DXF Reference (R2010, HEADER) and metres in one unit. */
const INSUNITS: Readonly<Record<number, number>> = { 1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1 };
/** Smaller outlines than this are marks, m². */
const SMALL = 1e-4;

/** Whether an entity is a face or a body of space: a polyline of the kinds mesh (16) and polyface (64) too. */
const isBody = (entity: DxfEntity): boolean =>
  /^(3DFACE|3DSOLID|MESH|BODY|SURFACE)$/.test(entity.type) || (entity.type === 'POLYLINE' && (figure(entity, 70) & 80) !== 0);

/** A corner of a polyline, and the bulge of the side that begins at it. */
type Corner = readonly [x: number, y: number, bulge: number];

interface Shape {
  readonly layer: string;
  readonly points: Vec2[];
  readonly isRing: boolean;
  readonly isStraight: boolean;
}

/**
 * Reads a plan: closed outlines (polylines with arcs, circles, lines and arcs whose ends meet) and double lines, layer by layer,
 * and stands them up by a first table that goes by the layers' names. Blocks, hatches and texts are passed over.
 * @throws Fault file-damaged, file-feature, file-without-faces
 */
export function readPlanDxf(bytes: Uint8Array, name: string, { unit }: MeshOptions = {}): Model {
  if (bytes.subarray(0, 64).includes(0)) throw new Fault('file-feature', { feature: 'the binary form of DXF' });
  const { entities, variables, isWhole } = readDxfEntities(bytes);
  const own = INSUNITS[Number(variables.get('$INSUNITS') ?? 0)];
  const byLayer = new Map<string, { rings: Vec2[][]; strokes: Stroke[] }>();
  let skipped = 0;
  for (let i = 0; i < entities.length; i++) {
    const shape = shapeOf(entities, i);
    if (!shape) {
      if (OTHERS.test(entities[i]!.type)) skipped++;
      continue;
    }
    let known = byLayer.get(shape.layer);
    if (!known) byLayer.set(shape.layer, (known = { rings: [], strokes: [] }));
    if (shape.isRing) known.rings.push(shape.points);
    else known.strokes.push(shape);
  }
  const raw = [...byLayer].map(([layer, { rings, strokes }]) => {
    const all = [...rings];
    const reach = extentOf([...byLayer.values()].flatMap((l) => [...l.rings, ...l.strokes.map((s) => s.points)]));
    const { closed, open } = joinEnds(strokes, reach * 1e-6);
    append(all, closed);
    return { layer, rings: all, open, reach };
  });
  const largest = Math.max(0, ...raw.map((r) => r.reach));
  const metres = unit ? UNITS[unit] : (own ?? UNITS[guessUnit(largest)]);
  const layers: PlanLayer[] = raw
    .map(({ layer, rings, open }) => ({
      name: layer,
      rings: [...rings, ...wallsOf(open, metres)]
        .map((ring) => Float64Array.from(ring.flatMap(([x, y]) => [x * metres, y * metres])))
        .filter((ring) => ring.length >= 6 && Math.abs(ringArea(ring)) > SMALL),
    }))
    .filter((l) => l.rings.length)
    .sort((a, b) => (a.name < b.name ? -1 : 1));
  if (!layers.length && entities.some(isBody))
    throw new Fault('file-without-faces', {
      reason: 'it has bodies in three dimensions, and of a DXF a plan is read; export them as IFC, STEP or OBJ',
    });
  if (!layers.length) throw new Fault('file-without-faces', { reason: 'no layer of this plan has a closed outline or a double line' });
  const plan = { layers, rows: layers.map(firstRow) };
  const model = buildPlan(plan, name, { metres, up: 'z', isStated: unit !== undefined || own !== undefined });
  const notes = [...model.notes];
  if (!unit && !own) notes.push({ code: 'unit-guessed', facts: { metres, size: Number((largest * metres).toPrecision(4)) } });
  if (!isWhole) notes.push({ code: 'file-cut-off', facts: {} });
  if (skipped) notes.push({ code: 'pieces-skipped', facts: { count: skipped, what: 'blocks, splines or hatches' } });
  return { ...model, notes };
}

const OTHERS = /^(INSERT|SPLINE|ELLIPSE|HATCH|SOLID|3DFACE)$/;
const RADIAN = Math.PI / 180;

/** The line of an entity; null for kinds that have no place in a plan's outlines, and for what lacks a figure. */
function shapeOf(entities: readonly DxfEntity[], i: number): Shape | null {
  const e = entities[i]!;
  const layer = words(e, 8) || '0';
  const shape = (points: Vec2[], isRing = false, isStraight = false): Shape | null =>
    points.length > 1 && points.flat().every(Number.isFinite) ? { layer, points, isRing, isStraight } : null;
  const centre: Vec2 = [figure(e, 10), figure(e, 20)];
  const radius = figure(e, 40);
  switch (e.type) {
    case 'LINE':
      return shape([centre, [figure(e, 11), figure(e, 21)]], false, true);
    case 'CIRCLE':
      return radius > 0 ? shape(arc(centre, radius, 0, 2 * Math.PI).slice(0, -1), true) : null;
    case 'ARC': {
      const [from, to] = [figure(e, 50) * RADIAN, figure(e, 51) * RADIAN];
      if (!(radius > 0) || !(Math.abs(from) + Math.abs(to) < 100)) return null;
      const turn = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
      return shape(arc(centre, radius, from, turn || 2 * Math.PI));
    }
    case 'LWPOLYLINE':
      return polyline(cornersOf(e));
    case 'POLYLINE': {
      const corners: Corner[] = [];
      for (let k = i + 1; entities[k]?.type === 'VERTEX'; k++)
        corners.push([figure(entities[k]!, 10), figure(entities[k]!, 20), figure(entities[k]!, 42) || 0]);
      return polyline(corners);
    }
    default:
      return null;
  }

  function polyline(corners: readonly Corner[]): Shape | null {
    const isClosed = (figure(e, 70) & 1) === 1;
    const out: Vec2[] = [];
    corners.forEach(([x, y, bulge], k) => {
      const next = corners[k + 1] ?? (isClosed ? corners[0] : undefined);
      if (bulge && next && (next[0] !== x || next[1] !== y)) out.push(...bulgeArc([x, y], [next[0], next[1]], bulge).slice(0, -1));
      else out.push([x, y]);
    });
    const [a, b] = [out[0], out.at(-1)];
    const meets = a && b && out.length > 3 && Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-9 * (1 + Math.abs(a[0]) + Math.abs(a[1]));
    return shape(out, isClosed || meets === true);
  }
}

/** Corners of a light polyline: each begins with its x; a bulge belongs to the corner before it. */
function cornersOf({ groups }: DxfEntity): Corner[] {
  const out: [number, number, number][] = [];
  for (const [code, value] of groups)
    if (code === 10) out.push([Number(value), NaN, 0]);
    else if (code === 20 && out.length) out.at(-1)![1] = Number(value);
    else if (code === 42 && out.length) out.at(-1)![2] = Number(value) || 0;
  return out;
}

/** The arc between two corners whose bulge is the tangent of a quarter of its turn (DXF Reference, LWPOLYLINE). */
function bulgeArc([ax, ay]: Vec2, [bx, by]: Vec2, bulge: number): Vec2[] {
  const turn = 4 * Math.atan(bulge);
  const chord = Math.hypot(bx - ax, by - ay);
  const radius = chord / 2 / Math.sin(Math.abs(turn) / 2);
  const rise = chord / 2 / Math.tan(turn / 2);
  const centre: Vec2 = [(ax + bx) / 2 - ((by - ay) / chord) * rise, (ay + by) / 2 + ((bx - ax) / chord) * rise];
  const points = arc(centre, radius, Math.atan2(ay - centre[1], ax - centre[0]), turn);
  points[0] = [ax, ay];
  points[points.length - 1] = [bx, by];
  return points;
}

function extentOf(lines: readonly (readonly Vec2[])[]): number {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const line of lines)
    for (const [x, y] of line) [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  return x1 >= x0 ? Math.max(x1 - x0, y1 - y0) : 0;
}
