import { devices, expect, type Page, test } from '@playwright/test';
import { browserThatSees } from './camera.ts';
import { comeInAs, goTo, openJob } from './hands.ts';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
/** Nothing of the page stands beside it. */
const fits = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth + 1);

test('a telephone reads a code with its camera and has the card in the hand', async ({ baseURL }, info) => {
  const browser = await browserThatSees(`${baseURL}/c/402/W1`, info.outputPath('code.y4m'));
  try {
    const page = await (await browser.newContext({ ...PHONE, baseURL })).newPage();
    await comeInAs(page, 'Jonas Wick');
    await page.goto('/stock');
    await page.getByRole('button', { name: 'Scan with the camera' }).click();
    await expect(page).toHaveURL(/\/cables\/cards\?cable=/);
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(page.getByText('W1', { exact: true }).first()).toBeVisible();
    expect(await fits(page)).toBe(true);
  } finally {
    await browser.close();
  }
});

test('without a camera it says what helps, and the code can be typed', async ({ browser }) => {
  const page = await (await browser.newContext(PHONE)).newPage();
  await comeInAs(page, 'Jonas Wick');
  await page.goto('/stock');
  await page.getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'type what stands beside the code' })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('Scan or type a code').fill('402/W1');
  await page.getByLabel('Scan or type a code').press('Enter');
  await expect(page).toHaveURL(/\/cables\/cards\?cable=/);
});

test('what the floor does with a telephone fits it: wall, cards, store, build, sign-offs', async ({ browser }) => {
  const page = await (await browser.newContext({ ...devices['Pixel 5'], ...PHONE })).newPage();
  await comeInAs(page, 'Ada Fenn');
  expect(await fits(page)).toBe(true);
  await openJob(page, 'Larchfold hut board');
  for (const station of ['Brief', 'Cables', 'Build', 'Test', 'Ship']) {
    await goTo(page, station);
    await page.waitForLoadState('networkidle');
    expect([station, await fits(page)]).toEqual([station, true]);
  }
  for (const path of ['/stock', '/me', '/hands', '/lessons']) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    expect([path, await fits(page)]).toEqual([path, true]);
  }
});
