/* Takes the pictures of the main views anew: node scripts/screenshots.mjs, with the application built. */
import { chromium } from '@playwright/test';
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { ensureChromium } from './chromium.mjs';

const PORT = 5392;
/** What an old survey on paper may look like: invented, as all of the demo. */
const SCAN = `<body style="background:#efe6d0;margin:0"><svg width="1100" height="700" fill="none" stroke="#5a5040" stroke-width="4" style="transform:rotate(0.6deg)"><path d="M90 70H820V570H90ZM118 98H792V542H118ZM480 98V542"/><path d="M300 98V70M380 98V70M600 570V542M690 570V542" stroke-width="2"/><circle cx="930" cy="330" r="70"/><g stroke="none" fill="#5a5040" font-family="serif" font-size="30"><text x="230" y="330">Sail loft</text><text x="580" y="330">Store</text></g></svg></body>`;
const server = spawn('node', ['server/server.mjs'], { env: { ...process.env, PORT: String(PORT) }, stdio: ['ignore', 'pipe', 'inherit'] });
process.on('exit', () => server.kill());
const address = await new Promise((resolve) =>
  server.stdout.once('data', (text) => resolve(/http:\S+/.exec(String(text))[0].replace(/\/$/, ''))),
);
const browser = await chromium.launch({ executablePath: ensureChromium(), args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shot = async (name) => {
  await page.waitForTimeout(500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
const sight = async (number) => {
  await page.getByLabel('Register').getByRole('button', { name: number }).click();
  await page.waitForTimeout(2500);
};

await page.goto(`${address}/demo`);
await page.waitForURL(/\/bench/);
await page.waitForTimeout(3000);
await page.getByRole('button', { name: /^Draw \d+ that/ }).click();
await page.getByText('all current').waitFor({ timeout: 60_000 });
await sight('S-03');
await page.mouse.move(677, 200);
await shot('bench-section');
await page.getByRole('combobox', { name: 'Key' }).click();
await page.getByRole('option', { name: 'model in 3D' }).click();
await page.waitForTimeout(5000);
await page.mouse.move(500, 20);
await shot('bench-model');
await page.getByRole('combobox', { name: 'Key' }).click();
await page.getByRole('option', { name: 'plan', exact: true }).click();
await sight('P-01');
await page.mouse.move(585, 190);
await shot('bench-plan');
await sight('E-01');
await page.mouse.move(500, 100);
await shot('bench-elevation');
for (const [list, choice] of [
  ['Scale', '1:50'],
  ['Look', 'Presentation'],
]) {
  await page.getByLabel('Slate').getByRole('combobox', { name: list, exact: true }).click();
  await page.getByRole('option', { name: choice, exact: true }).click();
}
await page.locator('canvas[data-painted$=", faces"]').waitFor({ timeout: 60_000 });
await page.mouse.move(600, 20);
await shot('bench-look');
await page.keyboard.press('u');
await page.getByRole('button', { name: 'Profile' }).click();
const board = await page.getByTestId('drawing').boundingBox();
await page.mouse.click(board.x + 335, board.y + 180);
await page.getByRole('button', { name: 'Fill it' }).waitFor();
await shot('touch-up');
await page.getByRole('button', { name: 'Done' }).click();
for (let k = 0; k < 2; k++) await page.keyboard.press('Control+z');
await sight('S-04');
await page.getByRole('link', { name: 'Standard' }).click();
await page.locator('[data-testid=specimen] canvas[data-painted]').waitFor();
await page.waitForTimeout(1500);
await page.mouse.move(208, 217);
for (let k = 0; k < 8; k++) await page.mouse.wheel(0, -140);
await page.getByRole('radio', { name: 'Cut faces' }).click();
await page.getByRole('row', { name: 'Rule 13', exact: true }).getByTestId('caught').click();
await page.waitForTimeout(1000);
await shot('standard');
await page.getByRole('link', { name: /^Bench/ }).click();
await page.waitForTimeout(1500);
await sight('S-04');
await page.keyboard.press('n');
await page.keyboard.press('s');
await page.mouse.click(330, 640);
await page.mouse.move(800, 655);
await shot('new-section');
// back by its point, and out
await page.keyboard.press('Escape');
await page.keyboard.press('Escape');
// the whole from above: oblique, pulled apart, and from where one stands
await page.keyboard.press('n');
await page.keyboard.press('o');
await page.waitForTimeout(2500);
await page.mouse.move(590, 230);
await page.keyboard.press('n');
await page.keyboard.press('a');
await page.waitForTimeout(2000);
for (const what of ['Slab', 'Window', 'Roof']) {
  await page.getByRole('button', { name: 'Add to Pulled apart' }).click();
  await page.getByRole('menuitem', { name: what, exact: true }).click();
  await page.waitForTimeout(800);
}
await page.keyboard.press('Escape');
await page.waitForTimeout(2500);
await page.keyboard.press('9');
await page.mouse.move(640, 300);
await shot('bench-pulled-apart');
await page.keyboard.press('n');
await page.keyboard.press('v');
for (const point of ['-4m; -6m', '6m; 3m']) {
  await page.waitForTimeout(400);
  await page.keyboard.type(point);
  await page.keyboard.press('Enter');
}
await page.waitForTimeout(3000);
await page.mouse.move(700, 260);
await shot('bench-perspective');
for (let k = 0; k < 9; k++) await page.keyboard.press('Control+z');
await page.waitForTimeout(1500);
// what is left in a turned box, and several sights at once
await page.keyboard.press('n');
await page.keyboard.press('a');
await page.waitForTimeout(2500);
const slate = page.getByLabel('Slate');
await slate.getByRole('button', { name: 'Keep box' }).click();
for (const [label, figure] of [
  ['Wide', '9m'],
  ['Deep', '9m'],
  ['X', '6.5m'],
  ['Y', '0.5m'],
  ['Up to', '+2.200'],
]) {
  await slate.getByRole('textbox', { name: label, exact: true }).fill(figure);
  await page.keyboard.press('Enter');
  await page.waitForTimeout(500);
}
await page.keyboard.press('Escape');
await page.waitForTimeout(2500);
await page.keyboard.press('9');
await page.mouse.move(700, 260);
await shot('bench-keep-box');
for (let k = 0; k < 7; k++) await page.keyboard.press('Control+z');
await page.waitForTimeout(1500);
await sight('E-01');
await page
  .getByLabel('Register')
  .getByRole('button', { name: 'E-04' })
  .click({ modifiers: ['Shift'] });
await page.waitForTimeout(1500);
await page.mouse.move(700, 260);
await shot('bench-several');
await sight('S-04');
await page.keyboard.press('1');
await page.waitForTimeout(4000);
await page.getByText('being made').waitFor({ state: 'hidden' });
await shot('model');
await page.getByRole('button', { name: 'Show finding 4', exact: true }).click();
await page.getByRole('button', { name: 'Chart' }).click();
await page.waitForTimeout(2500);
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Chart' }).click();
await page.getByLabel('Another model').setInputFiles('demo/boat-gantry.ifc');
await page.getByText('354 elements').first().waitFor({ timeout: 60_000 });
await page.getByRole('button', { name: 'Place boat-gantry' }).click();
await page.getByRole('button', { name: 'grid lines' }).click();
await page.getByText('Laid by A').waitFor();
await page.getByRole('button', { name: 'Whole model' }).click();
await page.waitForTimeout(3000);
await page.getByText('being made').waitFor({ state: 'hidden' });
await shot('models');
const newer = readFileSync('demo/boat-gantry.ifc', 'utf8').replace("'Hoist'", "'Hoist, 2 t'").replaceAll('(2450.,', '(2650.,');
await page
  .getByLabel('Newer file of boat-gantry')
  .setInputFiles({ name: 'boat-gantry.ifc', mimeType: 'text/plain', buffer: Buffer.from(newer) });
await page.getByLabel('Changes').waitFor({ timeout: 60_000 });
await page.keyboard.press('2');
await sight('E-01');
await page.getByLabel('Changes').locator('summary').first().click();
await shot('changes');
await page.goto(address);
await page.getByRole('link', { name: 'Heron Spit Tide Station' }).waitFor();
await shot('shelf');
await page.locator('input[type=file]').setInputFiles('demo/boat-house-plan.dxf');
await page.waitForURL(/\/bench/);
await page.waitForTimeout(2000);
await page.keyboard.press('1');
await page.waitForTimeout(2500);
for (const [field, figure] of [
  ['Base of WINDOWS', '900'],
  ['Height of WINDOWS', '1200'],
  ['Height of GATE OPENING', '2300'],
]) {
  await page.getByLabel(field).fill(figure);
  await page.getByLabel(field).press('Enter');
  await page.waitForTimeout(1500);
}
await shot('model-plan');
await page.goto(address);
await page.getByRole('button', { name: 'Draw a plan' }).click();
await page.waitForURL(/\/bench/);
await page.getByText('An empty plan.').waitFor();
await page.getByRole('button', { name: 'Draw outlines' }).click();
const scan = await browser.newPage({ viewport: { width: 1100, height: 700 } });
await scan.setContent(SCAN);
const paper = await scan.screenshot();
await scan.close();
const key = page.getByTestId('key');
await key.getByRole('button', { name: 'Background' }).click();
await page.getByLabel('Image to lay behind').setInputFiles({ name: 'survey.png', mimeType: 'image/png', buffer: paper });
await page.getByRole('button', { name: 'Scale by two points' }).waitFor();
await page.getByRole('button', { name: 'Close the backgrounds' }).click();
const bar = page.getByRole('form', { name: 'Outlines' });
for (const [x, y] of ['1000 1000', '9000 1000', '9000 6500', '1000 6500', '1000 1000'].map((p) => p.split(' '))) {
  await bar.getByLabel('X of the next point').fill(x);
  await bar.getByLabel('Y of the next point').fill(y);
  await bar.getByLabel('Y of the next point').press('Enter');
}
await page.waitForTimeout(2500);
await page.keyboard.press('Escape');
await page.keyboard.press('9');
await page.getByRole('button', { name: 'Draw outlines' }).click();
const box = await key.boundingBox();
await page.mouse.click(box.x + 560, box.y + 175);
await page.mouse.move(box.x + 560, box.y + 110);
await shot('drawn-plan');
await page.goto(address);
await page.locator('input[type=file]').setInputFiles(['demo/tide-bell-stand.obj', 'demo/tide-bell-stand.mtl']);
await page.waitForURL(/\/bench/);
await page.waitForTimeout(2000);
await page.keyboard.press('1');
await page.getByRole('combobox', { name: 'Units in the file' }).click();
await page.getByRole('option', { name: 'millimetres' }).click();
await page.waitForTimeout(2500);
await page.keyboard.press('2');
await page.waitForTimeout(2500);
await page.keyboard.press('n');
await page.keyboard.press('s');
await page.waitForTimeout(500);
await page.mouse.click(250, 582.7);
await page.waitForTimeout(500);
await page.mouse.click(1000, 582.7);
await page.waitForTimeout(2500);
await page.getByLabel('Add to Keep joints').click();
await page.getByRole('menuitem', { name: 'Everything' }).click();
await page.waitForTimeout(3000);
await shot('joinery');
await browser.close();
process.exit(0);
