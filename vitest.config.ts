import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,app,cli,demo,scripts,benchmarks}/**/*.test.ts'],
    environment: 'node',
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // of two cores one would stand idle otherwise
    maxWorkers: 2,
  },
});
