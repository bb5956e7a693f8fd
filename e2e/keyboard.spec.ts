import { expect, type Page } from '@playwright/test';
import { download, drawn, row, test } from './support';

/** Goes on with Tab until what has the focus is called so; as one does who has no mouse. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let step = 0; step < 80; step++) {
    await page.keyboard.press('Tab');
    const held = await page.evaluate(() => {
      const own = document.activeElement;
      return own?.getAttribute('aria-label') ?? own?.textContent ?? '';
    });
    if (name.test(held)) return;
  }
  throw new Error(`nothing called ${name} is reached by Tab`);
}

test('by keyboard alone: from the Shelf to a section by figures, renamed, moved, exported as DXF', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'Open the demo' })).toBeVisible();
  await tabTo(page, /^Open the demo$/);
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/bench/);
  await drawn(page, 'S-03');

  await page.keyboard.press('n');
  await page.keyboard.press('s');
  // the field of the first point has the focus
  await page.keyboard.type('2m; -1m');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Second point')).toBeVisible();
  await page.keyboard.type('2m');
  await page.keyboard.press('Tab');
  await page.keyboard.type('9m');
  await page.keyboard.press('Enter');
  await drawn(page, 'S-05');
  await tabTo(page, /^S-05/);
  await page.keyboard.press('F2');
  await page.keyboard.type('By hand');
  await page.keyboard.press('Enter');
  await expect(row(page, 'S-05')).toContainText('By hand');

  await tabTo(page, /^Export$/);
  const { name, bytes } = await download(page, async () => {
    await page.keyboard.press('Enter');
    await expect(page.getByRole('menuitem', { name: /^DXF/ }).first()).toBeVisible();
    await page.keyboard.press('Enter');
  });
  expect(name).toBe('S-05 By hand.dxf');
  expect(bytes.toString('latin1')).toContain('S-05 By hand');
  await page.keyboard.press('Control+z');
  await expect(row(page, 'S-05')).not.toContainText('By hand');
});
