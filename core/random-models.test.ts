import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { deliver } from './deliver';
import { fillGroups, type Graphic } from './drafting/graphic';
import { SHIPPED } from './drafting/standard/shipped-standard';
import { inLook } from './drafting/standard/standard';
import { faceArea, intersection } from './geometry/polygons';
import { arcPoints } from './geometry/arcs/arc';
import { arcAt } from './linework/drawing';
import { publishable } from './publishable';
import { prepare } from './scene/prepare';
import { checkSight } from './sights/sight-schema';
import type { Sight } from './sights/sight';
import { often } from './testing/often';
import { pdfContent } from './testing/pdf-content';
import { box, modelOf, polygon, prism, spun, type Piece } from './testing/solids';
import { drawModel } from './testing/views';
import type { TouchUp } from './touch-ups/touch-up';
import { writeDxf } from './writers/dxf';
import { writePdf } from './writers/pdf';
import { writeSvg } from './writers/svg';

/*
 * Small models of any bodies, names and materials, in any look, cut off at limits, under masks, with and without a sun: what lies outside the
 * limits or under a mask is nothing, and SVG, PDF and DXF lay their fills over one another alike.
 */
const MATERIALS = ['Brick', 'Concrete C30/37', 'Mineral wool', 'Oak', 'Air gap', 'Waterproof concrete', 'Void former', 'Glas', '', '石材'];
const CLASSES = ['Wall', 'Slab', 'Window', 'Furniture', 'Column', 'Roof'];
const size = fc.integer({ min: 2, max: 30 }).map((n) => n / 10);
const place = fc.integer({ min: -30, max: 30 }).map((n) => n / 10);
const piece = fc
  .tuple(
    fc.tuple(place, place, place),
    fc.tuple(size, size, size),
    fc.constantFrom(...MATERIALS),
    fc.constantFrom(...CLASSES),
    fc.string({ maxLength: 12 }),
    fc.constantFrom(0, 17, 45),
    fc.boolean(),
  ) // prettier-ignore
  .map(([[x, y, z], [w, d, h], material, className, name, turn, isRound]): Piece => {
    const solid = isRound ? prism(polygon(x, y, w / 2, 24), z, z + h) : spun(box([x, y, z], [w, d, h]), turn);
    return { solid, class: className, name, ...(material && { material }) };
  });
const LOOKS: readonly Partial<Sight>[] = [
  { kind: 'section', frame: { origin: [0, 0.05, 0], look: [0, 1, 0], up: [0, 0, 1], cut: true } },
  { kind: 'plan', frame: { origin: [0, 0, 0.55], look: [0, 0, -1], up: [0, 1, 0], cut: true } },
  { kind: 'elevation', frame: { origin: [0, -9, 0], look: [0, 1, 0], up: [0, 0, 1], cut: false } },
  { kind: 'axonometric', frame: { origin: [0, 0, 0], look: [-1, 1, -1], up: [0, 0, 1], cut: false } },
];
const edge = fc.integer({ min: 3, max: 25 }).map((n) => n / 10 + 0.0137);
const limits = fc.tuple(edge, edge, edge, edge).map(([left, right, bottom, top]) => ({ left: -left, right, bottom: -bottom, top }));
const mask = fc.tuple(place, place, size, size);

const fonts = ['lettering/national-park-latin-400.ttf', 'node_modules/pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'].map((path) => new Uint8Array(readFileSync(path))); // prettier-ignore
/** What of rings may lie where nothing is: the grid of the polygon kernel along their sides, square metres. */
const HAIR = 2e-5;

const rectangle = (u0: number, v0: number, u1: number, v1: number) => Float64Array.of(u0, v0, u1, v0, u1, v1, u0, v1);
const covered = (graphic: Graphic, ring: Float64Array) =>
  graphic.drawing.regions.reduce((sum, { face }, r) => sum + (graphic.fills[r] ? intersection(face, [ring]).reduce((all, own) => all + faceArea(own), 0) : 0), 0); // prettier-ignore

function* pointsOf({ drawing }: Graphic): Generator<readonly [u: number, v: number]> {
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const arc = drawing.lineArc[l]!;
    const points = arc >= 0 ? arcPoints(arcAt(drawing, arc), 1e-4) : drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2); // prettier-ignore
    for (let i = 0; i < points.length; i += 2) yield [points[i]!, points[i + 1]!];
  }
  for (const { face } of drawing.regions) for (const ring of face) for (let i = 0; i < ring.length; i += 2) yield [ring[i]!, ring[i + 1]!];
}

/** The layers of fills in the order in which they lie over one another, each once where it follows itself. */
async function ordersOf(graphic: Graphic): Promise<Record<'own' | 'svg' | 'dxf' | 'pdf', string[]>> {
  const once = (names: readonly string[]) => names.filter((name, i) => name !== names[i - 1]);
  const own = fillGroups(graphic).map(({ layer }) => graphic.layers[layer]!.name);
  const svg = [...writeSvg(graphic).matchAll(/<g id="([^"]+)" stroke="none">/g)].map(([, id]) => id!.replace(/ \(\d+\)$/, ''));
  const tags = writeDxf(graphic, { plain: true }).split(/\r?\n/);
  const dxf = tags.flatMap((tag, i) => (tag === 'HATCH' && tags[i - 1]!.trim() === '0' ? [tags[tags.indexOf('8', i) + 1]!] : []));
  // fills come before lines, each under the mark of its layer
  const content = pdfContent(await writePdf([graphic], { fonts, title: 'T' }));
  const pdf = [...content.matchAll(/\/OC \/L(\d+) BDC\n([^]*?)EMC/g)].filter(([, , body]) => /f\*|B\*|W\* n/.test(body!)).map(([, k]) => graphic.layers[Number(k)]!.name); // prettier-ignore
  return { own: once(own), svg: once(svg), dxf: once(dxf), pdf: once(pdf) };
}

it('what lies outside the limits or under a mask is nothing, and every file lays its fills in the same order', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(piece, { minLength: 1, maxLength: 6 }),
      fc.constantFrom(...LOOKS),
      limits,
      mask,
      fc.constantFrom('works', 'planning', 'presentation'),
      fc.boolean(), // prettier-ignore
      async (pieces, how, within, [mu, mv, mw, mh], look, hasSun) => {
        const model = modelOf(pieces);
        const sight = checkSight({ ...how, number: 'X-01', name: 'any', limits: within }, 'made');
        const ring = rectangle(mu, mv, mu + mw, mv + mh);
        const touchUps: TouchUp[] = [{ id: 'm', kind: 'mask', ring: [...ring] }];
        const { graphic } = deliver(model, prepare(model), sight, publishable(model, sight, drawModel(model, sight)), {
          ...{ standard: inLook(SHIPPED, look)!, scale: 50, touchUps, sun: hasSun ? { azimuth: 220, height: 35 } : null, title: false },
        });
        for (const [u, v] of pointsOf(graphic)) {
          expect(u).toBeGreaterThan(within.left - 2e-6);
          expect(u).toBeLessThan(within.right + 2e-6);
          expect(v).toBeGreaterThan(within.bottom - 2e-6);
          expect(v).toBeLessThan(within.top + 2e-6);
        }
        expect(covered(graphic, ring)).toBeLessThan(HAIR);
        const { own, ...others } = await ordersOf(graphic);
        for (const order of Object.values(others)) expect(order).toEqual(own);
      },
    ),
    { numRuns: often(40) },
  );
});
