import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet } from './hands.ts';

const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });
const open = async (page: Page, job: string, station: string) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, job);
  await goTo(page, station);
};

test('a core in the wrong colour is told, and its re-marked ends settle it', async ({ page }) => {
  await open(page, 'Cider press shed', 'Board');
  await page.getByRole('button', { name: /^Wire W9,/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Lock colour of W9' }).click();
  await page.getByLabel('Value for colour of W9').selectOption('BK');
  await page.getByLabel('Reason for locking colour of W9').fill('what was on the reel');
  await page.getByRole('button', { name: 'Lock it' }).click();
  await saved(page);
  await expect(findings(page)).toContainText('W9 is black on the plus: the colour of the other pole');
  // By the keyboard: under a hand that hovers the fix is shown before it is done.
  await findings(page).getByRole('button', { name: 'Re-mark its ends RD' }).focus();
  await page.keyboard.press('Enter');
  await expect(findings(page)).not.toContainText('W9 is black on the plus');
  await expect(page.getByLabel('W9 re-marked at its ends')).toHaveValue('RD');
  await saved(page);
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

test('a gauge is a size of its own: locked, shown, and judged by the row below', async ({ page }) => {
  await open(page, 'Cider press shed', 'Board');
  await page.getByRole('button', { name: /^Wire W9,/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Lock conductor of W9' }).click();
  await page.getByLabel('Value for conductor of W9').selectOption({ label: '12 AWG (3.31 mm²)' });
  await page.getByLabel('Reason for locking conductor of W9').fill('left over');
  await page.getByRole('button', { name: 'Lock it' }).click();
  await saved(page);
  await expect(page.getByText('12 AWG (3.31 mm²)').first()).toBeVisible();
  await expect(findings(page)).toContainText(/W9 is (too thin for its current|below its fuse)/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

test('a load that runs for seconds is sized by what heats as much, and can be asked why', async ({ page }) => {
  await open(page, 'Cider press shed', 'Power');
  await page
    .getByRole('button', { name: /^More about/ })
    .first()
    .click();
  // The shed is on the floor: the tick stands once the change is made.
  await page.getByLabel('runs for seconds').click();
  await expect(page.getByLabel('Seconds each time')).toBeVisible();
  await page.getByLabel('Seconds each time').fill('8');
  await page.getByLabel('Seconds each time').press('Enter');
  await saved(page);
  await expect(page.getByText(/by what heats as much, for seconds only/)).toBeVisible();
  // Out of range is answered by name, and nothing is lost.
  await page.getByLabel('Seconds each time').fill('99999');
  await page.getByLabel('Seconds each time').press('Enter');
  await expect(page.getByText(/3600/).first()).toBeVisible();
  await page.reload();
  await page
    .getByRole('button', { name: /^More about/ })
    .first()
    .click();
  await expect(page.getByLabel('Seconds each time')).toHaveValue('8');
  await page.getByLabel('runs for seconds').click();
  await expect(page.getByLabel('Seconds each time')).toBeHidden();
  await saved(page);
});

test('the mains side says who is fed, plugged in and not', async ({ page }) => {
  await open(page, 'Cider press shed', 'Circuit');
  await sheet(page, 'Control');
  const table = page.getByRole('table', { name: 'Mains side' });
  await expect(table.getByRole('columnheader', { name: 'nothing plugged in' })).toBeVisible();
  await expect(table.getByRole('columnheader', { name: /with -X5/ })).toBeVisible();
});
