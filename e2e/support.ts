import { expect, test as base, type BrowserContext, type Download, type Locator, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import type { Sight } from '../core/sights/sight';
import { broughtBack, emptied, layAside } from './kept-demo';

/**
 * Tests share the profile of one browser, which has compiled the application and read the demo once; each begins with nothing kept in it,
 * on a page of its own.
 */
export const test = base.extend<object, { profile: BrowserContext }>({
  profile: [
    async ({ browser }, use, { project }) => {
      const { baseURL, acceptDownloads } = project.use;
      const profile = await browser.newContext({ baseURL: baseURL!, acceptDownloads: acceptDownloads! });
      await use(profile);
      await profile.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ profile }, use) => {
    await use(profile);
    await Promise.all(profile.pages().map((page) => page.close()));
  },
  page: async ({ context, viewport }, use) => {
    const page = await context.newPage();
    if (viewport) await page.setViewportSize(viewport);
    await emptied(page);
    await use(page);
  },
});

export const DEMO_IFC = 'demo/heron-spit-tide-station.ifc';

/** Drops files anywhere on the page, as a hand would from the desktop. */
export async function drop(page: Page, name: string, bytes: Buffer, ...more: readonly (readonly [string, Buffer])[]): Promise<void> {
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeVisible();
  const transfer = await page.evaluateHandle(
    (files) => {
      const out = new DataTransfer();
      for (const [fileName, data] of files) out.items.add(new File([Uint8Array.from(atob(data!), (c) => c.charCodeAt(0))], fileName!));
      return out;
    },
    [[name, bytes] as const, ...more].map(([file, data]) => [file, data.toString('base64')]),
  );
  await page.dispatchEvent('body', 'dragover', { dataTransfer: transfer });
  await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
}

/** Waits until the selected sight is drawn and current, and ink of it is on the screen. */
export async function drawn(page: Page, number: string): Promise<void> {
  // what changes with one that was drawn anew is shown before it takes its place
  await expect
    .poll(async () => {
      const replace = page.getByRole('button', { name: /^Replace ↵/ });
      if (await replace.isVisible()) await replace.click();
      return row(page, number).textContent();
    })
    .toContain('current');
  await expect(row(page, number)).not.toContainText('drawing');
  await expect(page.getByRole('img', { name: new RegExp(`^Drawing ${number} `) })).toBeVisible();
  await expect.poll(() => inkOf(page)).toBeGreaterThan(20);
}

/** The middle of what is to be taken by hand, once it stands still: a drawing that has just come is fitted first. */
export async function restingAt(taken: Locator): Promise<readonly [number, number]> {
  let before = '';
  await expect
    .poll(
      async () => {
        const now = JSON.stringify(await taken.boundingBox());
        const isResting = now === before && now !== 'null';
        before = now;
        return isResting;
      },
      { intervals: [200] },
    )
    .toBe(true);
  const { x, y, width, height } = (await taken.boundingBox())!;
  return [x + width / 2, y + height / 2];
}

/** A sight as it is kept. */
export const keptSight = (page: Page, number: string) =>
  page.evaluate(
    (wanted) =>
      new Promise<{ scale: number; sight: Sight }>((resolve, reject) => {
        const asked = indexedDB.open('tarvex');
        asked.onsuccess = () => {
          const rows = asked.result.transaction('sights').objectStore('sights').getAll();
          rows.onerror = () => reject(rows.error);
          rows.onsuccess = () => {
            asked.result.close();
            resolve((rows.result as { held: { scale: number; sight: Sight } }[]).find((r) => r.held.sight.number === wanted)!.held);
          };
        };
        asked.onerror = () => reject(asked.error);
      }),
    number,
  );

/** Dark pixels of the Drawing, as its canvas has them. */
export const inkOf = (page: Page): Promise<number> =>
  page.getByRole('img', { name: /^Drawing/ }).evaluate((canvas: HTMLCanvasElement) => {
    if (!canvas.width || !canvas.height) return 0;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let dark = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i + 3]! > 128 && data[i]! + data[i + 1]! + data[i + 2]! < 400) dark++;
    return dark;
  });

export const row = (page: Page, number: string) => page.getByLabel('Register').getByRole('button', { name: number });

/** Opens the demo: read the first time, as it was kept then every other time. */
export async function openDemo(page: Page): Promise<void> {
  const isKept = await broughtBack(page);
  await readDemo(page);
  if (isKept) return;
  await expect.poll(() => drawingsKept(page)).toBeGreaterThan(1);
  await layAside(page);
}

/** Opens the demo, which is read where it is not kept. */
export async function readDemo(page: Page): Promise<void> {
  await page.goto('/demo');
  await page.waitForURL(/\/bench/);
  await drawn(page, 'S-03');
}

const drawingsKept = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const asked = indexedDB.open('tarvex');
        asked.onsuccess = () => {
          const count = asked.result.transaction('drawings').objectStore('drawings').count();
          count.onsuccess = () => {
            asked.result.close();
            resolve(count.result);
          };
        };
      }),
  );

export async function download(page: Page, act: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> {
  const [file] = await Promise.all([page.waitForEvent('download') as Promise<Download>, act()]);
  return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
}

/** The engine's workers that are running now. */
export const engines = (page: Page) => page.workers().filter((w) => w.url().includes('engine.worker'));

/** Chooses from a list that opens. */
export async function choose(scope: Page | Locator, label: string, option: string | RegExp): Promise<void> {
  await scope.getByRole('combobox', { name: label, exact: true }).click();
  const page = 'page' in scope ? scope.page() : scope;
  await page
    .getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option })
    .first()
    .click();
}
