import DxfParser from 'dxf-parser';
import { Fault } from '../faults/fault';
import { ringArea } from '../geometry/polygons';
import type { Vec2 } from '../geometry/vec3';
import { UNITS } from '../model/length-unit';
import type { Model } from '../model/model';
import { buildPlan } from '../plan/build-plan';
import { firstRow, type PlanLayer } from '../plan/plan';
import { guessUnit } from './guess-unit';
import { arc } from './ifc-curves';
import type { MeshOptions } from './mesh-parts';
import { joinEnds, wallsOf, type Stroke } from './plan-lines';

/** $INSUNITS of the DXF Reference (R2010, HEADER) and metres in one unit. */
const INSUNITS: Readonly<Record<number, number>> = { 1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1 };
/** Smaller outlines than this are marks, m². */
const SMALL = 1e-4;

interface Entity {
  readonly type: string;
  readonly layer?: string;
  readonly vertices?: readonly { readonly x: number; readonly y: number; readonly bulge?: number }[];
  readonly shape?: boolean;
  readonly center?: { readonly x: number; readonly y: number };
  readonly radius?: number;
  readonly startAngle?: number;
  readonly angleLength?: number;
}

/**
 * Reads a plan: closed outlines (polylines with arcs, circles, lines and arcs whose ends meet) and double lines, layer by layer,
 * and stands them up by a first table that goes by the layers' names. Blocks, hatches and texts are passed over.
 * @throws Fault file-damaged, file-feature, file-without-faces
 */
export function readPlanDxf(bytes: Uint8Array, name: string, { unit }: MeshOptions = {}): Model {
  if (bytes.subarray(0, 64).includes(0)) throw new Fault('file-feature', { feature: 'the binary form of DXF' });
  let parsed;
  try {
    parsed = new DxfParser().parseSync(new TextDecoder().decode(bytes));
  } catch (error) {
    throw new Fault('file-damaged', { place: 'in its records', reason: String((error as Error)?.message ?? error).slice(0, 80) });
  }
  const entities = (parsed?.entities ?? []) as unknown as readonly Entity[];
  const own = INSUNITS[Number(parsed?.header?.['$INSUNITS'] ?? 0)];
  const byLayer = new Map<string, { rings: Vec2[][]; strokes: Stroke[] }>();
  let skipped = 0;
  for (const e of entities) {
    const layer = e.layer ?? '0';
    let known = byLayer.get(layer);
    if (!known) byLayer.set(layer, (known = { rings: [], strokes: [] }));
    const points = pointsOf(e);
    if (!points || !points.flat().every(Number.isFinite)) {
      if (/^(INSERT|SPLINE|ELLIPSE|HATCH|SOLID|3DFACE)$/.test(e.type)) skipped++;
      continue;
    }
    if (isRing(e, points)) known.rings.push(points);
    else known.strokes.push({ points, isStraight: e.type === 'LINE' });
  }
  const raw = [...byLayer].map(([layer, { rings, strokes }]) => {
    const all = [...rings];
    const reach = extentOf([...byLayer.values()].flatMap((l) => [...l.rings, ...l.strokes.map((s) => s.points)]));
    const { closed, open } = joinEnds(strokes, reach * 1e-6);
    all.push(...closed);
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
  if (!layers.length) throw new Fault('file-without-faces', { reason: 'no layer of this plan has a closed outline or a double line' });
  const plan = { layers, rows: layers.map(firstRow) };
  const model = buildPlan(plan, name, { metres, up: 'z', isStated: unit !== undefined || own !== undefined });
  return skipped
    ? { ...model, notes: [...model.notes, { code: 'pieces-skipped', facts: { count: skipped, what: 'blocks, splines or hatches' } }] }
    : model;
}

function isRing(e: Entity, points: readonly Vec2[]): boolean {
  if (e.type === 'CIRCLE') return true;
  if (e.type !== 'LWPOLYLINE' && e.type !== 'POLYLINE') return false;
  const [a, b] = [points[0]!, points.at(-1)!];
  return points.length > 2 && (e.shape === true || Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-9 * (1 + Math.abs(a[0]) + Math.abs(a[1])));
}

/** Points along an entity; null for kinds that have no place in a plan's outlines. */
function pointsOf(e: Entity): Vec2[] | null {
  switch (e.type) {
    case 'LINE':
      return (e.vertices ?? []).map(({ x, y }): Vec2 => [x, y]);
    case 'CIRCLE':
      return e.center && e.radius ? arc([e.center.x, e.center.y], e.radius, 0, 2 * Math.PI).slice(0, -1) : null;
    case 'ARC':
      return e.center && e.radius ? arc([e.center.x, e.center.y], e.radius, e.startAngle ?? 0, positive(e.angleLength ?? 0)) : null;
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const v = e.vertices ?? [];
      const out: Vec2[] = [];
      v.forEach(({ x, y, bulge }, i) => {
        const next = v[i + 1] ?? (e.shape ? v[0] : undefined);
        if (bulge && next) out.push(...bulgeArc([x, y], [next.x, next.y], bulge).slice(0, -1));
        else out.push([x, y]);
      });
      return out;
    }
    default:
      return null;
  }
}

const positive = (turn: number): number => (turn > 0 ? turn : turn + 2 * Math.PI);

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
