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

/** Prints a table, and writes it to a file where STOPWATCH names one. */
export function tell(title: string, rows: readonly (readonly [string, string])[]): void {
  process.stdout.write(`    ${title}\n${rows.map(([what, figure]) => `    ${what}: ${figure}`).join('\n')}\n`);
  const file = process.env['STOPWATCH'];
  if (file)
    writeFileSync(
      file,
      `# Stopwatch\n\n${title}, written by \`npm run stopwatch\`.\n\n| what | figure |\n| --- | --- |\n${rows.map((r) => `| ${r.join(' | ')} |`).join('\n')}\n`,
    );
}
