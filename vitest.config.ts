import tailwindcss from '@tailwindcss/vite';
import { playwright } from '@vitest/browser-playwright';
import { defineConfig } from 'vitest/config';

/** What another file has compiled before would be found by the engine itself. */
const ALONE = ['cli/quick-require.test.ts'];
const BROWSER_TESTS = 'app/**/*.browser.test.{ts,tsx}';

export default defineConfig({
  test: {
    // of two cores one would stand idle otherwise
    maxWorkers: 2,
    testTimeout: 60_000,
    hookTimeout: 60_000,
    projects: [
      {
        extends: true,
        test: {
          name: 'node',
          include: ['{core,cli,demo,scripts,benchmarks}/**/*.test.ts'],
          exclude: ALONE,
          environment: 'node',
          // the engine keeps nothing between drawings: its files share what is loaded, and compiled, once
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'node app',
          include: ['app/**/*.test.ts', ...ALONE],
          exclude: [BROWSER_TESTS],
          environment: 'node',
        },
      },
      {
        extends: true,
        plugins: [tailwindcss()],
        // found before the first test: what is met later would load the page anew
        optimizeDeps: {
          include: [
            'react',
            'react-dom/client',
            'react/jsx-dev-runtime',
            'radix-ui',
            'vitest-browser-react',
            '@use-gesture/react',
            'comlink',
            'dexie',
            'joi',
            'react-router',
            'react-resizable-panels',
            'react-hotkeys-hook',
            'cmdk',
            'axe-core',
            '@tanstack/react-table',
            '@tanstack/react-virtual',
            'immer',
            'sonner',
            'flatbush',
            'fflate',
            'clipper2-ts',
            'earcut',
            '@dnd-kit/core',
            '@dnd-kit/sortable',
            '@dnd-kit/utilities',
          ],
        },
        test: {
          name: 'browser',
          include: [BROWSER_TESTS],
          setupFiles: ['app/testing/browser-setup.ts'],
          browser: {
            enabled: true,
            headless: true,
            screenshotFailures: false,
            provider: playwright({
              contextOptions: { hasTouch: true },
              launchOptions: {
                ...(process.env['CHROME_PATH'] && { executablePath: process.env['CHROME_PATH'] }),
                args: ['--no-sandbox', '--disable-background-networking', '--disable-component-update', '--no-first-run'],
              },
            }),
            instances: [{ browser: 'chromium', viewport: { width: 1280, height: 800 } }],
          },
        },
      },
    ],
  },
});
