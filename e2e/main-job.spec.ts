import { expect } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { unzipSync } from 'fflate';

import { DEMO_IFC, download, drawn, drop, openDemo, row, test } from './support';

const project = JSON.parse(readFileSync('demo/project.json', 'utf8')) as { sights: { scale: number; sight: { number: string } }[] };

test('from a dropped IFC to a section, moved by hand, exported, and still there after a reload', async ({ page }) => {
  await page.goto('/');
  await drop(page, 'station.ifc', readFileSync(DEMO_IFC));
  await page.waitForURL(/\/bench/);
  await drawn(page, 'P-01');

  // A section by two clicks in the Key, squared by Shift.
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await expect(page.getByText('First point')).toBeVisible();
  // The Key under a plan is an elevation; while points are asked it is the plan, also to the eye.
  await expect(page.getByRole('img', { name: 'Key, plan' })).toBeVisible();
  const key = (await page.getByTestId('key').boundingBox())!;
  await page.mouse.click(key.x + 260, key.y + 150);
  await expect(page.getByText('Second point')).toBeVisible();
  await page.keyboard.down('Shift');
  await page.mouse.move(key.x + 860, key.y + 170, { steps: 4 });
  await page.mouse.click(key.x + 860, key.y + 170);
  await page.keyboard.up('Shift');
  await drawn(page, 'S-01');
  const slate = page.getByLabel('Slate');
  await expect(slate.getByLabel('Turn', { exact: true })).toHaveValue(/^0\.0°$/);
  const level = await slate.getByLabel('From, second figure').inputValue();

  // Dragging an end and the line: the drawing follows, and the figures with it.
  const end = (await page.getByTestId('grip-right').boundingBox())!;
  await page.mouse.move(end.x + end.width / 2, end.y + end.height / 2);
  await page.mouse.down();
  await page.mouse.move(end.x - 60, end.y + end.height / 2, { steps: 6 });
  await page.mouse.up();
  await drawn(page, 'S-01');
  const line = (await page.getByTestId('grip-line').boundingBox())!;
  await page.mouse.move(line.x + line.width * 0.8, line.y + line.height / 2);
  await page.mouse.down();
  await page.mouse.move(line.x + line.width * 0.8, line.y + line.height / 2 - 25, { steps: 6 });
  await page.mouse.up();
  await drawn(page, 'S-01');
  await expect(slate.getByLabel('From, second figure')).not.toHaveValue(level);
  const moved = await slate.getByLabel('From, second figure').inputValue();

  // A figure can be typed, wrong ones are told, undo and redo step through all of it.
  await slate.getByLabel('Length').fill('nonsense');
  await slate.getByLabel('Length').press('Enter');
  await expect(page.getByText(/^expected a length such as/)).toBeVisible();
  await slate.getByLabel('Length').fill('=4000*2');
  await slate.getByLabel('Length').press('Enter');
  await expect(slate.getByLabel('Length')).toHaveValue('8\u2009000');
  await page.getByRole('heading', { name: 'Register' }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(slate.getByLabel('From, second figure')).toHaveValue(level);
  await page.keyboard.press('Control+Shift+z');
  await expect(slate.getByLabel('From, second figure')).toHaveValue(moved);
  await drawn(page, 'S-01');

  const { name, bytes } = await download(page, async () => {
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('menuitem', { name: /^DXF/ }).first().click();
  });
  expect(name).toBe('S-01 Section.dxf');
  const dxf = new DxfParser().parseSync(bytes.toString('utf8'))!;
  expect(dxf.entities.length).toBeGreaterThan(100);
  expect(dxf.entities.some((e) => e.layer === 'CUT')).toBe(true);

  await page.reload();
  await drawn(page, 'S-01');
  await expect(slate.getByLabel('From, second figure')).toHaveValue(moved);
  await page.keyboard.press('Control+z');
  await expect(slate.getByLabel('From, second figure')).toHaveValue(level);
});

test('what the browser exports is what the command line writes, byte for byte', async ({ page }, info) => {
  await openDemo(page);
  const sight = project.sights.find((s) => s.sight.number === 'S-03')!;
  const file = info.outputPath('sight.json');
  writeFileSync(file, JSON.stringify(sight.sight));
  for (const [words, ending] of [
    ['DXF', 'dxf'],
    ['SVG', 'svg'],
    ['PDF', 'pdf'],
    ['JSON', 'json'],
  ] as const) {
    const { bytes } = await download(page, async () => {
      await page.getByRole('button', { name: 'Export' }).click();
      await page
        .getByRole('menuitem', { name: new RegExp(`^${words}`) })
        .first()
        .click();
    });
    const out = info.outputPath(`cli.${ending}`);
    execFileSync('node', ['build/cli/tarvex.mjs', 'draw', DEMO_IFC, '--sight', file, '--scale', String(sight.scale), '--out', out]);
    expect(bytes.equals(readFileSync(out)), ending).toBe(true);
  }
});

test('four elevations, a plan for each storey, all exported in one drawing and one archive, by keyboard alone', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('n');
  await page.keyboard.press('e');
  await drawn(page, 'E-05');
  await expect(page.getByLabel('Elevations').getByRole('button')).toHaveCount(8);
  await page.keyboard.press('n');
  await page.keyboard.press('p');
  await expect(page.getByLabel('Plans', { exact: true }).getByRole('button')).toHaveCount(4);
  await page.keyboard.press('/');
  await page.keyboard.type('S-04');
  await page.keyboard.press('Enter');
  await drawn(page, 'S-04');
  await page.keyboard.press('x');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('S-04');
  await expect(page.getByText('section, looking east')).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('Export all sights as DXF');
  const { name, bytes } = await download(page, () => page.keyboard.press('Enter'));
  expect(name).toMatch(/\.dxf$/);
  const numbers = [...new TextDecoder().decode(new Uint8Array(bytes)).matchAll(/\nSIGHT (\S+)/g)].map(([, number]) => number);
  expect(new Set(numbers).size).toBe(14);
  await page.keyboard.press('/');
  await page.keyboard.type('Export all sights as SVG');
  const all = await download(page, () => page.keyboard.press('Enter'));
  expect(all.name).toMatch(/\.zip$/);
  expect(Object.keys(unzipSync(new Uint8Array(all.bytes)))).toHaveLength(14);
});

test('the proof lists what it found and leads to the place', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByText('Proof clean')).toBeVisible();
  await row(page, 'P-01').click();
  await drawn(page, 'P-01');
  const chip = page.getByRole('button', { name: /^Proof/ });
  await expect(chip).toContainText('1 grazing cut');
  const mark = page.getByLabel('Finding 1: grazing cut').locator('circle');
  const before = (await mark.boundingBox())!;
  await chip.click();
  await page.getByRole('menuitem', { name: /Boat store gate/ }).click();
  const pane = (await page.getByRole('img', { name: /^Drawing P-01/ }).boundingBox())!;
  await expect.poll(async () => Math.round((await mark.boundingBox())!.x + before.width / 2)).toBe(Math.round(pane.x + pane.width / 2));
});

test('the pointer names what lies under it in both panes, and a click in the Register leads anywhere', async ({ page }) => {
  await openDemo(page);
  const drawing = (await page.getByRole('img', { name: /^Drawing S-03/ }).boundingBox())!;
  // Sweep until the outer wall is hit, so that the test does not hang on one pixel.
  let words = '';
  for (let x = 300; x < 720 && !/cut at this sight/.test(words); x += 3) {
    await page.mouse.move(drawing.x + x, drawing.y + 170);
    words = (await page.locator('.flag').allInnerTexts()).join(' ');
  }
  expect(words).toMatch(/cut at this sight, layer /);
  await row(page, 'P-01').click();
  await drawn(page, 'P-01');
  await expect(page.getByText('Key elevation')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-01');
});
