import { difference, ringArea, ringContains, type Face, type Ring } from '../../geometry/polygons';
import { prismTriangles } from '../../geometry/prism';
import type { Model } from '../../model/model';
import { MeshParts } from '../../model/mesh-parts';
import type { Plan, PlanRow } from '../../model/plan';

/** Thinner bands of a wall than this are none, metres. */
const THIN = 1e-4;

/**
 * Makes a model of a plan: each outline of a layer stands up from its base to its height; openings are cut through the walls in
 * which they lie, between sill and head. A wall with openings is built in level bands, one body each, whose joints no drawing shows.
 */
export function buildPlan(plan: Plan, name: string, asRead: Model['asRead']): Model {
  const parts = new MeshParts();
  const { builder } = parts;
  const rowOf = new Map(plan.rows.map((row) => [row.layer, row]));
  const openings = plan.layers.flatMap((layer) => {
    const row = rowOf.get(layer.name);
    return row?.class === 'Opening' ? layer.rings.map((ring) => ({ ring, low: row.base, high: row.base + row.height })) : [];
  });
  builder.storeys.push({ name: 'Plan', elevation: 0 });
  for (const layer of plan.layers) {
    const row = rowOf.get(layer.name);
    if (!row || !row.class || row.class === 'Opening' || !(Math.abs(row.height) > THIN)) continue;
    facesOf(layer.rings).forEach((face, k) => {
      const element = parts.element(`${layer.name} ${k + 1}`, row.class);
      builder.elements[element] = { ...builder.elements[element]!, storey: 0, facts: { layer: layer.name } };
      stand(parts, face, row, row.class === 'Wall' ? openings : []);
    });
  }
  return { ...parts.model(name, 'DXF plan', {}, { metres: 1, up: 'z' }), plan, ...(asRead && { asRead }) };
}

interface Opening {
  readonly ring: Ring;
  readonly low: number;
  readonly high: number;
}

function stand(parts: MeshParts, face: Face, { base, height, material }: PlanRow, openings: readonly Opening[]): void {
  const [low, high] = height > 0 ? [base, base + height] : [base + height, base];
  const own = openings.filter(
    (o) => o.high > low && o.low < high && difference(face, [o.ring]).reduce((sum, f) => sum + areaOf(f), 0) < areaOf(face) - 1e-9,
  );
  const levels = [low, high, ...own.flatMap((o) => [o.low, o.high])].filter((z) => z >= low && z <= high).sort((a, b) => a - b);
  for (let i = 0; i + 1 < levels.length; i++) {
    const [from, to] = [levels[i]!, levels[i + 1]!];
    if (to - from < THIN) continue;
    const cut = own.filter((o) => o.low < to - THIN / 2 && o.high > from + THIN / 2).map((o) => o.ring);
    for (const band of cut.length ? difference(face, cut) : [face]) {
      prism(parts, band, from, to);
      parts.endBody(material ? parts.material(material, null) : -1);
    }
  }
}

const areaOf = (face: Face): number => face.reduce((sum, ring, k) => sum + (k ? -1 : 1) * Math.abs(ringArea(ring)), 0);

function prism(parts: MeshParts, face: Face, from: number, to: number): void {
  const level = (z: number) =>
    face.flatMap((ring) => Array.from({ length: ring.length / 2 }, (_, i) => [ring[i * 2]!, ring[i * 2 + 1]!, z]).flat());
  parts.mesh([...level(from), ...level(to)], prismTriangles(face));
}

/** Outlines with the outlines inside them as holes: every second one inwards is a hole. Outer ones run counter-clockwise. */
function facesOf(rings: readonly Ring[]): Face[] {
  const sorted = [...rings].sort((a, b) => Math.abs(ringArea(b)) - Math.abs(ringArea(a)));
  const around = sorted.map((ring, i) =>
    sorted.slice(0, i).filter((other) => ringContains(other, ring[0]! * 0.999999 + ring[2]! * 1e-6, ring[1]! * 0.999999 + ring[3]! * 1e-6)),
  );
  const faces = new Map<Ring, Ring[]>();
  sorted.forEach((ring, i) => {
    const outers = around[i]!;
    if (outers.length % 2 === 0) faces.set(ring, [turned(ring, true)]);
    else faces.get(outers.at(-1)!)?.push(turned(ring, false));
  });
  return [...faces.values()];
}

function turned(ring: Ring, isCounterClockwise: boolean): Ring {
  if (ringArea(ring) > 0 === isCounterClockwise) return ring;
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) out.set([ring[ring.length - 2 - i]!, ring[ring.length - 1 - i]!], i);
  return out;
}
