import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { DEMO_IFC, drawn, drop, engines, openDemo, readDemo, row, test } from './support';

test('a damaged IFC gives one sentence, and nothing that was there is lost', async ({ page }) => {
  await openDemo(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Heron Spit Tide Station' })).toBeVisible();
  const whole = readFileSync(DEMO_IFC);
  const inText = whole.indexOf("'Main stair'") + 4;
  await drop(page, 'torn.ifc', whole.subarray(0, inText));
  const alert = page.getByRole('alert');
  await expect(alert).toContainText(/torn\.ifc is damaged: a text that begins in line \d+ has no end; export the file anew/);
  await drop(page, 'photo.jpg', Buffer.from([0xff, 0xd8, 0xff]));
  await expect(alert.last()).toContainText('photo.jpg: no reader for files of the kind');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('link', { name: 'Heron Spit Tide Station' }).click();
  await drawn(page, 'S-03');
});

test('a file that was cut off is drawn as far as it goes, and says so', async ({ page }) => {
  await page.goto('/');
  const whole = readFileSync(DEMO_IFC);
  await drop(page, 'short.ifc', whole.subarray(0, whole.lastIndexOf('ENDSEC')));
  await page.waitForURL(/\/bench/);
  await drawn(page, 'P-01');
  await page.keyboard.press('1');
  await expect(page.getByLabel('Checks')).toContainText('cut off');
});

test('a worker that is killed at work gives a message, and the next drawing works', async ({ page }) => {
  await openDemo(page);
  // The engine ends at the next request it gets, before it can answer.
  for (const engine of engines(page))
    await engine.evaluate(() => {
      self.postMessage = () => self.close();
      return null;
    });
  await row(page, 'E-01').click();
  await expect(page.getByRole('alert')).toContainText('The drawing engine stopped in the middle of its work');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await drawn(page, 'E-01');
  await row(page, 'E-02').click();
  await drawn(page, 'E-02');
});

test('a painter that dies comes back with what is shown, and nothing waits for it for ever', async ({ page }) => {
  await openDemo(page);
  const ink = () =>
    page.getByRole('img', { name: /^Drawing/ }).evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      let dark = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i + 3]! > 128 && data[i]! < 100) dark++;
      return dark;
    });
  await expect.poll(ink).toBeGreaterThan(2000);
  const painters = () => page.workers().filter((worker) => worker.url().includes('paint.worker'));
  // it ends at the next picture that it is asked for
  await painters()[0]!.evaluate(() => {
    self.postMessage = () => self.close();
    return null;
  });
  await page.keyboard.press('0');
  await row(page, 'S-04').click();
  await drawn(page, 'S-04');
  await expect.poll(ink).toBeGreaterThan(2000);
  expect(painters()).toHaveLength(1);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('Delete in the Register takes away the sight in focus, and undo brings it back', async ({ page }) => {
  await openDemo(page);
  await row(page, 'E-02').focus();
  await page.keyboard.press('Delete');
  await expect(row(page, 'E-02')).toHaveCount(0);
  await expect(row(page, 'S-03')).toHaveAttribute('aria-current', 'true');
  await page.keyboard.press('Control+z');
  await expect(row(page, 'E-02')).toBeVisible();
});

test('a disk that is full is told, and the project that was there is whole', async ({ browser, baseURL }) => {
  // a profile of its own, in which nothing else takes up room
  const page = await browser.newPage({ baseURL: baseURL! });
  await page.goto('/');
  // room for one of these projects, which the browser itself finds out while it writes
  const session = await page.context().newCDPSession(page);
  await session.send('Storage.overrideQuotaForOrigin', { origin: new URL(page.url()).origin, quotaSize: 1_700_000 });
  await readDemo(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Heron Spit Tide Station' })).toBeVisible();
  await drop(page, 'second.ifc', readFileSync(DEMO_IFC));
  await expect(page.getByRole('alert')).toContainText('no room left for the project: delete other projects or free disk space');
  await page.reload();
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('link', { name: 'Heron Spit Tide Station' }).click();
  await drawn(page, 'S-03');
  await page.context().close();
});

test('a deleted project comes back by undo', async ({ page }) => {
  await openDemo(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete Heron Spit Tide Station' }).click();
  await expect(page.getByText('Nothing here yet')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('link', { name: 'Heron Spit Tide Station' }).click();
  await drawn(page, 'S-03');
});

test('a project opens while the Shelf still reads itself anew', async ({ page }) => {
  await openDemo(page);
  // the Shelf takes long to read, and so does whatever a router asks for before it goes elsewhere
  await page.addInitScript(() => {
    const estimate = navigator.storage.estimate.bind(navigator.storage);
    (globalThis as { readings?: number }).readings = 0;
    navigator.storage.estimate = async () => {
      (globalThis as { readings?: number }).readings!++;
      await new Promise((resolve) => setTimeout(resolve, 700));
      return estimate();
    };
  });
  await page.route('**/__manifest**', (route) => setTimeout(() => void route.continue(), 1500));
  await page.goto('/');
  // tidied up, it reads itself for the second time
  await page.waitForFunction(() => (globalThis as { readings?: number }).readings === 2);
  await page.getByRole('link', { name: 'Heron Spit Tide Station' }).click();
  await expect(row(page, 'S-03')).toBeVisible();
});

test('the page is isolated, runs no foreign script and asks nobody else', async ({ page }) => {
  const foreign: string[] = [];
  const complaints: string[] = [];
  page.on('request', (request) => {
    if (!/^(http:\/\/127\.0\.0\.1|data:|blob:)/.test(request.url())) foreign.push(request.url());
  });
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error.message));
  const response = await page.goto('/');
  const policy = response!.headers()['content-security-policy']!;
  // scripts of this page with their nonce and WebAssembly, nothing else
  const scripts = /script-src ([^;]*)/
    .exec(policy)![1]!
    .split(' ')
    .map((word) => word.replace(/^'nonce-.{16,}'$/, 'nonce'));
  expect(scripts).toEqual(["'self'", 'nonce', "'wasm-unsafe-eval'"]);
  await openDemo(page);
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  expect(foreign).toEqual([]);
  expect(complaints).toEqual([]);
});
