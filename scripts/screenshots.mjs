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
await shot('model');
await page.goto(address);
await page.getByRole('link', { name: 'Heron Spit Tide Station' }).waitFor();
await shot('shelf');
await browser.close();
server.kill();
