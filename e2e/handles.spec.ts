import { expect, type Locator } from '@playwright/test';
import { dragged, tell } from './stopwatch';
import { drawn, openDemo, row, test } from './support';

test('each handle of the Bench, dragged through the demo', async ({ page }) => {
  test.setTimeout(240_000);
  await openDemo(page);
  const key = page.getByTestId('key');
  const drawing = page.getByTestId('drawing');
  const slate = page.getByLabel('Slate');
  const rows: [string, string][] = [];
  /** Drags a handle, and takes that back. */
  const drag = async (number: string, what: string, handle: Locator, by: readonly [number, number]) => {
    await drawn(page, number);
    await drawing.hover({ position: { x: 400, y: 60 } });
    const box = (await handle.boundingBox())!;
    // another picture than before, of the sight as it stands now
    const before = await drawing.locator('canvas[aria-label^="Drawing"]').evaluate((c: HTMLCanvasElement) => c.dataset['painted'] ?? '');
    const isExact = `const t = [...document.querySelectorAll('aside button')].find((b) => b.textContent.startsWith('${number}'))?.textContent ?? ''; const c = document.querySelector('canvas[aria-label^="Drawing"]'); return t.includes('current') && !t.includes('drawing') && c.dataset.painted !== ${JSON.stringify(before)}`;
    const { frames, slow, exact } = await dragged(page, [box.x + box.width / 2, box.y + box.height / 2], by, isExact);
    rows.push([what, `${frames} frames, 95 % under ${slow.toFixed(0)} ms; exact after ${exact.toFixed(0)} ms`]);
    await page.keyboard.press('Control+z');
    await drawn(page, number);
  };

  await row(page, 'S-03').click();
  await drawn(page, 'S-03');
  await slate.getByRole('radio', { name: 'to', exact: true }).click();
  await expect(slate.getByRole('textbox', { name: 'Reach' })).toHaveValue(/000$/);
  await page.waitForTimeout(1000);
  await drag('S-03', 'reach', key.getByTestId('grip-reach'), [0, 30]);
  await drag('S-03', 'line of a section', key.getByTestId('grip-line'), [0, -30]);
  await drag('S-03', 'its left end', key.getByTestId('grip-left'), [40, -20]);
  await drag('S-03', 'its right end', key.getByTestId('grip-right'), [-40, 20]);
  for (const [side, by] of [
    ['left', [60, 0]],
    ['right', [-60, 0]],
    ['bottom', [0, -30]],
    ['top', [0, 30]],
  ] as const)
    // prettier-ignore
    await drag('S-03', `limit ${side}`, drawing.locator(`[data-limit=${side}]`), by);
  await slate.getByRole('button', { name: 'Trim', exact: true }).click();
  await page.getByRole('menuitem', { name: 'What lies above' }).click();
  await drag('S-03', 'a trim', drawing.locator('[data-plane="trim 1"]'), [0, -40]);
  await slate.getByRole('button', { name: 'Keep box' }).click();
  await drag('S-03', 'a side of the keep box, in the Drawing', drawing.locator('[data-plane="keep box top"]'), [0, 40]);
  await drag('S-03', 'the same in the Key', key.locator('[data-plane="keep box left"]'), [60, 0]);
  await slate.getByLabel('Wide').fill('12000');
  await page.keyboard.press('Enter');
  await drag('S-03', 'turn of the keep box', key.locator('[data-plane="turn"]'), [-20, -60]);

  await row(page, 'S-04').click();
  await drawn(page, 'S-04');
  await page.keyboard.press('g');
  const pane = (await key.boundingBox())!;
  await page.mouse.click(pane.x + pane.width * 0.5, pane.y + pane.height * 0.35);
  await drag('S-04', 'leg of a jogged section', key.getByTestId('grip-leg-1'), [0, 20]);

  await row(page, 'P-01').click();
  await drag('P-01', 'height of a plan', key.getByTestId('grip-height'), [0, -14]);
  expect(rows.length).toBeGreaterThan(12);
  tell('handles', 'Each handle dragged by twenty moves, demo at 1280 x 800 in Chromium on this machine', rows);
});
