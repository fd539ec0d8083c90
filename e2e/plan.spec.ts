import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

const lanes = (page: Page) => page.getByRole('list', { name: 'Lanes of work' });

test('the shop is planned: a block is dragged to another day, what slips is told, left and kept; a day is promised', async ({
  page,
}) => {
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await lanes(page).waitFor();
  await page.getByRole('radio', { name: '2 weeks' }).click();
  const block = lanes(page)
    .getByRole('button', { name: /Bench test/ })
    .first();
  const name = (await block.getAttribute('aria-label'))!;
  const from = (await block.boundingBox())!;
  // By hand three days further, in its own lane.
  await page.mouse.move(from.x + 5, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 12, { steps: 4 });
  await page.mouse.move(from.x + 340, from.y + 12, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: 'Tried, not kept' })).toBeVisible();
  await expect(page.getByLabel('Not before')).not.toHaveValue('');
  await page.getByRole('button', { name: 'Leave it as it was' }).click();
  await expect(page.getByRole('heading', { name: 'Tried, not kept' })).toBeHidden();
  await expect(page.getByLabel('Not before')).toHaveValue('');
  // Without a mouse: the same by its sheet, and kept.
  const later = new Date(Date.now() + 9 * 864e5).toISOString().slice(0, 10);
  await page.getByLabel('Not before').fill(later);
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByRole('region', { name: 'What slips' })).toBeHidden();
  await page.reload();
  await lanes(page).waitFor();
  await page.getByRole('radio', { name: '2 weeks' }).click();
  const again = lanes(page)
    .getByRole('button', { name })
    .or(lanes(page).getByRole('button', { name: name.split(',')[0]! }))
    .first();
  await again.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Not before')).toHaveValue(later);
  await page.getByLabel('Not before').fill('');
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByRole('region', { name: 'What slips' })).toBeHidden();

  await page.getByRole('tab', { name: 'Can I promise it?' }).click();
  await page.getByLabel('Which job').selectOption({
    label: (await page.getByLabel('Which job').locator('option').allTextContents()).find((t) =>
      /^a new order like .*cart/i.test(t),
    )!,
  });
  await page.getByLabel('For which day').fill(new Date(Date.now() + 60 * 864e5).toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Can I promise it?' }).click();
  await expect(page.getByText('What would have to give')).toBeVisible();
});

test('a large screen shows the shop without a hand, and an assembler looks at the plan only', async ({ page }) => {
  await page.setViewportSize({ width: 1920, height: 1080 });
  await comeInAs(page, 'Jonas Wick');
  await page.getByRole('link', { name: 'Large screen' }).click();
  await expect(
    page.getByRole('list', { name: 'Jobs, most pressing first' }).getByRole('listitem').first(),
  ).toContainText('clips of this size have run out');
  await expect(page.getByText('Parts that are missing')).toBeVisible();
  await page.goto('/plan');
  await lanes(page).getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Only a designer moves work in the plan.')).toBeVisible();
});

test('what was built otherwise reaches the designer at once, is drawn so, and comes back as a change note', async ({
  browser,
}) => {
  test.slow();
  const jonas = await (await browser.newContext({ viewport: { width: 1024, height: 768 } })).newPage();
  const mira = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await comeInAs(jonas, 'Jonas Wick');
  await comeInAs(mira, 'Mira Holt');
  const reports = mira.getByRole('button', { name: /from the floor$/ });
  const count = async () => Number((await reports.textContent())!.match(/\d+/)![0]);
  const before = await count();
  await openJob(jonas, 'Larchfold hut board');
  await goTo(jonas, 'Build');
  await jonas.getByLabel('Which steps').selectOption('mount');
  const step = jonas.getByRole('button', { name: /^Mount -F/ }).first();
  const title = (await step.textContent())!;
  await step.click();
  const bench = jonas.getByRole('region', { name: 'At the bench' });
  await bench.getByRole('button', { name: '≠ Otherwise' }).click();
  await bench.getByRole('button', { name: 'Another place' }).click();
  const down = bench.getByLabel('Down, mm');
  await down.fill(String(Number(await down.inputValue()) + 2));
  await bench.getByRole('button', { name: 'Tell the designer' }).click();
  await expect(bench.getByText('(with the designer)')).toBeVisible();
  // She learns of it where she is, without asking.
  await expect(reports).toHaveText(new RegExp(`${before + 1} from the floor`));
  await reports.click();
  await mira.getByRole('link', { name: /stands at/ }).click();
  const asks = mira.getByRole('region', { name: 'Built otherwise' });
  await asks.getByRole('button', { name: 'See what follows' }).click();
  await expect(asks.getByRole('list', { name: 'What follows' })).toBeVisible();
  await asks.getByRole('button', { name: 'Draw it so' }).click();
  await expect(asks).toBeHidden();
  await expect(bench.getByText('(drawn so now)')).toBeVisible();
  expect(title).toMatch(/^Mount/);
});
