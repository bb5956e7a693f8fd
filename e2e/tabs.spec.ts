import { expect } from '@playwright/test';
import { drawn, openDemo, row, test } from './support';

test('two tabs: what one changes shows in the other, and each takes back its own', async ({ page, context }) => {
  await openDemo(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await drawn(other, 'S-03');

  await row(page, 'P-01').dblclick();
  await page.getByLabel('Name of P-01').fill('Quay storey');
  await page.keyboard.press('Enter');
  await expect(row(other, 'P-01')).toContainText('Quay storey');

  const right = (of: typeof page) => of.getByLabel('Slate').getByLabel('Right', { exact: true });
  await row(other, 'S-03').click();
  await right(other).fill('20000');
  await other.keyboard.press('Enter');
  await expect(row(other, 'P-01')).toContainText('Quay storey');
  await row(page, 'S-03').click();
  await expect(right(page)).toHaveValue(/^20.000$/);

  // the last step of all is the other tab's
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(row(page, 'P-01')).toContainText('Ground storey');
  await expect(right(page)).toHaveValue(/^20.000$/);
  await expect(row(other, 'P-01')).toContainText('Ground storey');
  await other.getByRole('heading', { level: 1 }).click();
  await other.keyboard.press('Control+z');
  await expect(right(page)).not.toHaveValue(/^20.000$/);
});
