import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

const STATIONS = ['Brief', 'Power', 'Circuit', 'Board', 'Cables', 'Build', 'Test', 'Ship'];
/** Whether anything of the page stands beyond its right edge and cannot be scrolled to within it. */
const overflow = (page: Page) =>
  page.evaluate(() => document.scrollingElement!.scrollWidth - document.documentElement.clientWidth);

// A desk of 1280 × 800 whose page is shown at 200 %: half as many of its own pixels, drawn twice as large.
test('at 200 % nothing is cut off, and what is pressed first is in reach', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 });
  const page = await context.newPage();
  await comeInAs(page, 'Mira Holt');
  expect(await overflow(page)).toBeLessThanOrEqual(0);
  await expect(page.getByRole('button', { name: 'New job' })).toBeInViewport();
  await openJob(page, 'Larchfold hut board');
  for (const station of STATIONS) {
    await goTo(page, station);
    await expect(page.locator('[data-waiting="Opening the station"]')).toHaveCount(0);
    expect([station, await overflow(page)]).toEqual([station, 0]);
    // Where one is stays in sight on the strip of stations.
    await expect(page.getByRole('link', { name: new RegExp(`^${station}`) }).first()).toBeInViewport();
  }
  await context.close();
});

test('who asked for stillness sees nothing move', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Circuit');
  await page.getByRole('button', { name: 'Short a line' }).click();
  await page.getByRole('button', { name: /^Line W12,/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('svg path[stroke-dasharray="3 9"]').first()).toBeAttached();
  await expect(page.locator('svg animate')).toHaveCount(0);
  // Spinners, skeletons, transitions: what runs for longer than an instant.
  const moving = () =>
    page.evaluate(
      () =>
        document.getAnimations().filter((a) => Number(a.effect?.getComputedTiming().activeDuration ?? 0) > 1).length,
    );
  expect(await moving()).toBe(0);
});

test('a screen that is printed shows all it tells, without what presses it', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await expect(page.getByText('Larchfold hut board').first()).toBeVisible();
  const jobs = await page.getByRole('listitem').count();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('banner')).toBeHidden();
  await expect(page.getByRole('button', { name: 'New job' })).toBeHidden();
  await expect(page.getByText('Larchfold hut board').first()).toBeVisible();
  expect(await page.getByRole('listitem').count()).toBe(jobs);
  await page.emulateMedia({ media: 'screen' });
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Build');
  const steps = page.getByRole('table', { name: 'Steps of the build' });
  await expect(steps).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  // Nothing scrolls on paper: the table is as high as what holds it.
  const cut = await steps.evaluate((table) => {
    for (let e = table.parentElement; e; e = e.parentElement)
      if (e.scrollHeight > e.clientHeight + 1 && getComputedStyle(e).overflowY !== 'visible') return e.className;
    return null;
  });
  expect(cut).toBeNull();
  await expect(page.getByRole('navigation', { name: 'Route card' })).toBeHidden();
});
