import { describe, expect, it } from 'vitest';
import { Growing } from '../../geometry/growing';
import { patternLines } from '../../geometry/pattern-line';
import { faceArea, intersection, type Face } from '../../geometry/polygons';
import { cos, sin } from '../../geometry/numbers/trigonometry';
import { box, modelOf, prism } from '../../testing/solids';
import { drawModel, frameSight, FRONT } from '../../testing/views';
import { namesOf } from '../drawing-names';
import type { Graphic } from '../graphic';
import { STANDARD } from '../standard/shipped-standard';
import type { FillRule, Standard } from '../standard/standard';
import { style } from '../style-drawing';
import { bandsOf, inBands, wavePattern } from './wave';

const SCALE = 20;
const plain = { layer: 'FILL', weight: 0.13, colour: 7 } as const;
const office = (...fills: Partial<FillRule>[]): Standard => ({ ...STANDARD, layersArePens: false, tellApart: false, fills: [...fills.map((f) => ({ ...plain, pattern: 'slanted', ...f })), { ...plain, pattern: 'none' }] }); // prettier-ignore
const cutOf = (pieces: Parameters<typeof modelOf>[0], standard: Standard, scale = SCALE): Graphic => {
  const model = modelOf(pieces);
  const sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' as const };
  const drawing = drawModel(model, sight);
  return style(drawing, namesOf(model, drawing), sight, standard, scale);
};
const lengthIn = (face: Face, lines: readonly Parameters<typeof patternLines>[0][], scale = SCALE): number => {
  const paper = face.map((ring) => ring.map((x) => (x * 1000) / scale));
  const found = new Growing((n) => new Float64Array(n));
  for (const line of lines) patternLines(line, paper, found);
  const pieces = found.view();
  let sum = 0;
  for (let i = 0; i < pieces.length; i += 4) sum += Math.hypot(pieces[i + 2]! - pieces[i]!, pieces[i + 3]! - pieces[i + 1]!);
  return sum;
};
const turned = (points: readonly [number, number][], degrees: number): Float64Array => {
  const [c, s] = [cos((degrees * Math.PI) / 180), sin((degrees * Math.PI) / 180)];
  return Float64Array.from(points.flatMap(([u, v]) => [3 + u * c - v * s, 7 + u * s + v * c]));
};

describe('a wave', () => {
  it('is as long as whole strokes and half circles are, however its band lies', () => {
    for (const degrees of [0, 90, 37, -160]) {
      const face = [turned([[0, 0], [2, 0], [2, 0.2], [0, 0.2]], degrees)]; // prettier-ignore
      const bands = bandsOf(face);
      expect(bands).toHaveLength(1);
      expect(bands[0]!.thickness).toBeCloseTo(0.2, 9);
      const { lines, tile } = wavePattern(bands[0]!, 0.5, SCALE);
      // 20 steps of 0.1 m are 5 mm on paper; each a straight of 10 - 5 and half a circle of 2.5 in its chords
      const chords = (lines.length - 1) / 2;
      const half = chords * 2 * 2.5 * sin(Math.PI / 2 / chords);
      expect(tile.width).toBeCloseTo(10, 9);
      expect(lengthIn(face, lines)).toBeCloseTo(20 * (5 + half), 5);
      expect(half / (Math.PI * 2.5)).toBeGreaterThan(0.99);
    }
  });

  it('has a band for each arm round a corner; they share no place, and the pieces are the face', () => {
    const face = [turned([[0, 0], [3, 0], [3, 0.2], [0.2, 0.2], [0.2, 2], [0, 2]], 10)]; // prettier-ignore
    const bands = bandsOf(face);
    expect(bands.map(({ length }) => length.toFixed(6))).toEqual(['3.000000', '1.800000']);
    const pieces = inBands(face, bands).map((piece) => piece.face);
    expect(pieces.reduce((sum, own) => sum + faceArea(own), 0)).toBeCloseTo(faceArea(face), 5);
    expect(intersection(pieces[0]!, pieces[1]!).reduce((sum, own) => sum + faceArea(own), 0)).toBeCloseTo(0, 9);
    // all round an opening there are four
    const ring = [turned([[0, 0], [3, 0], [3, 2], [0, 2]], 0), turned([[0.2, 0.2], [0.2, 1.8], [2.8, 1.8], [2.8, 0.2]], 0)]; // prettier-ignore
    expect(bandsOf(ring).reduce((sum, { length }) => sum + length, 0)).toBeCloseTo(3 + 3 + 1.6 + 1.6, 6);
  });

  it('gives way to another pattern in what is no band, and to a solid in what is thin on paper', () => {
    const rule = { pattern: 'wave', elsewhere: 'zigzag', solidBelow: 1 };
    const of = (height: number, width: number) => cutOf([{ solid: box([0, 0, 0], [width, 1, height]) }], office(rule)).fills[0]!;
    expect(of(0.2, 2)).toMatchObject({ pattern: 'wave' });
    expect(of(0.015, 2)).toMatchObject({ pattern: 'solid', lines: null });
    const triangle = modelOf([{ solid: prism([[0, 0], [2, 0], [1, 1]], 0, 2) }]); // prettier-ignore
    const sight = { ...frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1]), kind: 'section' as const };
    const drawing = drawModel(triangle, sight);
    expect(style(drawing, namesOf(triangle, drawing), sight, office(rule), SCALE).fills[0]).toMatchObject({ pattern: 'zigzag' });
  });
});

describe('a pattern', () => {
  it('has lengths of paper or of the model, and may follow the long side of its face', () => {
    const [one] = STANDARD.patterns['slanted']!;
    const of = (how: Partial<FillRule>, scale = SCALE) => cutOf([{ solid: box([1, 0, 0], [0.1, 1, 3]) }], office(how), scale).fills[0]!.lines![0]!; // prettier-ignore
    expect(of({})).toEqual(one);
    expect(of({ size: 'model' }).offset[1]).toBeCloseTo(one!.offset[1] / SCALE, 12);
    const along = of({ along: 'long side' });
    expect(along.angle).toBeCloseTo(135, 9);
    expect([along.offset[0], along.offset[1]]).toEqual([expect.closeTo(-1.6, 9), expect.closeTo(0, 9)]);
    // it counts from a corner of the face
    expect(along.origin.map((x) => (x * SCALE) / 1000)).toEqual([expect.closeTo(1, 9), expect.closeTo(3, 9)]);
  });

  it('runs on through faces of one material, and is another where those of another one touch', () => {
    const piece = (x: number, material: string) => ({ solid: box([x, 0, 0], [1, 1, 1]), material });
    const { fills, names, drawing } = cutOf([piece(0, 'brick'), piece(1, 'masonry'), piece(2, 'brick soft'), piece(5, 'masonry')], { ...office({}), tellApart: true }); // prettier-ignore
    const of = (material: string) => drawing.regions.flatMap((r, i) => (names.materials[r.material] === material ? [fills[i]!.lines![0]!] : [])); // prettier-ignore
    expect(of('brick')[0]!.angle).toBe(45);
    expect(of('masonry').map(({ angle }) => angle)).toEqual([-45, -45]);
    expect(of('brick soft')[0]).toMatchObject({ angle: 45, origin: [0, 0] });
    const alone = cutOf([piece(0, 'brick'), piece(1, 'masonry')], office({}));
    expect(alone.fills.map((fill) => fill!.lines![0]!.angle)).toEqual([45, 45]);
  });
});

describe('rules', () => {
  it('are counted by what they catch, also what they leave out; each line and region knows its own', () => {
    const lines = STANDARD.lines.map((rule) => (rule.role === 'edge' ? { ...rule, drawn: false } : rule));
    const model = modelOf([
      { solid: box([0, 0, 0], [2, 1, 1]) },
      { solid: box([0, 2, 0], [2, 1, 2]) },
      { solid: box([0, 0, 1], [1, 1, 1]) },
    ]);
    const sight = { ...FRONT, kind: 'section' as const };
    const drawing = drawModel(model, sight);
    const { caught, ...graphic } = style(drawing, namesOf(model, drawing), sight, { ...STANDARD, lines }, SCALE);
    expect([...caught.lines].reduce((a, b) => a + b)).toBe(drawing.lineRole.length);
    const edge = lines.findIndex((rule) => rule.role === 'edge');
    expect(graphic.drawing.lineRole.length).toBe(drawing.lineRole.length - caught.lines[edge]!);
    caught.line.forEach((rule, l) => expect(lines[rule]!.layer).toBe(graphic.layers[graphic.lineLayer[l]!]!.name));
  });

  it('go by a word of the name, a named set, and the layer of a build-up', () => {
    const fills = (rule: Partial<FillRule>, sets: readonly { name: string; elements: string[] }[] = []) => {
      const model = modelOf([{ solid: box([0, 0, 0], [1, 1, 1]) }, { solid: box([3, 0, 0], [1, 1, 1]) }]);
      const sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' as const };
      const drawing = drawModel(model, sight);
      const names = namesOf(model, drawing);
      const elements = new Map([...names.elements].map(([e, own]) => [e, { ...own, name: own.id === 'e0' ? 'Garden wall 3' : 'Pier', buildUp: own.id === 'e0' ? [7, -1] : [-1] }])); // prettier-ignore
      const styled = style(drawing, { ...names, elements }, sight, office(rule), SCALE, { sets });
      return styled.drawing.regions.map(({ elements: [e] }, r) => [elements.get(e!)!.id, styled.fills[r]?.pattern ?? 'none']).sort();
    };
    expect(fills({ name: 'garden' })).toEqual([['e0', 'slanted'], ['e1', 'none']]); // prettier-ignore
    expect(fills({ set: 'piers' }, [{ name: 'Piers', elements: ['e1'] }])).toEqual([['e0', 'none'], ['e1', 'slanted']]); // prettier-ignore
    expect(fills({ buildUpLayer: 2 })).toEqual([['e0', 'slanted'], ['e1', 'none']]); // prettier-ignore
  });
});
