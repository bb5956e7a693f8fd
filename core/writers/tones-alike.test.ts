import { expect, it } from 'vitest';
import { ON_FACES } from '../drafting/faces-on-paper';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import { inLook } from '../drafting/standard/standard';
import { facesOf } from '../faces-of';
import { faceContains, type Face } from '../geometry/rings';
import { prepare } from '../scene/prepare';
import { published } from '../testing/published';
import { box, modelOf, polygon, prism } from '../testing/solids';
import { drawModel, ISO } from '../testing/views';
import { writeDxf } from './dxf';
import { writeSvg } from './svg';

/*
 * A tinted isometric with shadows as two readers paint it: the solid areas of the SVG and of the DXF, in the order in which they stand, over
 * white paper, at a raster of places. DXF by its published reference: 420 a true colour, 440 a transparency (the low byte how opaque), 91 and
 * 93 the numbers of loops and of their corners.
 */
interface Area {
  readonly face: Face;
  readonly colour: number;
  readonly opacity: number;
}

function areasOfSvg(svg: string): Area[] {
  return [...svg.matchAll(/<path fill="#([0-9A-F]{6})"([^>]*) d="([^"]*)"/g)].map(([, colour, more, d]) => ({
    colour: parseInt(colour!, 16),
    opacity: Number(/fill-opacity="([^"]*)"/.exec(more!)?.[1] ?? 1),
    face: d!.split('Z').filter(Boolean).map((ring) => Float64Array.from(ring.match(/-?[\d.]+/g)!, Number)), // prettier-ignore
  }));
}

function areasOfDxf(dxf: string): Area[] {
  const tags = dxf.split(/\r?\n/);
  const pairs = Array.from({ length: tags.length >> 1 }, (_, i) => [Number(tags[i * 2]), tags[i * 2 + 1]!] as const);
  const layers = new Map<string, number>();
  const records = pairs.flatMap(([code], i) => (code === 0 ? [i] : [])).map((from, k, all) => pairs.slice(from, all[k + 1]));
  const first = (record: typeof pairs, code: number) => record.find(([own]) => own === code)?.[1];
  for (const record of records) if (record[0]![1] === 'LAYER') layers.set(first(record, 2)!, Number(first(record, 420) ?? 0));
  return records
    .filter((record) => record[0]![1] === 'HATCH' && first(record, 70) === '1')
    .map((record) => {
      const face: number[][] = [];
      let isIn = false;
      for (const [code, value] of record) {
        if (code === 93) {
          isIn = true;
          face.push([]);
        }
        if (code === 97 || code === 75) isIn = false;
        else if (isIn && (code === 10 || code === 20)) face.at(-1)!.push(Number(value));
      }
      const transparency = first(record, 440);
      return {
        colour: Number(first(record, 420) ?? layers.get(first(record, 8)!)),
        opacity: transparency === undefined ? 1 : (Number(transparency) & 255) / 255,
        face: face.map((ring) => Float64Array.from(ring)),
      };
    });
}

/** The colour at a place, over white. */
function colourAt(areas: readonly Area[], x: number, y: number): readonly number[] {
  let on = [255, 255, 255];
  for (const { face, colour, opacity } of areas)
    if (faceContains(face, x, y)) on = on.map((own, k) => own + (((colour >> (16 - 8 * k)) & 255) - own) * opacity);
  return on;
}

it('tones and shadows are the same picture in SVG and in DXF', () => {
  const model = modelOf([
    { solid: box([0, 0, 0], [3, 0.3, 1.5]), class: 'Wall', material: 'Brick', name: 'wall' },
    { solid: prism(polygon(1.2, -1, 0.3, 12), 0, 0.9), class: 'Column', material: 'Steel', name: 'column' },
    { solid: box([-1, -2, -0.1], [5, 4, 0.1]), class: 'Slab', material: 'Concrete', name: 'slab' },
    { solid: box([2, -0.9, 0], [0.6, 0.02, 1]), class: 'Window', material: 'Glass', name: 'pane' },
  ]);
  const drawing = { ...drawModel(model, ISO), seen: facesOf(model, prepare(model), ISO, { azimuth: 200, height: 40 }) };
  const graphic = published(model, ISO, { drawing, standard: inLook(SHIPPED, 'presentation')!, onFaces: ON_FACES });
  const svg = areasOfSvg(writeSvg(graphic));
  const dxf = areasOfDxf(writeDxf(graphic));
  expect(dxf.length).toBe(svg.length);
  // both lie where the drawing does: millimetres of paper downwards, and of the model upwards
  const corners = (areas: readonly Area[], k: number) =>
    areas.flatMap(({ face }) => face.flatMap((ring) => [...ring].filter((_, i) => i % 2 === k)));
  const [left, top] = [Math.min(...corners(svg, 0)), Math.min(...corners(svg, 1))];
  const [right, bottom] = [Math.max(...corners(svg, 0)), Math.max(...corners(svg, 1))];
  const [u0, v1] = [Math.min(...corners(dxf, 0)), Math.max(...corners(dxf, 1))];
  const told = new Set<string>();
  let apart = 0,
    inked = 0;
  const N = 160;
  for (let i = 0; i < N; i++)
    for (let j = 0; j < N; j++) {
      const [x, y] = [left + ((right - left) * (i + 0.37)) / N, top + ((bottom - top) * (j + 0.41)) / N];
      const [a, b] = [colourAt(svg, x, y), colourAt(dxf, u0 + (x - left) * 50, v1 - (y - top) * 50)];
      told.add(a.map(Math.round).join());
      if (a[0]! < 255) inked++;
      if (a.some((own, k) => Math.abs(own - b[k]!) > 1.5)) apart++;
    }
  expect(told.size).toBeGreaterThan(8);
  expect(inked).toBeGreaterThan(N * N * 0.3);
  expect(apart / inked).toBeLessThan(0.001);
});
