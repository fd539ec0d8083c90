import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet } from './hands.ts';

test('control, mains, looped branches and returns: read, changed, judged and undone', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Cider press shed');
  await goTo(page, 'Circuit');
  await sheet(page, 'Control');
  const truth = page.getByRole('table', { name: 'Truth table' });
  // Three conditions: eight states. With the cells full or frozen nothing charges.
  await expect(truth.getByRole('row')).toHaveCount(9);
  await expect(truth.getByRole('row').nth(2)).toContainText(/yes\s*no\s*no/);
  await expect(truth.getByRole('row').nth(4)).toContainText('-T1 -T2');
  await expect(page.getByRole('table', { name: 'Mains side' })).toContainText('-X5');

  // What must happen is written down and judged.
  await page.getByLabel('Condition').selectOption({ label: 'engine off' });
  await page.getByLabel('Contact').selectOption({ label: '-K2' });
  await page.getByLabel('Must be').selectOption('open');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('it is not')).toBeVisible();
  await expect(page.getByText('-K2 is not open with engine off')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('it is not')).toBeHidden();

  await sheet(page, 'Branches');
  const branch = page.getByRole('table', { name: /^Branch of W/ });
  await expect(branch.getByRole('row')).toHaveCount(5);
  await expect(branch.getByRole('row', { name: /-E4 Lamp 4 · judged/ })).toBeVisible();
  await page.getByText('Loop a load on from another').click();
  await page.getByLabel('Loop -E7 on from').selectOption({ label: '-E4 Lamp 4' });
  await expect(branch.getByRole('row')).toHaveCount(6);
  await expect(branch.getByRole('row', { name: /-E7 Cellar fan · judged/ })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(branch.getByRole('row')).toHaveCount(5);
  const pump = page.getByRole('table', { name: 'Returns' }).getByRole('row', { name: /-E5 Must pump/ });
  await pump.getByRole('button', { name: 'By frame' }).click();
  await expect(pump.getByRole('button', { name: 'By own negative' })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(pump.getByRole('button', { name: 'By frame' })).toBeVisible();
});

test('a formed link, a sheathed pair, and a fuse with its maker’s curve', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Board');
  const wire = (name: string) => page.getByRole('button', { name: new RegExp(`^Wire ${name},`) });
  await wire('W5').focus();
  await page.keyboard.press('Enter');
  const ways = page.getByRole('region', { name: 'Short cable or formed link' });
  await expect(ways).toContainText(/short cable, as it is/);
  await ways.getByRole('button', { name: 'Make W5 as formed link' }).click();
  await expect(ways).toContainText(/formed link, as it is/);
  await expect(page.getByRole('img', { name: /^Formed link W5, cut \d+ mm, Flat copper/ })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(ways).toContainText(/short cable, as it is/);

  await wire('W30').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take W31 in' }).click();
  await expect(page.getByRole('heading', { name: 'Sheathed, 2 conductors' })).toBeVisible();
  await expect(wire('W31')).toHaveCount(0);
  await page.getByRole('button', { name: 'Take apart' }).click();
  await expect(wire('W31')).toHaveCount(1);
  await saved(page);

  await page.getByRole('button', { name: /^-F3 / }).first().focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Link with its maker’s curve' }).click();
  const form = page.getByRole('group', { name: 'Link with its maker' });
  await form.getByLabel('Name').fill('150 A slow link');
  await form.getByLabel('Which sheet').fill('sheet, page 3');
  await form.getByLabel('Curve, one point a line').fill('1.1 14400 400000\n2 300 20');
  await form.getByRole('button', { name: 'Put it in' }).click();
  await expect(form).toContainText('line 2, "2 300 20": shortest 300 s is over longest 20 s');
  await form.getByLabel('Curve, one point a line').fill('1.1 14400 400000\n2 20 300\n6 1 4');
  await form.getByRole('button', { name: 'Put it in' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('region', { name: 'Part -F3' })).toContainText('maker');
  await saved(page);
});

test('an edit made while an undo is still on its way is sent as well', async ({ page }) => {
  test.setTimeout(90_000);
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Cider press shed');
  await goTo(page, 'Circuit');
  await sheet(page, 'Branches');
  const branch = page.getByRole('table', { name: /^Branch of W/ });
  await page.getByText('Loop a load on from another').click();
  await page.getByLabel('Loop -E7 on from').selectOption({ label: '-E4 Lamp 4' });
  await expect(branch.getByRole('row')).toHaveCount(6);
  await saved(page);
  // The server is slow with what the undo asks for afterwards.
  await page.route(/\/api\/jobs\/[^/]+$/, async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(branch.getByRole('row')).toHaveCount(5);
  await page.getByLabel('Loop -E6 on from').selectOption({ label: '-E4 Lamp 4' });
  await expect(branch.getByRole('row', { name: /-E6 Scale/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.unrouteAll({ behavior: 'wait' });
  await saved(page);
  await page.reload();
  await expect(branch.getByRole('row', { name: /-E6 Scale/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(branch.getByRole('row')).toHaveCount(5);
});
