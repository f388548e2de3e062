import { test as base, type ConsoleMessage } from '@playwright/test';

/** How the application begins what it says of a fault that it caught. */
const FAULT = /^Hush Road, ([^:]+):/;

interface Faults {
  /** faults of this kind are what is being tried here */
  expectFault: (where: RegExp) => void;
}

/** A test that fails when the application reports a fault which it did not expect. */
export const test = base.extend<Faults>({
  expectFault: [
    async ({ context }, use) => {
      const expected: RegExp[] = [];
      const found: string[] = [];
      const hear = (said: ConsoleMessage): void => {
        if (FAULT.test(said.text())) found.push(said.text());
      };
      context.on('console', hear);
      await use((where) => expected.push(where));
      const left = found.filter((text) => !expected.some((where) => where.test(text)));
      if (left.length > 0) throw new Error(`Faults that were not expected:\n${left.join('\n')}`);
    },
    { auto: true },
  ],
});
