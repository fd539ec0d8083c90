import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

test('a page that is older than what is served says so, and is loaded anew where one goes elsewhere', async ({
  page,
}) => {
  let mark = '';
  await page.route('**/api/**', async (route) => {
    const response = await route.fetch().catch(() => null);
    if (!response) return route.abort();
    const headers = response.headers();
    await route.fulfill({ response, headers: mark ? { ...headers, 'ombrik-build': mark } : headers });
  });
  await page.route('**/api/live**', (route) => route.abort());
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Market cart');
  await goTo(page, 'Power');
  await page.evaluate(() => Object.assign(window, { stood: true }));
  mark = 'another';
  await page.getByRole('link', { name: 'Sources' }).click();
  await page.getByRole('link', { name: 'Quote' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'A newer Ombrik is here' })).toBeVisible();
  expect(await page.evaluate(() => 'stood' in window)).toBe(true);
  mark = '';
  await goTo(page, 'Cables');
  await expect.poll(() => page.evaluate(() => 'stood' in window)).toBe(false);
  await expect(page).toHaveURL(/\/cables/);
});

test('it can be put on the desk of a device: a manifest, icons, and a page that starts without the network', async ({
  page,
}) => {
  await page.goto('/');
  const manifest = await (await page.request.get('/manifest.webmanifest')).json();
  expect(manifest).toMatchObject({ start_url: '/', display: 'standalone' });
  for (const { src, sizes } of manifest.icons) {
    const bytes = await (await page.request.get(src)).body();
    expect([src, `${bytes.readUInt32BE(16)}x${bytes.readUInt32BE(20)}`]).toEqual([src, sizes]);
  }
});
