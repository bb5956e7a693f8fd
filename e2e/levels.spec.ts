import { expect, type Page } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { choose, download, drawn, openDemo, row, test } from './support';

/** Dark pixels of the drawing left of its middle, by the canvas itself. */
const inkAtLeft = (page: Page) =>
  page.getByRole('img', { name: /^Drawing/ }).evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, Math.round(canvas.width / 4), canvas.height);
    let dark = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i + 3]! > 128 && data[i]! + data[i + 1]! + data[i + 2]! < 400) dark++;
    return dark;
  });
/** The fingerprints of the drawings that are kept, by their keys. */
const prints = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<Record<string, string>>((resolve) => {
        indexedDB.open('tarvex').onsuccess = ({ target }) => {
          const all = (target as IDBOpenDBRequest).result.transaction('prints').objectStore('prints').getAll();
          all.onsuccess = () =>
            resolve(Object.fromEntries((all.result as { id: string; print: string }[]).map((row) => [row.id, row.print])));
        };
      }),
  );

test('levels and grid lines are put on a drawing late: hidden and shown without drawing anew, on the screen and in files', async ({
  page,
}) => {
  await openDemo(page);
  const slate = page.getByLabel('Slate');
  // painted, and fitted into the pane: the same twice
  let all = 0;
  await expect
    .poll(async () => {
      const before = all;
      all = await inkAtLeft(page);
      return all > 0 && all === before;
    })
    .toBe(true);
  const kept = await prints(page);
  expect(Object.keys(kept).length).toBeGreaterThan(0);
  await slate.getByLabel('Levels').uncheck();
  await expect.poll(() => inkAtLeft(page)).toBeLessThan(all * 0.6);
  await expect(row(page, 'S-03')).toContainText('current');
  const exported = async (words: RegExp) =>
    (
      await download(page, async () => {
        await page.getByRole('button', { name: 'Export' }).click();
        await page.getByRole('menuitem', { name: words }).first().click();
      })
    ).bytes;
  const layers = (dxf: Buffer) => new Set(new DxfParser().parseSync(dxf.toString('utf8'))!.entities.map(({ layer }) => layer));
  const bare = layers(await exported(/^DXF/));
  expect([bare.has('LEVELS'), bare.has('GRID'), bare.has('TITLE')]).toEqual([false, true, true]);
  // what is larger on paper is larger on the screen, and nothing is drawn for it
  await slate.getByLabel('Levels').check();
  await expect.poll(() => inkAtLeft(page)).toBe(all);
  await choose(slate, 'Scale', '1:200');
  await expect.poll(() => inkAtLeft(page)).toBeGreaterThan(all * 1.2);
  expect(await prints(page)).toMatchObject(kept);

  // how files are built stays with the project
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('menuitemcheckbox', { name: /one block/ }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('menuitem', { name: /^Sheet of a PDF/ }).click();
  await page.getByRole('menuitem', { name: 'A3', exact: true }).click();
  await expect(page.getByText('PDF on A3.')).toBeVisible();
  await page.reload();
  await drawn(page, 'S-03');
  expect([...layers(await exported(/^DXF/))]).toHaveLength(1);
  const box = /\/MediaBox ?\[ ?0 0 ([\d.]+) ([\d.]+)/.exec((await exported(/^PDF/)).toString('latin1'))!.slice(1);
  expect(box.map((points) => Math.round((Number(points) * 25.4) / 72))).toEqual([420, 297]);
});
