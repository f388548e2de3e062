import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const here = (folder: string): string => fileURLToPath(new URL(folder, import.meta.url));

export default defineConfig({
  resolve: {
    alias: { '~': here('./app'), '@core': here('./core'), '@demo': here('./demo') },
  },
  test: {
    include: ['{core,app,cli,demo,offline,scripts,server}/**/*.test.{ts,tsx}'],
    setupFiles: ['./scripts/propertySeed.ts'],
    environment: 'node',
    testTimeout: 180_000,
  },
});
