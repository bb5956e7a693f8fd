import { expect } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { download, drawn, drop, openDemo, row, test } from './support';

test(
  'a project leaves as one file: the command line draws it as the screen does, it opens again, and its sights go into another',
  { tag: '@long' },
  async ({ page }, info) => {
    await openDemo(page);
    await row(page, 'P-01').dblclick();
    await page.getByLabel('Name of P-01').fill('Quay storey');
    await page.keyboard.press('Enter');
    await expect(row(page, 'P-01')).toContainText('Quay storey');
    // twelve in all: an isometric, an oblique, a copy in a keep box below a trim, a copy of an elevation
    for (const key of ['a', 'o']) {
      await page.keyboard.press('n');
      await page.keyboard.press(key);
    }
    await expect(row(page, 'X-02')).toBeVisible();
    await row(page, 'S-03').click();
    await drawn(page, 'S-03');
    await page.keyboard.press('Control+d');
    await expect(row(page, 'S-05')).toHaveAttribute('aria-current', 'true');
    const slate = page.getByLabel('Slate');
    await slate.getByRole('button', { name: 'Keep box' }).click();
    await slate.getByLabel('Wide').fill('16m');
    await page.keyboard.press('Enter');
    await slate.getByRole('button', { name: 'Trim', exact: true }).click();
    await page.getByRole('menuitem', { name: 'What lies above' }).click();
    await expect(slate.getByRole('button', { name: 'trim 1' })).toBeVisible();
    await row(page, 'E-01').click();
    await drawn(page, 'E-01');
    await page.keyboard.press('Control+d');
    await expect(row(page, 'E-05')).toBeVisible();
    const menu = (words: string | RegExp) => page.getByRole('menuitem', { name: words });
    const all = await download(page, async () => {
      await page.getByRole('button', { name: 'Export' }).click();
      await menu(/^DXF/).nth(1).click();
    });
    const saved = await download(page, async () => {
      await page.getByRole('button', { name: 'Export' }).click();
      await menu('Everything, as a project file').click();
    });
    expect(saved.name).toBe('Heron Spit Tide Station.tarvex');

    // at night, from the file alone
    const file = info.outputPath(saved.name);
    writeFileSync(file, saved.bytes);
    execFileSync('node', ['build/cli/tarvex.mjs', 'draw', file, '--out', info.outputPath('night')]);
    const screen = unzipSync(all.bytes);
    const night = readdirSync(info.outputPath('night')).sort();
    expect(night).toEqual(Object.keys(screen).sort());
    expect(night).toContain('P-01 Quay storey.dxf');
    expect(night).toHaveLength(12);
    for (const name of night)
      expect(readFileSync(join(info.outputPath('night'), name)).equals(Buffer.from(screen[name]!)), name).toBe(true);

    // one of its sights, as a sight file, and the whole file merged: what is there already stays as it is
    const sight = strFromU8(unzipSync(saved.bytes)['sights/S-03 Through the gauge shaft.json']!);
    const sights = await page
      .getByLabel('Register')
      .getByRole('button', { name: /^[A-Z]-\d/ })
      .count();
    const take = (name: string, buffer: Buffer) =>
      page.getByLabel('Sight files or a project file').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
    await take(saved.name, saved.bytes);
    await expect(page.getByText(`Sights of ${saved.name}.`)).toBeVisible();
    await take('again.json', Buffer.from(sight));
    await expect(page.getByLabel('Register').getByRole('button', { name: /^[A-Z]-\d/ })).toHaveCount(sights + 1);
    await take('bad.json', Buffer.from('{ "kind": "section", "number": "S-77", "name": "x" }'));
    await expect(page.getByRole('alert')).toContainText('bad.json: path is missing: a section needs its two points, or a frame');
    await page.getByRole('button', { name: 'Put away' }).click();

    // opened on the Shelf, damaged and whole
    await page.goto('/');
    await drop(page, 'torn.tarvex', saved.bytes.subarray(0, 3000));
    await expect(page.getByRole('alert')).toContainText('torn.tarvex');
    await page.getByRole('button', { name: 'Put away' }).click();
    await drop(page, saved.name, saved.bytes);
    await page.waitForURL(/\/bench/);
    await drawn(page, 'S-03');
    await expect(row(page, 'P-01')).toContainText('Quay storey');
    await page.goto('/');
    await expect(page.getByRole('link', { name: 'Heron Spit Tide Station 2' })).toBeVisible();
  },
);

test('on the Shelf a project is renamed and brought back from the bin, also after a reload', async ({ page }) => {
  await openDemo(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'Rename Heron Spit Tide Station' }).click();
  await page.keyboard.type('Tide station, as built');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Tide station, as built' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete Tide station, as built' }).click();
  await expect(page.getByRole('link', { name: 'Tide station, as built' })).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: 'Bring back Tide station, as built' }).click();
  await page.getByRole('link', { name: 'Tide station, as built' }).click();
  await drawn(page, 'S-03');
});
