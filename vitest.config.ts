import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const here = (folder: string): string => fileURLToPath(new URL(folder, import.meta.url));

export default defineConfig({
  resolve: {
    alias: { '~': here('./app'), '@core': here('./core'), '@demo': here('./demo') },
  },
  test: {
    setupFiles: ['./scripts/propertySeed.ts'],
    environment: 'node',
    testTimeout: 180_000,
    maxWorkers: '100%',
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['{core,cli,demo,offline,scripts,server}/**/*.test.ts'],
          // Pure functions: what one file loads serves the next.
          isolate: false,
        },
      },
      // What is tried here stands in for the browser: each file on its own.
      { extends: true, test: { name: 'app', include: ['app/**/*.test.{ts,tsx}'] } },
    ],
    coverage: {
      provider: 'v8',
      include: ['core/**/*.ts'],
      exclude: ['**/*.test.ts', '**/*.support.ts', '**/fixtures/**'],
      reporter: ['text-summary', 'html'],
      reportsDirectory: 'node_modules/.cache/hush-road/coverage',
    },
  },
});
