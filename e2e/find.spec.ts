import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

test('a hand on the keyboard finds a wire, a part, a page and a deed; a link leads another to the same', async ({
  page,
  context,
}) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Circuit');
  const over = page.getByRole('dialog', { name: 'Find and do' });
  const field = over.getByPlaceholder(/a job, W17/);
  const find = async (words: string) => {
    await page.keyboard.press('Control+k');
    await expect(field).toBeFocused();
    await page.keyboard.type(words);
    await expect(over.getByRole('option').first()).toHaveAttribute('aria-selected', 'true');
  };
  await find('w9');
  await expect(over.getByRole('option', { selected: true })).toContainText('W9');
  const bad = (await new AxeBuilder({ page }).include('dialog').analyze()).violations;
  expect(bad.map((v) => `${v.id}: ${v.nodes[0]?.html}`)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/circuit\/diagram\?at=W9$/);
  await expect(page.getByText(/^W9: /)).toBeVisible();
  // Somebody else is sent the address.
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByText(/^W9: /)).toBeVisible();
  await other.close();
  await find('battery fuse');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\?at=-F\d+$/);
  // What is on the board is found while something else is chosen; going back leads to where one was.
  await find('store');
  await over.getByRole('option', { name: 'Store', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Store' })).toBeVisible();
  await page.goBack();
  await expect(page).toHaveURL(/\?at=-F\d+$/);
  await page.keyboard.press('Shift+?');
  const keys = page.getByRole('dialog', { name: 'Keys of this page' });
  await expect(keys.getByText('Undo', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(keys).toBeHidden();
});

test('why a number is what it is has an address: reloaded it is open, going back closes it', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Market cart box');
  await goTo(page, 'Power');
  const why = page.getByRole('complementary', { name: 'Why this number' });
  await page.getByTitle('Why this number?').first().click();
  await expect(why).toBeVisible();
  const title = await why.getByRole('heading', { level: 4 }).first().textContent();
  await page.reload();
  await expect(why.getByRole('heading', { level: 4 }).first()).toHaveText(title!);
  await page.goBack();
  await expect(why).toBeHidden();
  await expect(page).toHaveURL(/\/power$/);
});
