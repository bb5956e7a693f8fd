import { beforeAll, describe, expect, it } from 'vitest';
import { STANDARD } from '../../core/drafting/standard/shipped-standard';
import { published } from '../../core/testing/published';
import { box, modelOf } from '../../core/testing/solids';
import { frameSight } from '../../core/testing/views';
import { paint, type PaintView } from './paint';

/** Node has no paths: one that knows its points. */
class Way {
  static count = 0;
  readonly points: [number, number][] = [];
  constructor() {
    Way.count++;
  }
  moveTo(x: number, y: number) {
    this.points.push([x, y]);
  }
  lineTo(x: number, y: number) {
    this.points.push([x, y]);
  }
  ellipse(x: number, y: number) {
    this.points.push([x, y]);
  }
}
beforeAll(() => void Object.assign(globalThis, { Path2D: Way }));

/** A context that writes down what is asked of it: strokes with pen and points, fills, texts. */
function recorder() {
  const strokes: { width: number; colour: string; dash: readonly number[]; points: [number, number][] }[] = [];
  const fills: string[] = [];
  const texts: { words: string; font: string; align: string; at: readonly [number, number] }[] = [];
  let points: [number, number][] = [];
  let dash: readonly number[] = [];
  let origin: readonly [number, number] = [0, 0];
  const own = {
    lineWidth: 1,
    strokeStyle: '',
    fillStyle: '',
    font: '',
    textAlign: '',
    lineCap: '',
    lineJoin: '',
    globalAlpha: 1,
    beginPath: () => (points = []),
    moveTo: (x: number, y: number) => points.push([x, y]),
    lineTo: (x: number, y: number) => points.push([x, y]),
    ellipse: (x: number, y: number) => points.push([x, y]),
    closePath: () => undefined,
    clip: () => undefined,
    save: () => undefined,
    restore: () => (origin = [0, 0]),
    rotate: () => undefined,
    translate: (x: number, y: number) => (origin = [x, y]),
    setLineDash: (next: readonly number[]) => (dash = next),
    fill: () => fills.push(own.fillStyle),
    fillRect: () => fills.push(own.fillStyle),
    stroke: (way?: Way) => strokes.push({ width: own.lineWidth, colour: own.strokeStyle, dash, points: [...(way?.points ?? points)] }),
    fillText: (words: string) => texts.push({ words, font: own.font, align: own.textAlign, at: origin }),
  };
  return { context: own as unknown as CanvasRenderingContext2D, strokes, fills, texts };
}

const wall = modelOf([{ solid: box([0, 0, 0], [4, 0.3, 2.5]), material: 'Brick', class: 'Wall', name: 'W1' }]);
const section = frameSight([0, 1, 0], [0, 0, 1], [0, 0.15, 0], { number: 'S-01', name: 'Through the wall' });
/** Forty pixels a metre, y down, at 1:50: a millimetre of paper is two pixels. */
const view: PaintView = { matrix: [40, 0, 0, -40, 100, 200], pixelsPerMm: 2, scale: 50, width: 400, height: 300, wash: '#F9EDEC' };

describe('painting', () => {
  it('with other weights traces no line anew; another view, or a line with another pen, does', () => {
    const drawn = published(wall, section, { scale: 50 });
    const { context, strokes } = recorder();
    paint(context, drawn, view);
    const [traced, first] = [Way.count, strokes.map(({ points }) => points)];
    const heavy = { ...drawn, pens: drawn.pens.map((pen) => ({ ...pen, weight: pen.weight * 2 })) };
    strokes.length = 0;
    paint(context, heavy, view);
    expect(Way.count).toBe(traced);
    expect(strokes.map(({ points }) => points)).toEqual(first);
    expect(Math.max(...strokes.map(({ width }) => width))).toBe(2);
    paint(context, { ...heavy, linePen: heavy.linePen.map((pen, l) => (l ? pen : (pen + 1) % heavy.pens.length)) }, view);
    expect(Way.count).toBeGreaterThan(traced);
    const again = Way.count;
    paint(context, heavy, { ...view, matrix: [80, 0, 0, -80, 100, 200] });
    expect(Way.count).toBeGreaterThan(again);
  });

  it('strokes the cut of a wall where it lies, as wide as its pen is on paper, over its wash and its hatch', () => {
    const { context, strokes, fills } = recorder();
    paint(context, published(wall, section, { scale: 50 }), view);
    const cut = strokes.find(({ width }) => width === 0.5 * 2)!;
    const [x, y] = [cut.points.map(([px]) => px), cut.points.map(([, py]) => py)];
    expect([Math.min(...x), Math.max(...x), Math.min(...y), Math.max(...y)]).toEqual([100, 260, 100, 200]);
    expect(fills[0]).toBe('#F9EDEC');
    // the hatch comes before all lines, which come from fine to heavy
    const hatch = strokes.findIndex(({ colour }) => colour === '#7C5A50');
    expect(hatch).toBeGreaterThanOrEqual(0);
    expect(hatch).toBeLessThan(strokes.indexOf(cut));
    expect(strokes.indexOf(cut)).toBe(strokes.length - 1);
  });

  it('lets what is put on late stand on its place at its height, and dashes run by paper millimetres', () => {
    const { context, strokes, texts } = recorder();
    const model = { ...wall, storeys: [{ name: 'Quay', elevation: 1 }], grid: [{ tag: 'A', from: [1, -9, 0], to: [1, 9, 0] } as const] };
    const graphic = published(model, section, { scale: 50, title: true });
    paint(context, graphic, view);
    expect(texts.map(({ words }) => words)).toEqual(['+1.000', 'Quay', 'A', 'S-01 Through the wall', '1:50']);
    // capitals of 2.5 mm are five pixels high, whatever font stands in
    const size = Number(/^([\d.]+)px/.exec(texts[0]!.font)![1]);
    expect(size * 0.7).toBeCloseTo(5, 9);
    expect(texts[2]).toMatchObject({ align: 'center', at: [140, expect.any(Number) as number] });
    const chain = STANDARD.lineTypes['chain']!.map((mm) => Math.abs(mm) * 2);
    expect(strokes.find(({ dash }) => dash.length)!.dash).toEqual(chain);
  });

  it('paints nothing of a region that is out of sight', () => {
    const { context, fills } = recorder();
    paint(context, published(wall, section, { scale: 50 }), { ...view, matrix: [40, 0, 0, -40, 1000, 200] });
    expect(fills).toEqual([]);
  });
});
