import { Fault } from '../../faults/fault';
import type { Vec2 } from '../../geometry/vec3';
import { figure, words, type DxfBlock, type DxfEntity } from './dxf-entities';
import { arc } from '../ifc/curves';
import { atan2, cos, sin, tan } from '../../geometry/numbers/trigonometry';

/** A line of a drawing: arcs are broken up. */
export interface Shape {
  readonly layer: string;
  readonly points: Vec2[];
  readonly isRing: boolean;
  readonly isStraight: boolean;
}

/** A corner of a polyline, and the bulge of the side that begins at it. */
type Corner = readonly [x: number, y: number, bulge: number];

/** Where a block stands: x is a x + c y + e, y is b x + d y + f. */
type Place = readonly [a: number, b: number, c: number, d: number, e: number, f: number];
const AS_IT_IS: Place = [1, 0, 0, 1, 0, 0];

/** Blocks in blocks beyond this, more copies of one block than this, and more lines of blocks in all are damage. */
const DEEPEST = 16;
const MOST_COPIES = 10_000;
const MOST_IN_BLOCKS = 200_000;
/** What is drawn, but in no way that a plan's outlines are. */
const OTHERS = /^(SPLINE|ELLIPSE|HATCH|SOLID|3DFACE)$/;

/**
 * Hands on the lines of a drawing, those of the blocks in it where they stand: what lies on layer 0 in a block takes the layer of
 * the block (DXF Reference, INSERT). Returns how many entities are passed over.
 * @throws Fault file-too-large
 */
export function eachShape(entities: readonly DxfEntity[], blocks: ReadonlyMap<string, DxfBlock>, take: (shape: Shape) => void): number {
  let [skipped, taken] = [0, 0];
  const count = () => {
    if (++taken > MOST_IN_BLOCKS)
      throw new Fault('file-too-large', {
        what: 'what is in its blocks',
        size: `more than ${MOST_IN_BLOCKS} lines`,
        limit: String(MOST_IN_BLOCKS),
      });
  };
  /** The blocks that one is in: a block in itself is damage. */
  const within = new Set<DxfBlock>();
  const walk = (all: readonly DxfEntity[], place: Place, onLayer: string | null): void => {
    for (let i = 0; i < all.length; i++) {
      const entity = all[i]!;
      // what lies on a sheet of paper beside the model (DXF Reference, group 67)
      if (figure(entity, 67) === 1) continue;
      if (entity.type === 'INSERT') {
        const block = blocks.get(words(entity, 2).toUpperCase());
        if (!block || within.has(block) || within.size >= DEEPEST) {
          skipped++;
          continue;
        }
        const layer = layerOf(entity, onLayer);
        within.add(block);
        for (const copy of copiesOf(entity, block.base)) {
          count();
          walk(block.entities, combined(place, copy), layer);
        }
        within.delete(block);
        continue;
      }
      const shape = shapeOf(all, i);
      if (!shape) {
        if (OTHERS.test(entity.type)) skipped++;
        continue;
      }
      if (within.size) count();
      const at = isTurnedOver(entity) ? combined(place, OVER) : place;
      take({
        ...shape,
        layer: layerOf(entity, onLayer),
        points: at === AS_IT_IS ? shape.points : shape.points.map((p) => placed(p, at)),
      });
    }
  };
  walk(entities, AS_IT_IS, null);
  return skipped;
}

const layerOf = (entity: DxfEntity, onLayer: string | null): string => {
  const own = words(entity, 8) || '0';
  return own === '0' ? (onLayer ?? own) : own;
};

/** An entity seen from behind has its x the other way (arbitrary axis algorithm for the direction 0, 0, -1); lines know no side. */
const OVER: Place = [-1, 0, 0, 1, 0, 0];
const isTurnedOver = (entity: DxfEntity): boolean => entity.type !== 'LINE' && figure(entity, 230) < 0;

/** The places of an inserted block: one, or rows and columns of it. */
function* copiesOf(entity: DxfEntity, [bx, by]: Vec2): Iterable<Place> {
  const or = (code: number, otherwise: number) => (Number.isFinite(figure(entity, code)) ? figure(entity, code) : otherwise);
  const turn = (or(50, 0) * Math.PI) / 180;
  const [c, s, sx, sy] = [cos(turn), sin(turn), or(41, 1), or(42, 1)];
  const [columns, rows] = [Math.max(1, or(70, 1)), Math.max(1, or(71, 1))];
  if (columns * rows > MOST_COPIES)
    throw new Fault('file-too-large', { what: 'a block', size: `${columns * rows} copies`, limit: String(MOST_COPIES) });
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [dx, dy] = [column * or(44, 0), row * or(45, 0)];
      const own: Place = [c * sx, s * sx, -s * sy, c * sy, or(10, 0) + c * dx - s * dy, or(20, 0) + s * dx + c * dy];
      const [x, y] = placed([-bx, -by], own);
      const stands: Place = [own[0], own[1], own[2], own[3], x, y];
      yield isTurnedOver(entity) ? combined(OVER, stands) : stands;
    }
}

const placed = ([x, y]: Vec2, [a, b, c, d, e, f]: Place): Vec2 => [a * x + c * y + e, b * x + d * y + f];

/** First the inner place, then the outer one. */
function combined(outer: Place, inner: Place): Place {
  const [a, b, c, d] = outer;
  const [x, y] = placed([inner[4], inner[5]], outer);
  return [a * inner[0] + c * inner[1], b * inner[0] + d * inner[1], a * inner[2] + c * inner[3], b * inner[2] + d * inner[3], x, y];
}

const RADIAN = Math.PI / 180;

/** Whether an entity is a face or a body of space: a polyline of the kinds mesh (16) and polyface (64) too. */
export const isBody = (entity: DxfEntity): boolean =>
  /^(3DFACE|3DSOLID|MESH|BODY|SURFACE)$/.test(entity.type) || (entity.type === 'POLYLINE' && (figure(entity, 70) & 80) !== 0);

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
      if (isBody(e)) return null;
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
  const turn = 4 * atan2(bulge, 1);
  const chord = Math.hypot(bx - ax, by - ay);
  const radius = chord / 2 / sin(Math.abs(turn) / 2);
  const rise = chord / 2 / tan(turn / 2);
  const centre: Vec2 = [(ax + bx) / 2 - ((by - ay) / chord) * rise, (ay + by) / 2 + ((bx - ax) / chord) * rise];
  const points = arc(centre, radius, atan2(ay - centre[1], ax - centre[0]), turn);
  points[0] = [ax, ay];
  points[points.length - 1] = [bx, by];
  return points;
}
