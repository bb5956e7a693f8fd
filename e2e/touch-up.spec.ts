import { expect, type Page } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { download, drawn, drop, row, test } from './support';

const cube = (n: number, x: number, z: number) => {
  const at = [[0, 0, 0], [2, 0, 0], [2, 1, 0], [0, 1, 0], [0, 0, 1], [2, 0, 1], [2, 1, 1], [0, 1, 1]].map(([u, v, w]) => `v ${u! + x} ${v} ${w! + z}`); // prettier-ignore
  const faces = ['1 4 3 2', '5 6 7 8', '1 2 6 5', '2 3 7 6', '3 4 8 7', '4 1 5 8'].map((f) => `f ${f.split(' ').map((k) => Number(k) + n).join(' ')}`); // prettier-ignore
  return [...at, ...faces].join('\n');
};
const stand = (z: number | null) => Buffer.from(`o lower\n${cube(0, 0, 0)}\n${z === null ? '' : `o upper\n${cube(8, 5, z)}\n`}`);

/** The topmost level line of the drawing that is shown, in pixels of its pane. */
const topLine = (page: Page) =>
  page.getByRole('img', { name: /^Drawing E-01/ }).evaluate((canvas: HTMLCanvasElement) => {
    const { data, width, height } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    const isInk = (x: number, y: number) => data[(y * width + x) * 4 + 3]! > 120 && data[(y * width + x) * 4]! < 120;
    for (let y = 0; y < height; y++)
      for (let x = 0; x + 40 < width; x++) {
        let end = x;
        while (end < width && isInk(end, y)) end++;
        if (end - x > 40) return { x0: x, x1: end, y };
        x = end;
      }
    return null;
  });

/** Length of all lines of the drawing as a DXF has them, metres, and what lies on the layer of hand work. */
async function exported(page: Page) {
  const { bytes } = await download(page, async () => {
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('menuitem', { name: /^DXF/ }).first().click();
  });
  const { entities } = new DxfParser().parseSync(String(bytes)) as unknown as { entities: { type: string; vertices?: { x: number; y: number }[]; shape?: boolean }[] }; // prettier-ignore
  let length = 0;
  for (const { vertices = [], shape } of entities) {
    const all = shape ? [...vertices, vertices[0]!] : vertices;
    for (let i = 1; i < all.length; i++) length += Math.hypot(all[i]!.x - all[i - 1]!.x, all[i]!.y - all[i - 1]!.y);
  }
  return { length: length / 1000, hatches: [...String(bytes).matchAll(/\nHATCH\r?\n[^]{0,200}?TOUCH-UPS/g)].length };
}

test('half a line is hidden by hand, a profile filled with one pick: in the file too, and after the model is read anew; what lost its place is told', async ({
  page,
}) => {
  await page.goto('/');
  await drop(page, 'stand.obj', stand(0));
  await page.waitForURL(/\/bench/);
  await expect(page.getByText('Press N for a new sight')).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('e');
  await row(page, 'E-01').click();
  await drawn(page, 'E-01');
  const before = await exported(page);
  await page.getByRole('button', { name: /^Touch up/ }).click();
  const band = page.getByLabel('Touch up', { exact: true });
  await band.getByRole('button', { name: 'Hide part' }).click();
  const pane = (await page.getByTestId('drawing').boundingBox())!;
  const line = (await topLine(page))!;
  const width = line.x1 - line.x0;
  await page.mouse.click(pane.x + line.x0 + width * 0.25, pane.y + line.y);
  await expect(page.getByTestId('chosen-line')).toHaveCount(1);
  await page.mouse.click(pane.x + line.x0 + width * 0.75, pane.y + line.y);
  await expect(band).toContainText('1 on this drawing');
  await expect.poll(async () => (await topLine(page))!.x1 - (await topLine(page))!.x0).toBeLessThan(width * 0.4);
  const hidden = before.length - (await exported(page)).length;
  expect(hidden).toBeGreaterThan(0.3);

  // the key that takes a sight away means the chosen line here
  await band.getByRole('button', { name: 'Choose' }).click();
  await page.mouse.click(pane.x + line.x0 + width * 0.1, pane.y + line.y);
  await expect(page.getByTestId('chosen-line')).toHaveCount(1);
  await page.keyboard.press('Delete');
  await expect(band).toContainText('2 on this drawing');
  await expect(row(page, 'E-01')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(band).toContainText('1 on this drawing');

  await band.getByRole('button', { name: 'Profile' }).click();
  await page.mouse.click(pane.x + line.x0 + width * 0.5, pane.y + line.y + 25);
  await expect(band).toContainText('2.000 sq m, 6.000 m around');
  await band.getByRole('button', { name: 'Fill it' }).click();
  await expect(band).toContainText('2 on this drawing');
  expect((await exported(page)).hatches).toBe(1);

  // read anew, with one of them moved
  const again = async (z: number | null) => {
    await page.getByRole('link', { name: /^Model/ }).click();
    await page.getByLabel('Newer file of this model').setInputFiles({ name: 'stand.obj', mimeType: 'text/plain', buffer: stand(z) });
    await expect(page.getByLabel('Changes')).toBeVisible();
    await page.getByRole('link', { name: /^Bench/ }).click();
    await row(page, 'E-01').click();
  };
  const all = page.getByLabel('Register');
  await all.getByRole('button', { name: /^Draw 3 that are not current/ }).click();
  await expect(all).toContainText('all current', { timeout: 30_000 });
  await again(3);
  // what changes is shown first: the old drawing stays until it is replaced
  const anew = page.getByRole('status').filter({ hasText: 'Drawn anew' });
  await expect(anew).toContainText(/\d m of lines come/);
  await expect(row(page, 'E-01')).toContainText(/drawn anew, \+[\d.]+ m −[\d.]+ m/);
  const marks = page.getByTestId('change-marks').locator('path');
  for (const which of [0, 1]) expect(((await marks.nth(which).getAttribute('d')) ?? '').length).toBeGreaterThan(20);
  const picture = () => page.getByRole('img', { name: /^Drawing E-01/ }).evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());
  const stale = await picture();
  await page.keyboard.press('Enter');
  await expect(anew).toHaveCount(0);
  await expect.poll(async () => (await picture()) === stale).toBe(false);
  await drawn(page, 'E-01');
  // the others all at once, each with what changes in it
  await all.getByRole('button', { name: /^Draw 3 that are not current/ }).click();
  await expect(row(page, 'E-03')).toContainText(/drawn anew, \+/, { timeout: 30_000 });
  await page.getByRole('button', { name: /^Replace \d drawn anew/ }).click();
  await expect(all).toContainText('all current');
  const moved = await exported(page);
  expect(moved.length).toBeCloseTo(before.length - hidden, 2);
  expect(moved.hatches).toBe(1);
  await again(null);
  await drawn(page, 'E-01');
  await page.getByRole('button', { name: /^Touch up/ }).click();
  await page.getByRole('button', { name: /^\d to decide/ }).click();
  const list = page.getByLabel('What lost its place');
  await expect(list).toContainText('its element is not in the drawing');
  await page.keyboard.press('Escape');
  await expect(list).toHaveCount(0);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByLabel('Slate')).toBeVisible();
});
