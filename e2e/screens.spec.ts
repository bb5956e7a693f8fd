import { expect, type Locator, type Page } from '@playwright/test';
import { choose, drawn, drop, openDemo, row, test } from './support';

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
const overlap = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y));
const boxesOf = async (all: Locator): Promise<Box[]> => Promise.all((await all.all()).map(async (one) => (await one.boundingBox())!));

/** No two of them lie over one another, and none leaves the screen. */
async function standsFree(page: Page, all: Locator): Promise<void> {
  const boxes = (await boxesOf(all)).filter((b) => b.width > 0);
  expect(boxes.length).toBeGreaterThan(3);
  const { width, height } = page.viewportSize()!;
  for (const [i, a] of boxes.entries()) {
    expect(a.x + a.width).toBeLessThanOrEqual(width + 1);
    expect(a.y + a.height).toBeLessThanOrEqual(height + 1);
    for (const b of boxes.slice(i + 1)) expect(overlap(a, b)).toBeLessThan(1);
  }
}

test('on small screens nothing covers anything and nothing is cut off', async ({ page }) => {
  await openDemo(page);
  for (const [width, height] of [
    [1024, 640],
    [800, 640],
  ] as const) {
    await page.setViewportSize({ width, height });
    await standsFree(page, page.getByLabel('Slate').getByRole('group').locator('label, button:not(label button), h3'));
    // of the sights those that there is no room for are scrolled to
    for (const name of [/^New sight/, /^Draw \d/]) {
      const button = (await page.getByLabel('Register').getByRole('button', { name }).boundingBox())!;
      expect(button.x + button.width).toBeLessThanOrEqual(width);
      expect(button.y + button.height).toBeLessThanOrEqual(height);
    }
    await expect(page.getByRole('img', { name: /^Drawing/ })).toBeVisible();
  }
  await page.setViewportSize({ width: 1024, height: 640 });
  await page.keyboard.press('1');
  const view = page.getByLabel(/^The model in 3D/);
  await expect(view).toBeVisible();
  const [census, canvas] = [(await page.getByLabel('Census').boundingBox())!, (await view.boundingBox())!];
  expect(overlap(census, canvas)).toBeLessThan(1);
  expect(census.x + census.width).toBeLessThanOrEqual(1024);
});

test('a mesh that gives no unit is asked about on the Bench; its elements get a class and a storey', async ({ page }) => {
  await page.goto('/');
  const box = (name: string, from: number, z: number) =>
    `o ${name}\n${[[0, 0, 0], [400, 0, 0], [400, 30, 0], [0, 30, 0], [0, 0, 260], [400, 0, 260], [400, 30, 260], [0, 30, 260]].map(([x, y, h]) => `v ${x} ${y! + from} ${h! + z}`).join('\n')}\n`; // prettier-ignore
  const faces = (n: number) => [[1, 4, 3, 2], [5, 6, 7, 8], [1, 2, 6, 5], [2, 3, 7, 6], [3, 4, 8, 7], [4, 1, 5, 8]].map((f) => `f ${f.map((i) => i + n).join(' ')}`).join('\n'); // prettier-ignore
  await drop(page, 'sheds.obj', Buffer.from(`${box('front', 0, 0)}${faces(0)}\n${box('back', 500, 300)}${faces(8)}\n`));
  await page.waitForURL(/\/bench/);
  const question = page.getByLabel('What the file does not say');
  await expect(question).toContainText('The file gives no unit.');
  await choose(question, 'Unit', 'centimetres');
  await expect(question).toHaveCount(0);
  await page.keyboard.press('1');
  await page.getByLabel('Census').getByLabel(/Find/).fill('back');
  await page.getByRole('button', { name: /^back/ }).first().click();
  const card = page.getByLabel('Census');
  await choose(card, 'Class', 'Wall');
  await choose(card, 'Storey', /^New/);
  await expect(card.getByLabel('Storey')).toHaveText('Storey 1');
  await expect(card.getByLabel('Class')).toHaveText('Wall');
  // the storey lies where what was given to it begins, and can be drawn at once
  await page.getByRole('link', { name: /^Bench/ }).click();
  await expect(page.getByLabel('Register')).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('p');
  await drawn(page, 'P-01');
  await expect(row(page, 'P-01')).toContainText('Storey 1');
});

test('a page of an older version says so when a newer one opens, and keeps nothing that would be lost', async ({ page, context }) => {
  await openDemo(page);
  const newer = await context.newPage();
  await newer.goto('/mark.svg');
  await newer.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const asked = indexedDB.open('tarvex', 9999);
        asked.onsuccess = () => resolve();
        asked.onerror = () => reject(asked.error);
      }),
  );
  await expect(page.getByRole('alertdialog')).toContainText('A newer version is open');
  await expect(page.getByRole('button', { name: 'Load the page anew' })).toBeFocused();
});
