import { expect, type Locator, type Page, test } from '@playwright/test';
import { comeInAs, saved } from './hands.ts';

/** More stops than any screen has. */
const MOST_STOPS = 400;

/** Tabs on until what is named has the focus, as a hand without a mouse does. */
async function tabTo(page: Page, what: Locator): Promise<void> {
  await expect(what).toBeVisible();
  for (let n = 0; n < MOST_STOPS; n++) {
    if (await what.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${what} cannot be reached by Tab`);
}
async function press(page: Page, what: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, what);
  await page.keyboard.press(key);
}
/** Finds a place by its name and goes there. */
async function find(page: Page, words: string, found: RegExp): Promise<void> {
  await page.keyboard.press('Control+k');
  const field = page.getByRole('combobox', { name: /find/i });
  await expect(field).toBeFocused();
  await page.keyboard.type(words);
  await expect(page.getByRole('option', { name: found }).first()).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  await expect(field).toBeHidden();
}

test('a job goes from the order to a made cable and a check without a mouse', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  // From here on no press of a finger or a mouse.
  await page.evaluate(() =>
    addEventListener('pointerdown', () => document.body.setAttribute('data-pointed', ''), { capture: true }),
  );
  await press(page, page.getByRole('button', { name: 'New job' }));
  await tabTo(page, page.getByLabel('Job name'));
  await page.keyboard.type('Keys only observatory');
  await tabTo(page, page.getByLabel('Start from'));
  await page.keyboard.type('Obs');
  await tabTo(page, page.getByLabel('Rules'));
  await page.keyboard.type('Fixed');
  await press(page, page.getByRole('button', { name: 'Take the job in' }));
  await expect(page.getByRole('region', { name: 'Still unknown' })).toBeVisible();

  await find(page, 'Sources', /Sources/);
  await tabTo(page, page.getByLabel('Latitude', { exact: true }));
  await page.keyboard.press('Control+a');
  await page.keyboard.type('47');
  await page.keyboard.press('Enter');
  await saved(page);
  await find(page, 'Systems', /Systems/);
  await press(page, page.getByRole('button', { name: 'Choose this' }).first());
  await expect(page.getByRole('button', { name: /^-Q1 / }).first()).toBeVisible();
  await saved(page);

  // A part is chosen, nudged and taken back by the keys on it.
  const isolator = page.getByRole('button', { name: /^-Q1 / }).first();
  await tabTo(page, isolator);
  const before = await isolator.getAttribute('aria-label');
  await page.keyboard.press('ArrowRight');
  await expect(isolator).not.toHaveAttribute('aria-label', before!);
  await page.keyboard.press('Control+z');
  await expect(isolator).toHaveAttribute('aria-label', before!);
  await saved(page);
  await press(page, page.getByRole('button', { name: 'Arrange', exact: true }));
  const way = page
    .getByRole('region', { name: 'Arrangements' })
    .getByRole('article')
    .filter({ hasText: 'Every cable finds its way' })
    .getByRole('button', { name: 'Take this one' })
    .first();
  await way.waitFor({ timeout: 240_000 });
  await press(page, way);
  await saved(page);

  await find(page, 'Cards', /Cards/);
  const bar = page.getByRole('region', { name: 'Release' });
  await press(page, bar.getByRole('button', { name: 'Release to the floor' }));
  const all = bar.getByRole('button', { name: 'Release all the same' });
  const released = bar.getByText(/Released at revision \d+ by Mira Holt/);
  await expect(all.or(released)).toBeVisible();
  if (await all.isVisible()) await press(page, all);
  await expect(released).toBeVisible();
  // One whose length is no guess: those ask for a word on their card.
  const cable = page
    .getByRole('listitem')
    .filter({ hasNotText: '~' })
    .getByRole('checkbox', { name: /is made$/ })
    .first();
  await press(page, cable, 'Space');
  await expect(cable).toBeChecked();

  await find(page, 'Test', /^Test\b/);
  const check = page.getByRole('region', { name: 'Current check' });
  await press(page, check.getByRole('button', { name: 'Seen and good' }));
  await expect(page.getByRole('heading', { name: /^Cold 1\// })).toBeVisible();
  expect(await page.locator('body[data-pointed]').count()).toBe(0);
});
