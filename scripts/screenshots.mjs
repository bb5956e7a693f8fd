/* Takes the pictures of the main views anew: node scripts/screenshots.mjs, with the application built. */
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { ensureChromium } from './chromium.mjs';

const PORT = 5392;
const server = spawn('node', ['server/server.mjs'], { env: { ...process.env, PORT: String(PORT) }, stdio: ['ignore', 'pipe', 'inherit'] });
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
await sight('P-01');
await page.mouse.move(585, 190);
await shot('bench-plan');
await sight('E-01');
await page.mouse.move(500, 100);
await shot('bench-elevation');
await sight('S-04');
await page.keyboard.press('n');
await page.keyboard.press('s');
await page.mouse.click(330, 640);
await page.mouse.move(800, 655);
await shot('new-section');
await page.keyboard.press('Escape');
await page.keyboard.press('/');
await shot('go-to');
await page.keyboard.press('Escape');
await page.keyboard.press('1');
await page.waitForTimeout(4000);
await page.getByText('being made').waitFor({ state: 'hidden' });
await shot('model');
await page.getByRole('button', { name: 'Show finding 4', exact: true }).click();
await page.getByRole('button', { name: 'Chart' }).click();
await page.waitForTimeout(2500);
await shot('model-check');
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
await browser.close();
server.kill();
