import { expect } from '@playwright/test';
import { test } from './test';
import { openPiece, stage } from './workshop';

const PAGES = [
  '/',
  '/kit',
  '/desk',
  '/settings',
  '/drawer',
  '/drawer/cuts',
  '/drawer/orders',
  '/drawer/prices',
  '/deleted',
  '/piece/demo-boat',
  ...['figure', 'trace', 'wire', 'bends', 'rehearse', 'dressing', 'sheet', 'make', 'make/m'].map(
    (s) => `/piece/demo-boat/${s}`,
  ),
];
const FILES = ['/health', '/demo.json', '/favicon.svg', '/theme.js', '/sw.js', '/kit.data'];
const WRONG = ['/nowhere', '/assets/none.js', '/%E0%A4%A', '/piece/a/b/c/d'];

test('every answer carries the strict rules, and none has a word of what is behind it', async ({
  request,
}) => {
  for (const path of [...PAGES, ...FILES, ...WRONG]) {
    const answer = await request.get(path, { maxRedirects: 0 });
    const headers = answer.headers();
    expect(headers, path).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'x-frame-options': 'DENY',
    });
    expect(headers['x-powered-by'], path).toBeUndefined();
    expect(headers['permissions-policy'], path).toContain('microphone=()');
    const policy = headers['content-security-policy'] ?? '';
    expect(policy, path).toContain("default-src 'none'");
    expect(policy, path).toContain("frame-ancestors 'none'");
    const scripts = /script-src ([^;]*)/.exec(policy)?.[1] ?? '';
    expect(scripts, path).not.toMatch(/unsafe|\*|https?:/);
    const text = await answer.text();
    if (WRONG.includes(path)) {
      expect([400, 404], path).toContain(answer.status());
      expect(text, path).not.toMatch(/No route|node_modules|\bat .*:\d+:\d+|Error:/);
    } else expect(answer.status(), path).toBe(200);
    // No inline script without its nonce.
    const nonce = /'nonce-([^']+)'/.exec(policy)?.[1];
    for (const [tag] of text.matchAll(/<script\b[^>]*>/g)) {
      expect(tag.includes('src=') || tag.includes(`nonce="${nonce}"`), `${path} ${tag}`).toBe(true);
    }
  }
});

test('odd ways to ask are answered properly', async ({ request }) => {
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH', 'PROPFIND']) {
    const answer = await request.fetch('/', { method, data: 'x' });
    expect(answer.status(), method).toBe(405);
    expect(answer.headers()['allow'], method).toBe('GET, HEAD');
    expect(await answer.text()).toContain('Nothing can be sent to this address');
  }
  expect((await request.head('/kit')).status()).toBe(200);
});

test('all screens run under these rules without a violation', async ({ page }) => {
  const violations: string[] = [];
  page.on('console', (said) => {
    if (/Content.Security.Policy|Permissions.Policy|Refused to/i.test(said.text()))
      violations.push(said.text());
  });
  await openPiece(page, 'Sailing boat');
  for (const name of ['Wire', 'Bends', 'Dressing', 'Sheet', 'Make']) await stage(page, name);
  await expect(page.getByRole('button', { name: /Begin a making, \d+ steps/ })).toBeVisible();
  for (const path of [
    '/piece/demo-boat/rehearse',
    '/kit',
    '/desk',
    '/settings',
    '/drawer/cuts',
    '/deleted',
  ]) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
  }
  expect(violations).toEqual([]);
});
