import { defineConfig } from '@playwright/test';

const port = Number(process.env['E2E_PORT'] ?? 4317);

export default defineConfig({
  testDir: 'e2e',
  testIgnore: '**/pictures.spec.ts',
  timeout: 300_000,
  expect: { timeout: 100_000 },
  workers: 2,
  fullyParallel: true,
  retries: 0,
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // Only the tests of work without a connection let all files be kept in the browser.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-gpu',
        '--disable-background-networking',
      ],
    },
  },
  webServer: {
    command: 'node server/main.mjs',
    url: `http://127.0.0.1:${port}/health`,
    env: { HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' },
    reuseExistingServer: false,
  },
});
