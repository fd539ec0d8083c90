import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, sheet } from './hands.ts';

/** What axe finds serious on the page as it stands, each with where it is. */
async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .flatMap((v) => v.nodes.slice(0, 6).map((n) => `${v.id}: ${n.target.join(' ')} ${n.html.slice(0, 160)}`));
}

const STATIONS = ['Brief', 'Power', 'Circuit', 'Board', 'Cables', 'Build', 'Test', 'Ship'];

test('no station has anything serious against those who cannot see or point', async ({ page }) => {
  test.setTimeout(300_000);
  await comeInAs(page, 'Mira Holt');
  const found: Record<string, string[]> = {};
  const look = async (name: string) => {
    await expect(page.getByRole('heading').first()).toBeVisible();
    const bad = await serious(page);
    if (bad.length > 0) found[name] = bad;
  };
  await look('wall');
  for (const shop of ['Store', 'Buying', 'Catalogue', 'Workshop']) {
    await page.getByRole('navigation', { name: 'Shop' }).getByRole('link', { name: shop }).click();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await look(shop);
  }
  await page.getByRole('navigation', { name: 'Shop' }).getByRole('link', { name: 'Plan' }).click();
  await page.getByRole('list', { name: 'Lanes of work' }).waitFor();
  await page.getByRole('list', { name: 'Lanes of work' }).getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  for (const tab of await page.getByRole('tablist', { name: 'Plan' }).getByRole('tab').all()) {
    const name = await tab.textContent();
    if (name !== 'Plan') await tab.click();
    await look(`Plan, ${name}`);
  }
  await page.goto('/screen');
  await page.getByRole('list', { name: 'Jobs, most pressing first' }).getByRole('listitem').nth(1).waitFor();
  await look('large screen');
  await page.goto('/');
  await openJob(page, 'Larchfold hut board');
  for (const station of STATIONS) {
    await goTo(page, station);
    await look(station);
    const tabs = page.getByRole('navigation', { name: 'Sheets' }).getByRole('link');
    const names = (await tabs.allTextContents()).map((t) => t.replace(/[\d/]+$/, '').trim());
    for (const name of names.slice(1)) {
      await sheet(page, name);
      await look(`${station}, ${name}`);
    }
  }
  expect(found).toEqual({});
});
