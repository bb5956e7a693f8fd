import { readFileSync } from 'node:fs';
import { draw } from '../core/draw';
import { closeOutlines } from '../core/drafting/close-outlines';
import { STANDARD } from '../core/drafting/standard/shipped-standard';
import { publish } from '../core/publish';
import { publishable } from '../core/publishable';
import { prepare } from '../core/scene/prepare';
import type { Sight } from '../core/sights/sight';
import { writeDxf } from '../core/writers/dxf';
import { writeJson } from '../core/writers/json';
import { writePdf } from '../core/writers/pdf';
import { writeSvg } from '../core/writers/svg';
import { generateBuilding } from './generate';

export interface WriteRow {
  readonly name: string;
  readonly lines: number;
  /** Milliseconds. */
  readonly drawing: number;
  readonly took: number;
}

/**
 * What it costs to publish a drawing of some fifty thousand lines and to write it in each form, beside drawing it (on a prepared scene, one
 * thread). Styling, closed outlines, levels, grid lines and title are counted into each. Median of five. Prints one row a form as JSON.
 */
const model = {
  ...generateBuilding(Number(process.argv[2] ?? 1e6)),
  storeys: Array.from({ length: 12 }, (_, k) => ({ name: `Level ${k}`, elevation: k * 3 })),
  grid: Array.from({ length: 20 }, (_, k) => ({ tag: `${k + 1}`, from: [k * 3, -9, 0], to: [k * 3, 90, 0] }) as const),
};
const scene = prepare(model);
const fonts = ['lettering/national-park-latin-400.ttf', 'node_modules/pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'].map((path) => new Uint8Array(readFileSync(path))); // prettier-ignore
const sight: Sight = {
  kind: 'axonometric',
  number: 'X-01',
  name: 'All of it',
  frame: { origin: [0, 0, 0], look: [-1, 1, -1], up: [0, 0, 1], cut: false },
};
const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1]!;
const clock = async (work: () => unknown): Promise<number> => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};

const drawing = draw(model, scene, sight);
// levels and grid lines of the elevation, which has them, stand beside the lines of the isometric, which has many
const plain = { ...publishable(model, sight, drawing), landmarks: publishable(model, { ...sight, kind: 'elevation', frame: { ...sight.frame!, look: [0, 1, 0] } }, drawing).landmarks }; // prettier-ignore
const graphic = () => publish(plain, sight, { standard: STANDARD, scale: 100, close: closeOutlines });
const forms: readonly (readonly [string, () => unknown])[] = [
  ['published alone', graphic],
  ['DXF', () => writeDxf(graphic())],
  ['SVG', () => writeSvg(graphic())],
  ['PDF', () => writePdf([graphic()], { fonts, title: 'bench' })],
  ['JSON', () => writeJson(graphic())],
];
const drawn: number[] = [];
const took = forms.map((): number[] => []);
for (let round = 0; round < 5; round++) {
  drawn.push(await clock(() => draw(model, scene, sight)));
  for (const [k, [, work]] of forms.entries()) took[k]!.push(await clock(work));
}
forms.forEach(([name], k) => {
  const row: WriteRow = { name, lines: drawing.lineRole.length, drawing: median(drawn), took: median(took[k]!) };
  console.log(JSON.stringify(row));
});
