import type { Page } from '@playwright/test';
import { writeFileSync } from 'node:fs';

/**
 * Milliseconds from the next press (of pointer or key) on the page until something is so there, looked at in each frame: a question from
 * here would come late.
 * @param isSo the body of a function of the page, which tells whether it is so
 */
export async function fromPress(page: Page, act: () => Promise<void>, isSo: string, on = 'pointerdown'): Promise<number> {
  await page.evaluate(
    ([body, event]) => {
      const watch = { ms: 0 };
      Object.assign(window, { watch });
      // what is looked for comes as the text of a function: it runs in the page
      // oxlint-disable-next-line typescript/no-implied-eval
      const look = new Function(body!) as () => boolean;
      const begin = () => {
        const from = performance.now();
        const frame = () => (look() ? void (watch.ms = performance.now() - from) : requestAnimationFrame(frame));
        requestAnimationFrame(frame);
      };
      addEventListener(event!, begin, { once: true, capture: true });
    },
    [isSo, on],
  );
  await act();
  const ended = await page.waitForFunction(() => (window as unknown as { watch: { ms: number } }).watch.ms, undefined, { timeout: 60_000 });
  return (await ended.jsonValue()) as number;
}

/** Megabytes that the page and its workers take, shared memory too. */
export const megabytes = async (page: Page): Promise<number> => {
  const { bytes } = await page.evaluate(() =>
    (performance as unknown as { measureUserAgentSpecificMemory: () => Promise<{ bytes: number }> }).measureUserAgentSpecificMemory(),
  );
  return bytes / 1e6;
};

/** Prints a table, and writes it to a file of that name in the folder that STOPWATCH names. */
export function tell(name: string, title: string, rows: readonly (readonly [string, string])[]): void {
  process.stdout.write(`    ${title}\n${rows.map(([what, figure]) => `    ${what}: ${figure}`).join('\n')}\n`);
  const folder = process.env['STOPWATCH'];
  const heading = name.replace(/^./, (c) => c.toUpperCase());
  if (folder)
    writeFileSync(
      `${folder}/${name}.md`,
      `# ${heading}\n\n${title}, written by \`npm run stopwatch\`.\n\n| what | figure |\n| --- | --- |\n${rows.map((r) => `| ${r.join(' | ')} |`).join('\n')}\n`,
    );
}

/** Drags by the mouse, and tells how many frames there were in the meantime, how long the slow ones took, and how long what follows the hand took. */
export async function dragged(
  page: Page,
  from: readonly [number, number],
  by: readonly [number, number],
  isExact: string,
): Promise<{ readonly frames: number; readonly slow: number; readonly exact: number }> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.evaluate(() => {
    const held = { frames: [] as number[], on: true };
    Object.assign(window, { held });
    let before = performance.now();
    const tick = (now: number) => {
      held.frames.push(now - before);
      before = now;
      if (held.on) requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  for (let step = 1; step <= 20; step++) {
    await page.mouse.move(from[0] + (by[0] * step) / 20, from[1] + (by[1] * step) / 20);
    await page.waitForTimeout(16);
  }
  const frames = await page.evaluate(() => {
    const { held } = window as unknown as { held: { frames: number[]; on: boolean } };
    held.on = false;
    return held.frames.slice(1).sort((a, b) => a - b);
  });
  const exact = await fromPress(page, () => page.mouse.up(), isExact, 'pointerup');
  return { frames: frames.length, slow: frames[Math.floor(frames.length * 0.95)] ?? 0, exact };
}
