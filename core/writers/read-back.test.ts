import { DxfParser } from 'dxf-json';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fillGroups, type Graphic } from '../drafting/graphic';
import { faceArea } from '../geometry/rings';
import { linePoints } from '../linework/drawing';
import { EVERY_SIGHT, gridScene, MORE, oddScene } from '../testing/scenes';
import { modelOf } from '../testing/solids';
import { published } from '../testing/published';
import { writeDxf } from './dxf';
import { writeSvg } from './svg';
import { often } from '../testing/often';

/*
 * What is written is read back, and measured: lengths by layer and areas of fills, for random drawings of every kind of sight.
 */
const SCALE = 20;

interface Corner {
  readonly x: number;
  readonly y: number;
  readonly bulge?: number;
}
interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly startPoint: Corner;
  readonly endPoint: Corner;
  readonly vertices: readonly Corner[];
  readonly flag: number;
  readonly radius: number;
  readonly startAngle: number;
  readonly endAngle: number;
  readonly majorAxisEndPoint: Corner;
  readonly axisRatio: number;
  readonly boundaryPaths: readonly { readonly vertices: readonly Corner[] }[];
}

const pathLength = (points: readonly Corner[]) =>
  points.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y), 0);

/** Length along an ellipse from one parameter to another, counter-clockwise, by chords. */
function ellipseLength(a: number, b: number, from: number, to: number): number {
  const n = 2000;
  const turn = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
  return pathLength(
    Array.from({ length: n + 1 }, (_, k) => {
      const t = from + (turn * k) / n;
      return { x: a * Math.cos(t), y: b * Math.sin(t) };
    }),
  );
}

function entityLength(e: Entity): number {
  if (e.type === 'LINE') return pathLength([e.startPoint, e.endPoint]);
  if (e.type === 'LWPOLYLINE') return pathLength(e.flag & 1 ? [...e.vertices, e.vertices[0]!] : e.vertices);
  if (e.type === 'CIRCLE') return 2 * Math.PI * e.radius;
  if (e.type === 'ARC') return ellipseLength(e.radius, e.radius, (e.startAngle * Math.PI) / 180, (e.endAngle * Math.PI) / 180);
  const long = Math.hypot(e.majorAxisEndPoint.x, e.majorAxisEndPoint.y);
  return ellipseLength(long, long * e.axisRatio, e.startAngle, e.endAngle);
}

/** Area of a boundary whose sides may bulge: a bulge is the tangent of a quarter of its angle (as the DXF reference has it). */
function bulgedArea(vertices: readonly Corner[]): number {
  let area = 0;
  vertices.forEach(({ x, y, bulge = 0 }, i) => {
    const to = vertices[(i + 1) % vertices.length]!;
    const angle = 4 * Math.atan(bulge);
    const radius = bulge ? Math.hypot(to.x - x, to.y - y) / (2 * Math.sin(angle / 2)) : 0;
    area += (x * to.y - to.x * y) / 2 + (radius * radius * (angle - Math.sin(angle))) / 2;
  });
  return Math.abs(area);
}

/** Length of an SVG path of M, L, A and Z. Arcs by the conversion of SVG 2, implementation notes, B.2.4. */
function svgLength(d: string): number {
  let [sum, x, y, x0, y0] = [0, 0, 0, 0, 0];
  for (const [, command, figures] of d.matchAll(/([MLAZ])([^MLAZ]*)/g)) {
    const n = figures!
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const [u, v] = command === 'Z' ? [x0, y0] : (n.slice(-2) as [number, number]);
    if (command === 'A') sum += arcLength(x, y, u, v, n as never);
    else if (command === 'M') [x0, y0] = [u, v];
    else sum += Math.hypot(u - x, v - y);
    [x, y] = [u, v];
  }
  return sum;
}

function arcLength(
  x: number,
  y: number,
  u: number,
  v: number,
  [a, b, degrees, large, sweep]: [number, number, number, number, number],
): number {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const [px, py] = [(c * (x - u) + s * (y - v)) / 2, (-s * (x - u) + c * (y - v)) / 2];
  const left = Math.max(0, (a * a * b * b - a * a * py * py - b * b * px * px) / (a * a * py * py + b * b * px * px));
  const k = (large === sweep ? -1 : 1) * Math.sqrt(left);
  const [cx, cy] = [(k * a * py) / b, (-k * b * px) / a];
  const from = Math.atan2((py - cy) / b, (px - cx) / a);
  const to = Math.atan2((-py - cy) / b, (-px - cx) / a);
  return sweep ? ellipseLength(a, b, from, to) : ellipseLength(a, b, to, from);
}

/** Lengths by layer in millimetres of the model, from the drawing itself. */
function lengths({ drawing, lineLayer, layers }: Graphic): Map<string, number> {
  const out = new Map<string, number>();
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const p = linePoints(drawing, l, 1e-8);
    const name = layers[lineLayer[l]!]!.name;
    let sum = out.get(name) ?? 0;
    for (let i = 2; i < p.length; i += 2) sum += 1000 * Math.hypot(p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!);
    out.set(name, sum);
  }
  return out;
}

const random = (check: (styled: Graphic) => void) =>
  fc.assert(
    fc.property(fc.oneof(gridScene, oddScene), fc.constantFrom(...EVERY_SIGHT), fc.constantFrom(...MORE), (pieces, view, more) => {
      const model = modelOf(pieces);
      const sight = { ...view, ...more };
      check(published(model, sight, { scale: SCALE }));
    }),
    { seed: 17, numRuns: often(150) },
  );

/** To a part of a hundred thousand and a tenth of a millimetre: coordinates have five decimals. */
const close = (got: number, expected: number, what: string) => expect(Math.abs(got - expected), what).toBeLessThan(0.1 + 1e-5 * expected);

describe('a random drawing', () => {
  it('is as long in each layer of the DXF as it was drawn, and its fills are as large as its cut faces', () => {
    random((styled) => {
      const { entities } = new DxfParser().parseSync(writeDxf(styled)) as unknown as { entities: Entity[] };
      const lines = entities.filter((e) => e.type !== 'HATCH');
      expect(lines).toHaveLength(styled.drawing.lineRole.length);
      for (const [layer, expected] of lengths(styled))
        close(
          lines.filter((e) => e.layer === layer).reduce((sum, e) => sum + entityLength(e), 0),
          expected,
          layer,
        );
      const { regions, regionCurves = [] } = styled.drawing;
      const filled = fillGroups(styled)
        .flatMap(({ regions: own }) => own)
        .map((r) => ({ region: regions[r]!, pieces: styled.fills[r]!.pieces?.length ?? 1, isStraight: !regionCurves[r]?.length }));
      const hatches = entities.filter((e) => e.type === 'HATCH');
      expect(hatches).toHaveLength(filled.reduce((sum, { pieces }) => sum + pieces, 0));
      const area = (h: Entity) => h.boundaryPaths.map(({ vertices }) => bulgedArea(vertices)).reduce((sum, a, k) => (k ? sum - a : a), 0);
      let next = 0;
      filled.forEach(({ region, pieces, isStraight }) => {
        const own = hatches.slice(next, (next += pieces));
        const [got, expected] = [own.reduce((sum, h) => sum + area(h), 0) / 1e6, faceArea(region.face)];
        // along its arcs a fill has the segments of the circle besides, or in a hole less
        if (isStraight) expect(got).toBeCloseTo(expected, 5);
        else expect(Math.abs(got - expected)).toBeLessThan(0.06 * expected + 1e-5);
      });
    });
  }, 120_000);

  it('is as long in each layer of the SVG, at its scale', () => {
    random((styled) => {
      const text = writeSvg(styled);
      const written = new Map<string, number>();
      for (const [, id, body] of text.matchAll(/<g id="([^"]*)" fill="none"[^>]*>(.*?)<\/g>/gs))
        for (const [, d] of body!.matchAll(/<path d="([^"]*)"/g)) written.set(id!, (written.get(id!) ?? 0) + svgLength(d!) * SCALE);
      for (const [layer, expected] of lengths(styled)) close(written.get(layer) ?? 0, expected, layer);
    });
  }, 120_000);
});
