import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved } from './hands.ts';

test('a board on the floor says what a change touches before it is made, and asks no more once it is', async ({
  page,
}) => {
  await comeInAs(page, 'Mira Holt', { mindsFloor: false });
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Board');
  const head = page.getByText(/· revision \d+$/);
  const first = Number(/\d+$/.exec(await head.innerText())![0]);
  const revision = (by: number) => expect(head).toHaveText(new RegExp(`revision ${first + by}$`));
  const part = page.getByRole('button', { name: /^-F4 / }).first();
  await part.focus();
  await page.keyboard.press('Shift+ArrowDown');
  const asks = page.getByRole('alert').filter({ hasText: 'This board is on the floor' });
  await expect(asks).toContainText('would touch:');
  await expect(asks).toContainText(/Cables: .*W12/);
  await asks.getByRole('button', { name: 'Leave it as it is' }).click();
  await expect(asks).toBeHidden();
  await revision(0);

  // A word in the brief touches nothing that is on the floor.
  await goTo(page, 'Brief');
  await page.getByLabel('Customer').fill(`Larchfold hut keepers, ${first}`);
  await page.getByLabel('Customer').press('Enter');
  await revision(1);
  await expect(asks).toBeHidden();

  await goTo(page, 'Board');
  await part.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await asks.getByRole('button', { name: 'Make the change' }).click();
  await revision(2);
  await part.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await saved(page);
  await revision(3);
  await goTo(page, 'Cables');
  await expect(page.getByRole('region', { name: 'Release' })).toContainText(/the board is at revision \d+ now/);
});
