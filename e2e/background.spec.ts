import { expect, type Page } from '@playwright/test';
import { download, openDemo, test } from './support';

/** A drawing with two crosses 600 pixels apart, as a page of a PDF that the browser writes, or as its picture. */
async function scan(page: Page, as: 'pdf' | 'png'): Promise<Buffer> {
  const paper = await page.context().newPage();
  await paper.setContent(
    '<p>Cover</p><div style="break-before: page; width: 600px; height: 300px; border: 3px solid #333">Old survey of the shed</div>',
  );
  const bytes = as === 'pdf' ? await paper.pdf({ format: 'A4', landscape: true }) : await paper.screenshot();
  await paper.close();
  return bytes;
}

test('a page of a PDF behind the Key, at true scale by two points; locked; undone; a damaged file changes nothing', async ({ page }) => {
  await openDemo(page);
  const key = page.getByTestId('key');
  await key.getByRole('button', { name: 'Background' }).click();
  const card = page.getByRole('dialog', { name: 'Backgrounds' });
  const choose = page.getByLabel('Image to lay behind');
  await choose.setInputFiles({ name: 'survey.pdf', mimeType: 'application/pdf', buffer: await scan(page, 'pdf') });
  await card.getByLabel('Page', { exact: true }).fill('2');
  await card.getByRole('button', { name: 'Take', exact: true }).click();
  const image = key.getByTestId('backgrounds').locator('image');
  await expect(image).toHaveAttribute('href', /^blob:/);
  await card.getByRole('button', { name: 'Scale by two points' }).click();
  const box = (await key.boundingBox())!;
  const [a, b] = [
    [box.x + 420, box.y + 100],
    [box.x + 620, box.y + 100],
  ] as const;
  await page.mouse.click(...a);
  await page.mouse.click(...b);
  await card.getByLabel('true distance').fill('10m');
  await card.getByLabel('true distance').press('Enter');
  // two hundred pixels of the screen are ten metres now, so that one metre is as many pixels as the Key says
  const matrix = async () =>
    /matrix\(([^)]*)\)/
      .exec((await image.getAttribute('transform'))!)![1]!
      .split(' ')
      .map(Number);
  const before = await matrix();
  await expect(card.getByLabel('true distance')).toHaveValue(/^10\s000$/);
  await card.getByLabel('first at x').fill('0');
  await card.getByLabel('first at x').press('Enter');
  await expect.poll(async () => (await matrix())[4]).not.toBeCloseTo(before[4]!, 0);
  await card.getByRole('button', { name: 'Lock', exact: true }).click();
  await expect(card.getByRole('button', { name: 'Scale by two points' })).toHaveCount(0);

  await choose.setInputFiles({ name: 'torn.png', mimeType: 'image/png', buffer: Buffer.from('\x89PNG\r\n torn') });
  await expect(card.getByRole('alert')).toHaveText(/torn\.png cannot be read as an image/);
  await expect(image).toHaveCount(1);
  await card.getByRole('button', { name: 'Close the backgrounds' }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await matrix())[4]).toBeCloseTo(before[4]!, 3);
  await page.reload();
  await expect(image).toHaveAttribute('href', /^blob:/);
});

test('an image behind a drawing goes along with an SVG only when it is asked for', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Background' }).first().click();
  await page.getByLabel('Image to lay behind').setInputFiles({ name: 'old.png', mimeType: 'image/png', buffer: await scan(page, 'png') });
  await expect(page.getByTestId('backgrounds').locator('image')).toHaveCount(1);
  await page.getByRole('button', { name: 'Close the backgrounds' }).click();
  const exported = (item: string) =>
    download(page, async () => {
      await page.getByRole('button', { name: 'Export' }).click();
      await page.getByRole('menuitem', { name: item, exact: true }).first().click();
    });
  expect((await exported('SVG, a page at scale')).bytes.includes('<image')).toBe(false);
  const along = (await exported('SVG with what lies behind it')).bytes.toString();
  expect(along).toMatch(/<image href="data:image\/png;base64,[^"]{100,}" width="1280" height="800" opacity="0.5"/);
});
