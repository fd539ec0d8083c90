import type { ChildProcess } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Browser, expect, type Page, test } from '@playwright/test';
import { runServer } from '../scripts/lib/runServer.mjs';
import { comeInAs, goTo, openJob } from './hands.ts';

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const database = process.env.OMBRIK_TEST_DATABASE_URL;
/** Any port that nothing else of the tests takes: the second server comes back to it after it was killed. */
const PORT = '4391';

async function person(browser: Browser, url: string | undefined, name: string): Promise<Page> {
  const page = await (await browser.newContext(url ? { baseURL: url } : {})).newPage();
  await comeInAs(page, name);
  await openJob(page, 'Corrie Top repeater');
  await goTo(page, 'Brief');
  return page;
}
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });
async function type(page: Page, label: string, text: string): Promise<void> {
  await field(page, label).fill(text);
  await field(page, label).blur();
}

test('two servers on one database: one person offline in between, one server killed in the middle, nothing lost', async ({
  browser,
}) => {
  test.skip(!database, 'needs a database of its own: npm test gives it one');
  test.setTimeout(240_000);
  // Said anew each time: what stands already is no change.
  const now = Date.now();
  const start = (): Promise<{ child: ChildProcess; port: number }> =>
    runServer(root, { DATABASE_URL: database, PORT, OMBRIK_DEMO: '1' });
  let second = await start();
  try {
    const mira = await person(browser, undefined, 'Mira Holt');
    const edda = await person(browser, `http://127.0.0.1:${PORT}`, 'Edda Lorne');

    // What one keeps at one server the other sees at the other.
    await type(mira, 'Customer', `The summit club ${now}`);
    await expect(field(edda, 'Customer')).toHaveValue(`The summit club ${now}`);

    // Each is seen where she is, and followed.
    const brief = (page: Page) => page.getByRole('link', { name: /Brief/ });
    await expect(brief(mira)).toContainText('Edda Lorne is here');
    await expect(brief(edda)).toContainText('Mira Holt is here');
    await goTo(mira, 'Circuit');
    await expect(edda.getByRole('link', { name: /Circuit/ })).toContainText('Mira Holt is here');
    await goTo(mira, 'Brief');

    // Offline, one goes on, and so does the other; back, both have everything.
    await edda.context().setOffline(true);
    await type(edda, 'What is behind it', `a warm pipe ${now}`);
    await expect(edda.getByRole('banner').getByRole('status')).not.toHaveText('saved');
    const hers = mira.waitForResponse((r) => r.url().endsWith('/edits') && r.request().method() === 'POST');
    await type(mira, 'Where the board goes', `the lee side ${now}`);
    expect((await hers).ok()).toBe(true);
    // Mira’s is kept before she is back: hers goes on top of it, for nothing clashes.
    await edda.context().setOffline(false);
    await expect(field(mira, 'What is behind it')).toHaveValue(`a warm pipe ${now}`);
    await expect(field(edda, 'Where the board goes')).toHaveValue(`the lee side ${now}`);

    // Her server dies under her hand; it comes back, and so does what she did meanwhile.
    second.child.kill('SIGKILL');
    await type(edda, 'Notes', `kept through the crash ${now}`);
    await expect(edda.getByRole('banner').getByRole('status')).not.toHaveText('saved');
    second = await start();
    await expect(field(mira, 'Notes')).toHaveValue(`kept through the crash ${now}`);
    await expect(edda.getByRole('banner').getByRole('status')).toHaveText('saved');
    await type(mira, 'Customer', `The summit club again ${now}`);
    await expect(field(edda, 'Customer')).toHaveValue(`The summit club again ${now}`);
  } finally {
    second.child.kill('SIGKILL');
  }
});
