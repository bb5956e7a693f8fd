import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import { DxfParser as DxfJsonParser } from 'dxf-json';
import { describe, expect, it } from 'vitest';
import { closeOutlines } from '../drafting/close-outlines';
import { faceArea } from '../geometry/rings';
import type { Drawing } from '../linework/drawing';
import { box, modelOf, polygon, prism, type Piece } from '../testing/solids';
import { published } from '../testing/published';
import { drawModel, frameSight, lengthOf, piecesOf } from '../testing/views';
import { writeDxf, type DxfOptions } from './dxf';
import { snapWeight } from './dxf-values';
import { writeJson } from './json';
import { writeSvg } from './svg';

const PIECES: Piece[] = [
  { solid: box([0, 0, 0], [2, 0.3, 2]), material: 'Brick', class: 'Wall', name: 'W1' },
  { solid: box([2, 0, 0], [0.3, 0.3, 2]), material: 'Concrete C30', class: 'Column', name: 'C1' },
  { solid: prism(polygon(1, 2, 0.5, 32), 0, 1), class: 'Tank <&> "ß"', name: 'Behälter' },
  { solid: box([0.5, 3, 0], [1, 1, 0.5]), material: 'Oak', class: 'Furniture' },
];
const model = modelOf(PIECES);
const sight = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1.2], { number: 'P-01', name: 'Grundriß; a/b', kind: 'plan', hidden: true });
const drawing = drawModel(model, sight);
const dxf = (options: DxfOptions = {}, scale = 50, from: Drawing = drawing) =>
  writeDxf(published(model, sight, { drawing: from, scale }), options);

interface DxfEntity {
  type: string;
  layer: string;
  vertices?: { x: number; y: number }[];
  center?: { x: number; y: number };
  radius?: number;
  shape?: boolean;
  isClosed?: boolean;
  flag?: number;
  startPoint?: { x: number; y: number };
  endPoint?: { x: number; y: number };
}

/** Length of all LINE and LWPOLYLINE entities as a parser gives them. */
function lengthIn(entities: readonly DxfEntity[]): number {
  let sum = 0;
  for (const e of entities) {
    const points = e.vertices ?? (e.startPoint && e.endPoint ? [e.startPoint, e.endPoint] : []);
    const closed = e.shape === true || (e.flag !== undefined && (e.flag & 1) === 1);
    if (e.type !== 'LINE' && e.type !== 'LWPOLYLINE') continue;
    const ring = closed ? [...points, points[0]!] : points;
    for (let i = 0; i + 1 < ring.length; i++) sum += Math.hypot(ring[i + 1]!.x - ring[i]!.x, ring[i + 1]!.y - ring[i]!.y);
  }
  return sum;
}
interface Bulged {
  readonly x: number;
  readonly y: number;
  readonly bulge?: number;
}

/** Area of a closed polyline with bulges: beside each chord the segment of a circle, whose bulge is the tangent of a quarter of its angle. */
function bulgedArea(v: readonly Bulged[]): number {
  const twice = v.map(({ x, y, bulge = 0 }, i) => {
    const next = v[(i + 1) % v.length]!;
    const angle = 4 * Math.atan(bulge);
    const radius = bulge ? Math.hypot(next.x - x, next.y - y) / 2 / Math.sin(angle / 2) : 0;
    return x * next.y - y * next.x + radius ** 2 * (angle - Math.sin(angle));
  });
  return twice.reduce((sum, x) => sum + x, 0) / 2;
}

const round = 2 * Math.PI * 0.5;
const straight = lengthOf(piecesOf(drawing, ['cut', 'outline', 'edge', 'hidden'])) - round;

describe('DXF', () => {
  it('is read back by two independent parsers with the same layers, lengths and circle', () => {
    const a = new DxfParser().parseSync(dxf())!;
    const b = new DxfJsonParser().parseSync(dxf());
    for (const entities of [a.entities, b.entities] as unknown as DxfEntity[][]) {
      expect(lengthIn(entities) / 1000).toBeCloseTo(straight, 3);
      const circle = entities.find((e) => e.type === 'CIRCLE')!;
      expect(circle.radius).toBeCloseTo(500, 6);
      expect(circle.center!.y).toBeCloseTo(2000, 6);
      expect(entities.some((e) => e.layer === '0')).toBe(false);
    }
    expect(a.header['$INSUNITS']).toBe(4);
    const layers = Object.keys(a.tables['layer']!['layers'] as object);
    for (const { layer } of a.entities) expect(layers).toContain(layer);
  });

  it('writes hatches whose rings have the areas of the regions, with spacing in paper millimetres', () => {
    type Hatch = DxfEntity & {
      boundaryPaths: { vertices: { x: number; y: number }[] }[];
      definitionLines?: { offset: { x: number; y: number } }[];
    };
    const hatches = (scale: number) =>
      new DxfJsonParser().parseSync(dxf({}, scale)).entities.filter((e) => e.type === 'HATCH') as unknown as Hatch[];
    const area = (h: Hatch) =>
      h.boundaryPaths.reduce(
        (sum, { vertices: v }) => sum + v.reduce((s, p, i) => s + p.x * v[(i + 1) % v.length]!.y - p.y * v[(i + 1) % v.length]!.x, 0) / 2,
        0,
      );
    const total = hatches(50).reduce((sum, h) => sum + area(h), 0) / 1e6;
    expect(total).toBeCloseTo(
      drawing.regions.reduce((sum, r) => sum + faceArea(r.face), 0),
      6,
    );
    const spacing = (scale: number) =>
      hatches(scale).flatMap((h) => (h.definitionLines ?? []).map((l) => Math.hypot(l.offset.x, l.offset.y)));
    expect(spacing(100).map((x) => Math.round(x * 1e6))).toEqual(spacing(50).map((x) => Math.round(2 * x * 1e6)));
  });

  it('writes the fill of something round with bulges, so that it ends on its arcs', () => {
    const tower = modelOf([{ solid: prism(polygon(1, 2, 0.5, 32), 0, 3), material: 'Brick', class: 'Wall', name: 'T' }]);
    for (const [view, expected] of [
      [sight, Math.PI * 0.25],
      [frameSight([1, 0, -1], [1, 0, 1], [1, 2, 1.5], { depth: 0 }), Math.PI * 0.25 * Math.SQRT2],
    ] as const) {
      const text = writeDxf(published(tower, view));
      const [hatch] = new DxfJsonParser().parseSync(text).entities.filter((e) => e.type === 'HATCH') as unknown as {
        boundaryPaths: { vertices: Bulged[] }[];
      }[];
      const [{ vertices: v }] = hatch!.boundaryPaths as [{ vertices: Bulged[] }];
      expect(bulgedArea(v) / 1e6).toBeCloseTo(expected, 3);
    }
  });

  it('writes a cut outline with arcs as one closed polyline, of the element that has most of it', () => {
    const end = Array.from({ length: 25 }, (_, k): [number, number] => [
      3 + 0.5 * Math.sin((k * Math.PI) / 24),
      0.5 - 0.5 * Math.cos((k * Math.PI) / 24),
    ]);
    const pier = modelOf([
      { solid: prism(end, 0, 3), material: 'Brick', class: 'Wall', name: 'round end' },
      { solid: box([0, 0, 0], [3, 1, 3]), material: 'Brick', class: 'Wall', name: 'pier' },
    ]);
    const styled = published(pier, sight, { close: closeOutlines });
    const cut = styled.layers.findIndex(({ name }) => /CUT/i.test(name));
    const entities = new DxfJsonParser().parseSync(writeDxf(styled)).entities as unknown as (DxfEntity & {
      vertices: Bulged[];
    })[];
    const [outline, ...more] = entities.filter(({ type, layer }) => type !== 'HATCH' && layer === styled.layers[cut]!.name);
    expect([outline!.type, outline!.flag! & 1, more.length]).toEqual(['LWPOLYLINE', 1, 0]);
    expect(Math.abs(bulgedArea(outline!.vertices)) / 1e6).toBeCloseTo(3 + Math.PI / 8, 4);
    expect(styled.rounds!.map(({ element, sides }) => [pier.elements[element]!.name, sides.length])).toEqual([['pier', 4]]);
    const path = /<path d="(M[^"]*A[^"]*Z)"\/>/.exec(writeSvg(styled))?.[1];
    expect(path?.match(/[MLAZ]/g)?.join('')).toBe('MAALLZ');
  });

  const python = ['/usr/bin/python3', 'python3'].find((name) => spawnSync(name, ['-c', 'import ezdxf']).status === 0);
  it.skipIf(!python)('passes the audit of ezdxf where that is installed: flat, as a block, in inches, plain', () => {
    const folder = mkdtempSync(join(tmpdir(), 'tarvex-dxf-'));
    try {
      for (const options of [{}, { block: true }, { unit: 'in' }, { plain: true }] as const) {
        const path = join(folder, 'a.dxf');
        writeFileSync(path, dxf(options));
        const script = 'import ezdxf,sys\nd=ezdxf.readfile(sys.argv[1])\na=d.audit()\nprint(len(a.errors),len(a.fixes),d.dxfversion)';
        expect(spawnSync(python!, ['-c', script, path], { encoding: 'utf8' }).stdout.trim()).toBe('0 0 AC1024');
      }
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  it('scales to its unit, snaps weights to those the format allows', () => {
    const inches = new DxfParser().parseSync(dxf({ unit: 'in' }))!;
    expect((inches.entities as unknown as DxfEntity[]).find((e) => e.type === 'CIRCLE')!.radius).toBeCloseTo(0.5 / 0.0254, 6);
    expect([0.13, 0.26, 0.5, 0.06, 3].map(snapWeight)).toEqual([13, 25, 50, 5, 211]);
  });

  it('has a handle of its own for each object, and a seed above them all', () => {
    const lines = dxf().split(/\r?\n/);
    const handles: string[] = [];
    for (let i = 0; i + 1 < lines.length; i += 2) if (lines[i]!.trim() === '5' || lines[i]!.trim() === '105') handles.push(lines[i + 1]!);
    const seed = handles.shift()!;
    expect(new Set(handles).size).toBe(handles.length);
    expect(Math.max(...handles.map((h) => parseInt(h, 16)))).toBeLessThan(parseInt(seed, 16));
  });
});

describe('provenance', () => {
  it('stands in the DXF as extended data of each entity, and not with the option plain', () => {
    const tags = dxf().split('\n');
    const at = tags.indexOf('Behälter');
    expect(tags.slice(at - 5, at + 6)).toEqual([
      '1001',
      'TARVEX',
      '1000',
      'outline',
      '1000',
      'Behälter',
      '1000',
      'Tank <&> "ß"',
      '1000',
      '',
      '1000',
    ]);
    expect(dxf({ plain: true })).not.toContain('1001\nTARVEX');
    expect(dxf({ plain: true }).length).toBeLessThan(dxf().length);
  });
  it('gives every entity a key of its own, the same in the next export: of another scale, in another order, with more beside it', () => {
    const keysOf = (text: string, types = /^(LINE|LWPOLYLINE|ARC|CIRCLE|ELLIPSE|HATCH|TEXT)$/) => {
      const rows = text.slice(text.indexOf('ENTITIES')).split('\n').slice(1);
      const out: string[] = [];
      for (let i = 0; i + 1 < rows.length; i += 2) {
        if (rows[i] === '0') out.push(`none of ${rows[i + 1]!}`);
        else if (rows[i] === '1000' && rows[i + 1]!.startsWith('KEY '))
          out.push(`${out.pop()!.replace('none of ', '')} ${rows[i + 1]!.slice(4)}`);
      }
      return out.filter((entity) => types.test(entity.replace('none of ', '').split(' ')[0]!));
    };
    const keys = keysOf(dxf());
    expect(keys.filter((key) => !/^[A-Z]+ [0-9a-f]{16}(-\d+)?$/.test(key))).toEqual([]);
    expect(new Set(keys).size).toBe(keys.length);
    const LINES = /^(LINE|LWPOLYLINE|ARC|CIRCLE|ELLIPSE)$/;
    const drawn = keysOf(dxf(), LINES);
    expect(drawn.length).toBeGreaterThan(4);
    const again = new Set(keysOf(dxf({ unit: 'm', version: 'R2018' }, 100), LINES));
    expect(drawn.filter((key) => !again.has(key))).toEqual([]);
    // another element comes first in the model, far from the others
    const more = modelOf([...PIECES, { solid: box([30, 30, 0], [1, 1, 1]), material: 'Oak', class: 'Furniture', name: 'A first' }]);
    const after = new Set(keysOf(writeDxf(published(more, sight, { drawing: drawModel(more, sight), scale: 50 }))));
    expect(drawn.filter((key) => !after.has(key))).toEqual([]);
  });
  it('stands in the JSON with class and material', () => {
    const { lines } = JSON.parse(writeJson(published(model, sight))) as { lines: Record<string, unknown>[] };
    expect(lines.find((line) => line['element'] === 'C1')).toMatchObject({ class: 'Column', material: 'Concrete C30' });
  });
});

describe('SVG', () => {
  const svg = writeSvg(published(model, sight));
  it('is a page in millimetres, one user unit each, with a group for each layer and plain stroke widths', () => {
    const [, width, height, box] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d. ]+)"/.exec(svg)!;
    expect(box).toBe(`${width} ${height}`);
    // The model is 2.3 m by 4 m: at 1:50 46 mm by 80 mm, with 10 mm of white round it.
    expect([Number(width), Number(height)].map((x) => Math.round(x * 100) / 100)).toEqual([66, 100]);
    expect(svg).toMatch(/stroke-width="0\.5"/);
    expect(svg).not.toMatch(/stroke-width="[\d.]+(mm|px)"/);
    expect(svg.match(/<g id="CUT/g)!.length).toBeGreaterThan(0);
  });
  it('escapes what has a meaning in XML', () => {
    expect(svg).toContain('Grundriß; a/b');
    expect(svg).not.toMatch(/<&>|"ß"/);
  });
});

describe('JSON', () => {
  it('has the stable form, and plain points with --flat', () => {
    const json = JSON.parse(writeJson(published(model, sight))) as Record<string, never> & {
      lines: Record<string, unknown>[];
      regions: { rings: number[][][] }[];
    };
    expect(json).toMatchObject({ format: 'tarvex-drawing', version: 1, unit: 'm', frame: { look: [0, 0, -1] } });
    const circle = json.lines.find((line) => line['arc'] && line['element'] === 'Behälter')!;
    expect(circle).toMatchObject({ role: 'outline', hidden: false, arc: { radius: expect.closeTo(0.5, 9) as number } });
    const flat = JSON.parse(writeJson(published(model, sight), { flat: true })) as typeof json;
    expect(flat.lines.every((line) => Array.isArray(line['points']) && !line['arc'])).toBe(true);
    expect(json.regions).toHaveLength(2);
    const [ring] = json.regions[0]!.rings;
    expect(ring![0]).not.toEqual(ring!.at(-1));
  });
});

it('gives the same bytes each time', () => {
  const again = drawModel(model, sight);
  expect(dxf({}, 50, again)).toBe(dxf());
  expect(writeJson(published(model, sight, { drawing: again }))).toBe(writeJson(published(model, sight)));
});
