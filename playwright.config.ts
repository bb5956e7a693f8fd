import { defineConfig } from '@playwright/test';

// One port for the run, the same in all its processes, that another run on this machine is unlikely to have.
const PORT = Number((process.env['TARVEX_E2E_PORT'] ??= String(20_000 + (process.pid % 20_000))));

export default defineConfig({
  testDir: 'e2e',
  timeout: 60_000,
  expect: { timeout: 15_000 },
  // a model of a million triangles takes a minute: npm run stopwatch
  testIgnore: process.env['STOPWATCH'] ? [] : ['large-model.spec.ts', 'handles.spec.ts'],
  fullyParallel: false,
  // a page with its workers fills two cores by itself
  workers: 1,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: {
      ...(process.env['CHROME_PATH'] && { executablePath: process.env['CHROME_PATH'] }),
      // memory is told at once, not after the next collection
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--enable-blink-features=ForceEagerMeasureMemory',
      ],
    },
  },
  webServer: {
    command: 'node server/server.mjs',
    url: `http://127.0.0.1:${PORT}`,
    env: { PORT: String(PORT) },
    reuseExistingServer: false,
  },
});
