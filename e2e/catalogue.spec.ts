import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet, type } from './hands.ts';

const toCatalogue = async (page: Page, what?: string) => {
  await page.getByRole('navigation', { name: 'Shop' }).getByRole('link', { name: 'Catalogue' }).click();
  if (what) await page.getByRole('tab', { name: what }).click();
};

test('a part of one’s own is made from its sheet, stands on a board, and its next version is taken there', async ({
  page,
}) => {
  await comeInAs(page, 'Mira Holt');
  await toCatalogue(page);
  await page.getByLabel('New part, wired like').selectOption('isolator-300');
  await type(page, 'Name', 'Isolator, key left');
  await type(page, 'Width', '92');
  await type(page, 'Which sheet it is from, or what has changed', 'sheet of the maker, page 3');
  await page.getByRole('button', { name: 'Keep it for all boards' }).click();
  const row = page.getByRole('row', { name: /Isolator, key left/ });
  await expect(row).toContainText('92 × ');

  await page.goto('/');
  await openJob(page, 'Juniper Crag weather mast');
  await goTo(page, 'Board');
  await page.getByRole('button', { name: 'Add a part' }).click();
  const palette = page.getByRole('region', { name: 'Catalogue' });
  await palette.getByLabel('Find a part').fill('key left');
  await palette.getByRole('button', { name: /Isolator, key left · own, version 1/ }).click();
  await saved(page);
  await palette.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('This is version 1')).toHaveCount(0);
  const address = page.url();

  await toCatalogue(page);
  await row.getByRole('button', { name: 'Change Isolator, key left' }).click();
  await type(page, 'Mass', '0.8');
  await page.getByRole('button', { name: 'Keep as version 2' }).click();
  await expect(row.getByRole('cell', { name: '2', exact: true })).toBeVisible();
  await row.getByRole('button', { name: 'Versions' }).click();
  await expect(page.getByRole('region', { name: 'Versions' })).toContainText('→ 0.8 kg');

  await page.goto(address);
  await page
    .getByRole('button', { name: /^-Q\d+ Isolator, key left, at/ })
    .first()
    .focus();
  const later = page.getByRole('region', { name: 'Later version' });
  await expect(later).toContainText('→ 0.8 kg');
  await later.getByRole('button', { name: 'Take version 2' }).click();
  await saved(page);
  await expect(later).toHaveCount(0);
});

test('a board is kept as a design of the house, a job starts from it, and a later version is offered', async ({
  page,
}) => {
  await comeInAs(page, 'Mira Holt');
  await toCatalogue(page, 'House designs');
  await page.getByRole('button', { name: 'Keep a job as a design …' }).click();
  await page.getByLabel('Job whose board it is').selectOption({ label: '403 Market cart box' });
  await type(page, 'Name of the design', 'Cart box');
  const card = page.getByRole('article', { name: 'Cart box' });
  // Enter in its name hands it over; whoever presses the button as well keeps it once.
  await expect(card).toContainText('version 1');
  await expect(card).toHaveCount(1);

  await card.getByRole('button', { name: 'Start a job from it' }).click();
  await card.getByLabel('Job name').fill('Quay cart');
  await card.getByRole('button', { name: 'Take the job in' }).click();
  await expect(page.getByRole('region', { name: 'Still unknown' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Later version of the design' })).toHaveCount(0);
  const address = page.url();

  // The board the design is of grows a thicker panel, and is kept as its next version.
  await page.goto('/');
  await openJob(page, 'Quay cart');
  await goTo(page, 'Board');
  await type(page, 'Thickness', '21');
  await saved(page);
  await toCatalogue(page, 'House designs');
  await page.getByRole('button', { name: 'Keep a job as a design …' }).click();
  const own = await page.getByRole('option', { name: /Quay cart/ }).getAttribute('value');
  await page.getByLabel('Job whose board it is').selectOption(own!);
  await page.getByLabel('Design it is a version of').selectOption({ label: 'as version 2 of Cart box' });
  await page.getByLabel('What it is for, or what has changed').fill('a panel that does not bow');
  await page.getByRole('button', { name: 'Keep as version 2' }).click();
  await expect(card).toContainText('version 2');

  await page.goto(address);
  await sheet(page, 'Order').catch(() => {});
  const later = page.getByRole('region', { name: 'Later version of the design' });
  await expect(later).toContainText('version 2 is out, this job has version 1');
  // This job has that panel already: there is nothing to change but the note of it.
  await expect(later).toContainText('It changes nothing on this board.');
  await later.getByRole('button', { name: 'Take version 2' }).click();
  await expect(later).toHaveCount(0);
});
