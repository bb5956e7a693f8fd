import { append } from '../../geometry/append';
import { Fault } from '../../faults/fault';
import { ringArea } from '../../geometry/rings';
import type { Vec2 } from '../../geometry/vec3';
import { UNITS } from '../../model/length-unit';
import type { Model } from '../../model/model';
import { buildPlan } from './build-plan';
import { firstRow, type PlanLayer } from '../../model/plan';
import { readDxfEntities } from './dxf-entities';
import { eachShape, isBody } from './dxf-shapes';
import { guessUnit } from '../../model/guess-unit';
import type { MeshOptions } from '../../model/mesh-parts';
import { joinEnds, wallsOf, type Stroke } from './plan-lines';

/** $INSUNITS of the DXF Reference (R2010, HEADER) and metres in one unit. */
const INSUNITS: Readonly<Record<number, number>> = { 1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1 };
/** Smaller outlines than this are marks, m². */
const SMALL = 1e-4;

/**
 * Reads a plan: closed outlines (polylines with arcs, circles, lines and arcs whose ends meet) and double lines, layer by layer,
 * and stands them up by a first table that goes by the layers' names. Blocks are taken apart; hatches and texts are passed over.
 * @throws Fault file-damaged, file-feature, file-without-faces
 */
export function readPlanDxf(bytes: Uint8Array, name: string, { unit }: MeshOptions = {}): Model {
  if (bytes.subarray(0, 64).includes(0)) throw new Fault('file-feature', { feature: 'the binary form of DXF' });
  const { entities, blocks, variables, isWhole } = readDxfEntities(bytes);
  const own = INSUNITS[Number(variables.get('$INSUNITS') ?? 0)];
  const byLayer = new Map<string, { rings: Vec2[][]; strokes: Stroke[] }>();
  const skipped = eachShape(entities, blocks, (shape) => {
    let known = byLayer.get(shape.layer);
    if (!known) byLayer.set(shape.layer, (known = { rings: [], strokes: [] }));
    if (shape.isRing) known.rings.push(shape.points);
    else known.strokes.push(shape);
  });
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
  if (!layers.length && [entities, ...[...blocks.values()].map((b) => b.entities)].flat().some(isBody))
    throw new Fault('file-without-faces', {
      reason: 'it has bodies in three dimensions, and of a DXF a plan is read; export them as IFC, STEP or OBJ',
    });
  if (!layers.length) throw new Fault('file-without-faces', { reason: 'no layer of this plan has a closed outline or a double line' });
  const plan = { layers, rows: layers.map(firstRow) };
  const model = buildPlan(plan, name, { metres, up: 'z', isStated: unit !== undefined || own !== undefined });
  const notes = [...model.notes];
  if (!unit && !own) notes.push({ code: 'unit-guessed', facts: { metres, size: Number((largest * metres).toPrecision(4)) } });
  if (!isWhole) notes.push({ code: 'file-cut-off', facts: {} });
  if (skipped) notes.push({ code: 'pieces-skipped', facts: { count: skipped, what: 'splines, hatches or blocks that are not there' } });
  return { ...model, notes };
}

function extentOf(lines: readonly (readonly Vec2[])[]): number {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const line of lines)
    for (const [x, y] of line) [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  return x1 >= x0 ? Math.max(x1 - x0, y1 - y0) : 0;
}
