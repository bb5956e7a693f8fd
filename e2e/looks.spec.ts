import { expect, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { choose, DEMO_IFC, download, drawn, keptSight, openDemo, row, test } from './support';

/** Pixels of the Drawing that are neither paper nor ink nor grey. */
const tinted = (page: Page) =>
  page.getByRole('img', { name: /^Drawing/ }).evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let count = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i + 3]! > 200 && Math.abs(data[i]! - data[i + 2]!) > 16) count++;
    return count;
  });

/** Pixels through which one sees half: shadows, and the sides of fine lines. */
const shade = (page: Page) =>
  page.getByRole('img', { name: /^Drawing/ }).evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let count = 0;
    for (let i = 0; i + 8 < data.length; i += 4) if (data[i + 3] === data[i + 7] && data[i + 3]! > 100 && data[i + 3]! < 130) count++;
    return count;
  });

test('a drawing in another look: tones and bricks on the screen and in the file, taken back, all elevations at once', async ({
  page,
}, info) => {
  await openDemo(page);
  await row(page, 'E-01').click();
  await drawn(page, 'E-01');
  const slate = page.getByLabel('Slate');
  const before = await tinted(page);
  await choose(slate, 'Scale', '1:50');
  await choose(slate, 'Look', 'Presentation');
  const canvas = page.getByRole('img', { name: /^Drawing E-01/ });
  await expect(canvas).toHaveAttribute('data-painted', /Presentation, faces$/, { timeout: 60_000 });
  await expect.poll(() => tinted(page)).toBeGreaterThan(before + 10_000);

  const { bytes } = await download(page, async () => {
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('menuitem', { name: /^SVG/ }).first().click();
  });
  const [file, out] = [info.outputPath('sight.json'), info.outputPath('cli.svg')];
  writeFileSync(file, JSON.stringify((await keptSight(page, 'E-01')).sight));
  execFileSync('node', [
    'build/cli/tarvex.mjs',
    'draw',
    DEMO_IFC,
    '--sight',
    file,
    '--scale',
    '50',
    '--look',
    'Presentation',
    '--out',
    out,
  ]);
  expect(bytes.equals(readFileSync(out))).toBe(true);
  expect(String(bytes)).toContain('<g id="SURFACE"');

  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(slate.getByRole('combobox', { name: 'Look' })).toContainText('Works');
  await expect.poll(() => tinted(page)).toBeLessThan(before + 1000);

  // a sun lays shadows in any look; taken away it takes them along
  const fine = await shade(page);
  await slate.getByRole('button', { name: /^Lines/ }).click();
  const sun = page.getByRole('textbox', { name: /^Sun/ });
  await sun.fill('250, 20');
  await sun.press('Enter');
  await expect.poll(() => shade(page), { timeout: 60_000 }).toBeGreaterThan(fine + 1000);
  await sun.fill('');
  await sun.press('Enter');
  await expect.poll(() => shade(page)).toBeLessThan(fine + 100);
  await page.keyboard.press('Escape');

  // a whole kind at once
  await row(page, 'E-04').click({ modifiers: ['Shift'] });
  await choose(slate, 'Look', 'Planning');
  const looks = () =>
    Promise.all(['E-01', 'E-02', 'E-03', 'E-04', 'S-03'].map(async (n) => ((await keptSight(page, n)) as { look?: string }).look));
  await expect.poll(looks).toEqual(['Planning', 'Planning', 'Planning', 'Planning', undefined]);
});
