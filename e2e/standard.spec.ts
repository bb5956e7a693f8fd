import { expect, type Page } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { choose, download, drawn, inkOf, openDemo, row, test } from './support';

const ruleRow = (page: Page, n: number) => page.getByRole('row', { name: `Rule ${n}`, exact: true });
const toStandard = async (page: Page) => {
  await page.getByRole('link', { name: 'Standard' }).click();
  await expect(page.getByRole('img', { name: /^Specimen/ })).toHaveAttribute('data-painted', /./);
};
/** Waits until a pane shows something other than before. */
const another = async (page: Page, pane: string, act: () => Promise<void>) => {
  const canvas = page.getByTestId(pane).locator('canvas');
  const seen = () => canvas.evaluate((own: HTMLCanvasElement) => own.toDataURL());
  const before = await seen();
  await act();
  await expect.poll(seen).not.toBe(before);
};

test('one rule changed shows in two looks and two drawings, goes with the file, and is undone', async ({ page }) => {
  await openDemo(page);
  await drawn(page, 'S-03');
  const ink = await inkOf(page);
  await toStandard(page);
  // a click in the drawing leads to the rule that caught what is under it
  const cut = ruleRow(page, 5);
  await expect(cut.getByTestId('caught')).not.toHaveText('0');
  const weight = cut.getByRole('textbox', { name: 'Weight' });
  await another(page, 'specimen', async () => {
    await weight.fill('2');
    await weight.press('Enter');
  });
  await expect(page.getByRole('button', { name: /^Office standard/ })).toBeVisible();
  await another(page, 'specimen-beside', () => choose(page, 'beside', 'Works'));

  await page.getByRole('link', { name: /^Bench/ }).click();
  await drawn(page, 'S-03');
  await expect.poll(() => inkOf(page)).toBeGreaterThan(ink * 1.1);
  const { bytes } = await download(page, async () => {
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('menuitem', { name: /^DXF/ }).first().click();
  });
  const dxf = new DxfParser().parseSync(String(bytes)) as unknown as {
    tables: { layer: { layers: Record<string, { lineweight?: number }> } };
  };
  expect(Object.keys(dxf.tables.layer.layers)).toContain('CUT');
  expect(String(bytes)).toMatch(/\r?\n\s*2\r?\nCUT\r?\n(?:.*\r?\n.*\r?\n)*?\s*370\r?\n\s*200\r?\n/);
  await row(page, 'P-01').click();
  await drawn(page, 'P-01');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await toStandard(page);
  await expect(ruleRow(page, 5).getByRole('textbox', { name: 'Weight' })).toHaveValue('0.50');
  await expect(page.getByRole('button', { name: /^Works standard/ })).toBeVisible();
});

test('rules move by keys, a fill is written by hand, a standard leaves as a file and comes back, a damaged one is refused by its place', async ({
  page,
}) => {
  await openDemo(page);
  await toStandard(page);
  await page.getByRole('radio', { name: 'Cut faces' }).click();
  await ruleRow(page, 4).getByTestId('caught').click();
  await expect(page.getByLabel('Rule', { exact: true })).toContainText('Rule 4');
  // dragged by keys: taken, one down, let go
  const handle = ruleRow(page, 4).getByRole('button', { name: 'Rule 4, drag to another place' });
  await handle.focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(200);
  await page.keyboard.press('ArrowDown');
  await page.waitForTimeout(200);
  await page.keyboard.press('Space');
  await expect(ruleRow(page, 5)).toContainText('of brick');

  await ruleRow(page, 5).getByTestId('caught').click();
  await page.getByRole('button', { name: 'Edit slanted' }).click();
  const text = page.getByRole('textbox', { name: 'Pattern as text' });
  await text.fill('*steep\n70, 0,0, 0,oops');
  await expect(page.getByRole('alert')).toContainText('line 2 "oops" is no number');
  await text.fill('*steep\n70, 0,0, 0,1.1');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByLabel('Fills').getByRole('button', { name: 'steep' })).toBeVisible();
  await another(page, 'specimen', () => page.getByLabel('Fills').getByRole('button', { name: 'steep' }).click());

  const { bytes } = await download(page, async () => {
    await page.getByRole('button', { name: 'Standards' }).click();
    await page.getByRole('menuitem', { name: 'To a file' }).click();
  });
  const file = JSON.parse(String(bytes)) as { name: string; fills: { material?: string; pattern: string; weight: number }[] };
  expect(file.fills[4]).toMatchObject({ material: 'brick', pattern: 'steep' });
  file.fills[4]!.weight = -1;
  const give = async (value: unknown) => {
    await page.getByRole('button', { name: 'Standards' }).click();
    const chosen = page.waitForEvent('filechooser');
    await page.getByRole('menuitem', { name: 'From a file' }).click();
    await (await chosen).setFiles({ name: 'office.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(value)) });
  };
  await give(file);
  await expect(page.getByText(/office\.json: fills\.4\.weight must be/)).toBeVisible();
  await give({ ...JSON.parse(String(bytes)), name: 'Harbour' });
  await expect(page.getByRole('button', { name: /^Harbour standard/ })).toBeVisible();
  await page.getByRole('button', { name: 'Standards' }).click();
  await page.getByRole('menuitem', { name: 'Keep Harbour for other projects' }).click();
  await page.getByRole('button', { name: 'Standards' }).click();
  await expect(page.getByRole('menuitem', { name: 'Use Harbour kept' })).toBeVisible();
});

test('a cut face that no rule fills gets one in three acts', async ({ page }) => {
  await openDemo(page);
  await toStandard(page);
  await page.getByRole('radio', { name: 'Cut faces' }).click();
  await ruleRow(page, 4).getByTestId('caught').click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(ruleRow(page, 4)).toContainText('of masonry');
  await page.getByRole('link', { name: /^Bench/ }).click();
  await drawn(page, 'S-03');
  await page.getByRole('button', { name: /^Proof 1 no fill/ }).click();
  await page.getByRole('menuitem', { name: /^Make a rule for .*brick/i }).click();
  await expect(page).toHaveURL(/\/standard\?/);
  const panel = page.getByLabel('Rule', { exact: true });
  await expect(panel.getByRole('combobox', { name: 'Material' })).toHaveValue(/brick/);
  await page.getByLabel('Fills').getByRole('button', { name: 'crossed', exact: true }).click();
  await expect(page.getByLabel('Fills').getByRole('button', { name: 'crossed', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('link', { name: /^Bench/ }).click();
  await drawn(page, 'S-03');
  await expect(page.getByText('Proof clean')).toBeVisible();
});
