import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { namesOf } from '../drafting/drawing-names';
import { STANDARD } from '../drafting/standard/shipped-standard';
import { style } from '../drafting/style-drawing';
import { pdfContent } from '../testing/pdf-content';
import { box, modelOf, spun } from '../testing/solids';
import { drawModel, frameSight } from '../testing/views';
import { writeDxf } from './dxf';
import { writePdf } from './pdf';
import { writeSvg } from './svg';

/*
 * Soft insulation of 2 × 0.2 m at 1:20, turned: 20 strokes of 5 mm and as many half circles of 2.5 mm in radius, two of them as quarters at
 * the ends: 20 (5 + 2.5 π) mm on paper.
 */
const model = modelOf([{ solid: spun(box([0, 0, 0], [2, 0.2, 1]), 23) }]);
const sight = { ...frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5]), kind: 'section' as const };
const drawing = drawModel(model, sight);
const fills = [{ layer: 'FILL', weight: 0.13, colour: 7, pattern: 'wave', pitch: 0.5 }, { layer: 'X', weight: 0.13, colour: 7, pattern: 'none' }] as const; // prettier-ignore
const graphic = style(drawing, namesOf(model, drawing), sight, { ...STANDARD, layersArePens: false, fills }, 20);
const WHOLE = 20 * (5 + 2.5 * Math.PI);

/** Length of a path of corners with bulges: an arc of angle 4 atan b has the radius c (1 + b²) / 4 b (DXF Reference, group 42). */
const lengthOf = (path: readonly (readonly [number, number, number])[]) =>
  path.slice(1).reduce((sum, [x, y], i) => {
    const [a, b, bulge] = path[i]!;
    const chord = Math.hypot(x - a, y - b);
    return sum + (bulge ? ((chord * (1 + bulge * bulge)) / Math.abs(4 * bulge)) * 4 * Math.atan(Math.abs(bulge)) : chord);
  }, 0);

it('a wave is one line with its arcs, from end to end within its face', () => {
  const { line } = graphic.fills[0]!.tile!;
  const path = Array.from({ length: line!.length / 3 }, (_, i) => [line![i * 3]!, line![i * 3 + 1]!, line![i * 3 + 2]!] as const);
  expect(lengthOf(path)).toBeCloseTo(WHOLE, 3);
  const [c, s] = [Math.cos((23 * Math.PI) / 180), Math.sin((23 * Math.PI) / 180)];
  for (const [x, y] of path) {
    expect(Math.abs((x * c + y * s) / 50 - 1)).toBeLessThan(1 + 1e-6);
    expect(Math.abs((y * c - x * s) / 50 - 0.1)).toBeLessThan(0.1 + 1e-6);
  }
});

it('it leaves so in an SVG and a PDF; a hatch of a DXF has no arcs in its pattern, and stays a hatch', async () => {
  expect(writeSvg(graphic)).toMatch(/<pattern [^]*A2\.5 2\.5 0 0 0 /);
  const fonts = [new Uint8Array(readFileSync('lettering/national-park-latin-400.ttf'))];
  // 19 half circles in eight curves each, and a quarter at either end in four
  const curves = pdfContent(await writePdf([graphic], { fonts, title: 'T' })).match(/ c$/gm);
  expect(curves!.length).toBeGreaterThanOrEqual(19 * 8 + 2 * 4);
  expect(writeDxf(graphic)).toMatch(/\nHATCH\r?\n/);
});
