import { expect, test, type Page } from '@playwright/test';
import { Helper } from 'dxf';
import { readFileSync } from 'node:fs';
import { download, readDemo } from './support';

/*
 * The same section on the screen, as SVG (drawn by Chromium's own engine), as PDF (by PDF.js) and as DXF (by a reader from the registry, which
 * draws lines only): their pictures are laid over one another. What is ink in one is ink in the other, within two pixels.
 */
test.use({ deviceScaleFactor: 3 });

/** Pixels of a picture, and which of them are ink; cropped to the ink and scaled to one width. */
interface Picture {
  readonly width: number;
  readonly height: number;
  readonly ink: readonly number[];
}
const WIDTH = 2400;
const FONT = 'lettering/national-park-latin-400.ttf';

/** A page of its own in which pictures are made; what it asks for is answered from here. */
async function studio(page: Page, files: Readonly<Record<string, Buffer | string>>): Promise<Page> {
  const own = await page.context().newPage();
  await own.route('http://pictures.test/**', (route) => {
    const path = new URL(route.request().url()).pathname.slice(1);
    if (path === '') return route.fulfill({ contentType: 'text/html', body: '<canvas></canvas>' });
    const body = path.startsWith('pdf.') ? readFileSync(`node_modules/pdfjs-dist/build/${path}`) : files[path];
    const contentType = path.endsWith('.mjs') ? 'text/javascript' : path.endsWith('.svg') ? 'image/svg+xml' : 'application/octet-stream';
    return body === undefined ? route.abort() : route.fulfill({ contentType, body });
  });
  await own.goto('http://pictures.test/');
  return own;
}

/** Draws a picture on a canvas and finds its ink. `url`: an image, or a PDF whose first page it is. */
const pictureOf = (page: Page, url: string): Promise<Picture> =>
  page.evaluate(
    async ([from, width]) => {
      const canvas = document.createElement('canvas');
      const paper = (w: number, h: number) => {
        [canvas.width, canvas.height] = [Math.round(w), Math.round(h)];
        const ctx = canvas.getContext('2d', { willReadFrequently: true })!;
        ctx.fillStyle = '#fff';
        ctx.fillRect(0, 0, canvas.width, canvas.height);
        return ctx;
      };
      if (from.endsWith('.pdf')) {
        const address = '/pdf.mjs';
        const pdf = (await import(address)) as typeof import('pdfjs-dist');
        pdf.GlobalWorkerOptions.workerSrc = '/pdf.worker.mjs';
        const sheet = await (await pdf.getDocument(from).promise).getPage(1);
        const viewport = sheet.getViewport({ scale: (width * 1.2) / sheet.getViewport({ scale: 1 }).width });
        await sheet.render({ canvasContext: paper(viewport.width, viewport.height), viewport }).promise;
      } else {
        const image = new Image();
        image.src = from;
        await image.decode();
        const scale = (width * 1.2) / image.width;
        paper(image.width * scale, image.height * scale).drawImage(image, 0, 0, image.width * scale, image.height * scale);
      }
      /** Box of what is darker than a light grey. */
      const inkOf = (data: Uint8ClampedArray) => {
        const out: number[] = [];
        for (let i = 0; i < data.length; i += 4) if (data[i]! + data[i + 1]! + data[i + 2]! < 700) out.push(i / 4);
        return out;
      };
      const whole = inkOf(canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height).data);
      let [x0, y0, x1, y1] = [Infinity, Infinity, 0, 0];
      for (const p of whole) {
        const [x, y] = [p % canvas.width, Math.floor(p / canvas.width)];
        [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
      }
      const cropped = document.createElement('canvas');
      [cropped.width, cropped.height] = [width, Math.round((width * (y1 - y0 + 1)) / (x1 - x0 + 1))];
      const ctx = cropped.getContext('2d')!;
      ctx.drawImage(canvas, x0, y0, x1 - x0 + 1, y1 - y0 + 1, 0, 0, cropped.width, cropped.height);
      return { width, height: cropped.height, ink: inkOf(ctx.getImageData(0, 0, cropped.width, cropped.height).data) };
    },
    [url, WIDTH] as const,
  );

/** The share of the ink of one picture that lies farther than `reach` pixels from any of the other. */
function apart(a: Picture, b: Picture, reach: number): number {
  const near = new Uint8Array(b.width * b.height);
  for (const p of b.ink) {
    const [x, y] = [p % b.width, Math.floor(p / b.width)];
    for (let v = Math.max(0, y - reach); v <= Math.min(b.height - 1, y + reach); v++)
      near.fill(1, v * b.width + Math.max(0, x - reach), v * b.width + Math.min(b.width - 1, x + reach) + 1);
  }
  return a.ink.filter((p) => !near[p]).length / a.ink.length;
}

test('a section is the same picture on the screen, in SVG, in PDF, and its lines in DXF', async ({ page }) => {
  await readDemo(page);
  const canvas = page.getByRole('img', { name: /^Drawing S-03/ });
  const exported = async (words: string) =>
    (
      await download(page, async () => {
        await page.getByRole('button', { name: 'Export' }).click();
        await page.getByRole('menuitem', { name: new RegExp(`^${words}`) }).first().click(); // prettier-ignore
      })
    ).bytes;
  const svg = (await exported('SVG')).toString();
  const pdf = await exported('PDF');
  const dxf = new Helper((await exported('DXF')).toString()).toSVG();
  const screen = await canvas.evaluate((own: HTMLCanvasElement) => {
    // what lies over the canvas is no part of the drawing; what is bare of it is paper
    const out = document.createElement('canvas');
    [out.width, out.height] = [own.width, own.height];
    const ctx = out.getContext('2d')!;
    ctx.fillStyle = '#fff';
    ctx.fillRect(0, 0, own.width, own.height);
    ctx.drawImage(own, 0, 0);
    return out.toDataURL();
  });
  const linesOnly = svg.replace(/<g id="[^"]*" stroke="none">.*?<\/g>/gs, '').replace(/<g id="[^"]*" font-family.*?<\/g>/gs, '');
  const files = {
    'screen.png': Buffer.from(screen.split(',')[1]!, 'base64'),
    // the font that a reader may have, or has one of the same measures for
    'a.svg': svg.replace(
      '<title>',
      `<style>@font-face{font-family:"National Park";src:url(data:font/ttf;base64,${readFileSync(FONT).toString('base64')})}</style><title>`,
    ),
    'lines.svg': linesOnly,
    'a.pdf': pdf,
    // its sheet has no size of its own
    'dxf.svg': dxf.replace('width="100%" height="100%"', `width="${WIDTH}" height="${WIDTH / 2}"`),
  };
  const own = await studio(page, files);
  const [onScreen, inSvg, inPdf, inDxf, lines] = await Promise.all(['screen.png', 'a.svg', 'a.pdf', 'dxf.svg', 'lines.svg'].map((name) => pictureOf(own, `http://pictures.test/${name}`))); // prettier-ignore
  for (const [name, one, other, reach] of [
    ['SVG beside screen', inSvg!, onScreen!, 2],
    ['screen beside SVG', onScreen!, inSvg!, 2],
    ['PDF beside screen', inPdf!, onScreen!, 2],
    ['screen beside PDF', onScreen!, inPdf!, 2],
    // there all lines are thin: the edge of a heavy one lies a pixel farther out
    ['DXF beside lines of SVG', inDxf!, lines!, 2],
    ['lines of SVG beside DXF', lines!, inDxf!, 3],
  ] as const)
    expect.soft(apart(one, other, reach), name).toBeLessThan(0.003);
  // another drawing is another picture: the measure tells them apart
  expect(apart({ ...inSvg!, ink: inSvg!.ink.map((p) => p + 40) }, onScreen!, 2)).toBeGreaterThan(0.1);
});
