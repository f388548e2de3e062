import type { Page } from '@playwright/test';

/** All records of this browser but what it noted for itself. */
export const allRecords = (page: Page): Promise<Record<string, unknown>> =>
  page.evaluate(
    () =>
      new Promise<Record<string, unknown>>((done, fail) => {
        const open = indexedDB.open('hush-road');
        open.onerror = () => fail(new Error('no database'));
        open.onsuccess = () => {
          const names = ['pieces', 'makings', 'pictures', 'settings', 'earlier'];
          const all: Record<string, unknown> = {};
          const change = open.result.transaction(names, 'readonly');
          for (const name of names) {
            const cursor = change.objectStore(name).openCursor();
            cursor.onsuccess = () => {
              const at = cursor.result;
              if (!at) return;
              const key = `${name} ${at.key as string}`;
              const value = at.value as { file?: Blob; name?: string };
              if (!/settings (copies|demo-offered)/.test(key)) {
                all[key] = value.file
                  ? { name: value.name, size: value.file.size, type: value.file.type }
                  : value;
              }
              at.continue();
            };
          }
          change.oncomplete = () => {
            open.result.close();
            done(all);
          };
        };
      }),
  );

/** Puts a record into the browser past all that the application checks. */
export async function putRaw(page: Page, key: string, value: unknown): Promise<void> {
  await page.evaluate(
    ([k, v]) =>
      new Promise<void>((done, fail) => {
        const open = indexedDB.open('hush-road');
        open.onerror = () => fail(new Error('no database'));
        open.onsuccess = () => {
          const change = open.result.transaction('pieces', 'readwrite');
          change.objectStore('pieces').put(v, k);
          change.oncomplete = () => {
            open.result.close();
            done();
          };
        };
      }),
    [key, value] as const,
  );
}
