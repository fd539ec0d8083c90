import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved } from './hands.ts';

test('parts and their wire go over the clipboard from one job to another, and into a spreadsheet as rows', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Board');
  await page.getByRole('button', { name: /^Wire W12,/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Cable W12' })).toBeVisible();
  await page.keyboard.press('Control+c');
  const rows = (await page.evaluate(() => navigator.clipboard.readText())).trim().split(/\r?\n/);
  expect(rows.map((r) => r.split('\t')[0])).toEqual(['Mark', expect.any(String), expect.any(String), 'W12']);

  await page.goto('/');
  await openJob(page, 'Corrie Top repeater');
  await goTo(page, 'Board');
  const parts = page.getByRole('button', { name: /^-[A-Z]+\d+ / });
  // The chips out of sight come right after the first painting.
  await expect(page.getByRole('list', { name: 'Off the board' })).toHaveAttribute('aria-busy', 'false');
  await expect(parts.last()).toBeVisible();
  const before = await parts.count();
  // In a field the clipboard is the field's: nothing comes to the board.
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: /find/i }).press('Control+v');
  await page.keyboard.press('Escape');
  await expect(parts).toHaveCount(before);
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('region', { name: 'Parts chosen together' })).toContainText('2 parts');
  await saved(page);
  await page.reload();
  await expect(parts).toHaveCount(before + 2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(parts).toHaveCount(before);
  await saved(page);
});
