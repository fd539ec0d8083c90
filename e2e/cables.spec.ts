import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, sheet } from './hands.ts';

const openCables = async (page: Page, job: string) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, job);
  await goTo(page, 'Cables');
};
const step = (page: Page, name: string) =>
  page.getByRole('list', { name: 'Steps' }).getByRole('button', { name: new RegExp(name) });

// Crimps are pulled, a spoiled cable is made again.
test('the cuts are planned, taken and cut', async ({ page }) => {
  await openCables(page, 'Larchfold hut board');
  await sheet(page, 'Cutting');
  await page.getByRole('button', { name: 'Plan the cuts' }).click();
  const take = page.getByRole('button', { name: 'Take this plan' });
  await expect(take).toBeVisible();
  await expect(page.getByText('proven best').first()).toBeVisible();
  await expect(page.getByRole('img', { name: /no\. \d+, rack \w+: \d+ cuts/ }).first()).toBeVisible();
  await take.click();
  await expect(page.getByText(/Taken by Mira Holt/)).toBeVisible();

  // A rod on the bench is cut whole: its button goes, and its pieces are cut on their cards.
  const rods = page.getByRole('button', { name: /^Cut all of/ });
  const before = await rods.count();
  await rods.first().click();
  await expect(rods).toHaveCount(before - 1);

  await sheet(page, 'Cards');
  await page.getByRole('button', { name: /^W18 / }).click();
  const card = page.getByRole('article', { name: 'Card of W18' });
  await expect(card).toContainText('from no. ');
  await step(page, 'cut').click();
  await expect(step(page, 'cut')).toHaveAttribute('aria-pressed', 'true');
  await expect(card).toContainText(/From the store: no\. \d+ \d+ mm/);
  await step(page, 'stripped').click();
  await expect(step(page, 'stripped')).toHaveAttribute('aria-pressed', 'true');
  await step(page, 'crimped').click();
  await expect(step(page, 'crimped')).toHaveAttribute('aria-pressed', 'true');
  // The first crimp of this die is pulled: a weak one is no pass.
  await expect(step(page, 'pull-tested')).toBeDisabled();
  const pulls = card.getByRole('textbox', { name: /^Pull at/ });
  await pulls.nth(0).fill('200');
  await expect(card.getByText('let go too early')).toBeVisible();
  await expect(step(page, 'pull-tested')).toBeDisabled();
  await pulls.nth(0).fill('344');
  await step(page, 'pull-tested').click();
  await expect(step(page, 'pull-tested')).toContainText('344 N');

  await card.getByRole('button', { name: /make it again/ }).click();
  await card.getByRole('button', { name: 'cut too short' }).click();
  await card.getByRole('radio', { name: /back to the store/ }).check();
  await card.getByLabel('Length of the remnant').fill('9999');
  await expect(card.getByText('"9999": a whole number from 1')).toBeVisible();
  await card.getByLabel('Length of the remnant').fill('190');
  await card.getByRole('button', { name: 'Start it again' }).click();
  await expect(card.getByText('Made again')).toBeVisible();
  await expect(step(page, 'cut')).toHaveAttribute('aria-pressed', 'false');

  // Die by die: the press is set once for each.
  await page.getByLabel('Order').selectOption('die by die');
  await expect(page.getByRole('list', { name: 'Die by die' }).getByText('bare 4–6')).toBeVisible();
  await page.getByLabel('Scan or type a code').fill('402/W5');
  await page.getByLabel('Scan or type a code').press('Enter');
  await expect(page.getByRole('article', { name: 'Card of W5' })).toBeVisible();
  await page.getByLabel('Scan or type a code').fill('W5');
  await page.getByLabel('Scan or type a code').press('Enter');
  await expect(page.getByText('"W5" is no code of ours')).toBeVisible();

  await sheet(page, 'Labels');
  await page.getByRole('radio', { name: /Flags, A4/ }).check();
  await expect(page.getByText(/120 labels/)).toBeVisible();
  await sheet(page, 'Costs');
  await expect(page.getByRole('cell', { name: 'Hours of work' })).toBeVisible();
  await sheet(page, 'Picking');
  await page.getByRole('button', { name: /^Take Blade-fuse block, 12/ }).click();
  await expect(page.getByText('● picked').first()).toBeVisible();
});

test('the store is counted, taken from and corrected; nothing can be overdrawn', async ({ page }) => {
  await comeInAs(page, 'Jonas Wick');
  await page.getByRole('navigation', { name: 'Shop' }).getByRole('link', { name: 'Store' }).click();
  await page.getByRole('button', { name: 'Receive …' }).click();
  const receive = page.getByRole('region', { name: 'Receive' });
  await receive.getByLabel('What has come').fill('70 mm² thermoplastic rd');
  await receive.getByRole('button', { name: /70 mm², thermoplastic 105 °C, RD/ }).click();
  await receive.getByLabel('Length of each').fill('0');
  await expect(receive.getByText('"0": a number from 0.001')).toBeVisible();
  await receive.getByLabel('Length of each').fill('12.5');
  await receive.getByLabel('Place').fill('rack Z');
  await receive.getByLabel('Cost of all of it').fill('120');
  await receive.getByRole('button', { name: 'Put it in the store' }).click();
  await expect(receive).toBeHidden();
  await page.getByRole('button', { name: /70 mm², thermoplastic 105 °C, RD, 12\.50 m/ }).click();
  const item = page.getByRole('region', { name: /^No\. / });
  await item.getByLabel('How much').fill('13');
  await item.getByRole('button', { name: 'Take it' }).click();
  await expect(item.getByRole('alert')).toContainText('12500 free');
  await item.getByLabel('How much').fill('2.5');
  await item.getByRole('button', { name: 'Take it' }).click();
  await expect(item.getByText('10.00 m there')).toBeVisible();
  await item.getByRole('tab', { name: 'Set aside' }).click();
  await item.getByLabel('How much').fill('4');
  await item.getByLabel('For which job').selectOption({ label: '403 Market cart box' });
  await item.getByRole('button', { name: 'Set it aside' }).click();
  await expect(item.getByText(/job 403 holds 4\.00 m/)).toBeVisible();
  await item.getByRole('button', { name: 'Let go' }).click();
  await expect(item.getByText(/holds 4\.00 m/)).toBeHidden();
  await item.getByRole('tab', { name: 'Count' }).click();
  await item.getByLabel('Counted').fill('9.8');
  await item.getByRole('button', { name: 'Write it down' }).click();
  await expect(item.getByText('9.80 m there')).toBeVisible();
  await item.getByRole('row').filter({ hasText: 'counted' }).getByRole('button', { name: 'Correct' }).click();
  await expect(item.getByText('10.00 m there')).toBeVisible();
});

// Ordered and received in parts.
test('what released jobs lack is bought in the better packs', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('navigation', { name: 'Shop' }).getByRole('link', { name: 'Buying' }).click();
  const row = page.getByRole('row', { name: /Compression lug 50 mm² × M8/ });
  await expect(row).toContainText('402:');
  await row.getByRole('button', { name: 'Why, and what else?' }).click();
  await expect(page.getByText(/% chance to come up short/).first()).toBeVisible();

  await page.getByRole('tab', { name: 'Offers and prices' }).click();
  await page.locator('input[type=file]').setInputFiles({
    name: 'prices.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('article,supplier,pack,price,lead_days\nlug-50-m8,Row,ten,3,2\n'),
  });
  await expect(page.getByRole('alert')).toContainText('line 2: pack is "ten"; accepted: a number');
  await page.getByLabel('Article', { exact: true }).fill('lug-50-m8');
  await page.getByLabel('Supplier').fill('Beck Row');
  await page.getByLabel('Pieces a pack').fill('25');
  await page.getByLabel('Price, EUR').fill('9.90');
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('cell', { name: 'Beck Row', exact: true })).toBeVisible();
  await page.getByRole('tab', { name: 'What is missing' }).click();
  await expect(row).toContainText('1 × pack of 25 = 9.90, Beck Row');
  await page.getByRole('button', { name: 'Order from Beck Row …' }).click();
  await page.getByRole('button', { name: 'It is ordered' }).click();

  const order = page.getByRole('region', { name: /^Order / }).filter({ hasText: 'Beck Row' });
  await expect(order).toContainText('9.90 EUR');
  await order.getByLabel(/^Received of/).fill('30');
  await order.getByRole('button', { name: 'Received' }).click();
  await expect(order.getByRole('alert')).toContainText('25 are still to come');
  await order.getByLabel(/^Received of/).fill('10');
  await order.getByRole('button', { name: 'Received' }).click();
  await expect(order.getByRole('row', { name: /Compression lug/ })).toContainText('15');
  await order.getByRole('button', { name: 'The rest will not come' }).click();
  await expect(order).toContainText('15 given up');
});

test('a release lists the lengths that are guesses first, and is withdrawn only with a reason', async ({ page }) => {
  await openCables(page, 'Market cart box');
  const bar = page.getByRole('region', { name: 'Release' });
  await expect(bar).toContainText('Not released');
  await bar.getByRole('button', { name: 'Release to the floor' }).click();
  await expect(bar).toContainText('6 lengths are guesses: W13, W14, W15, W16, W17, W18');
  await bar.getByRole('button', { name: 'Release all the same' }).click();
  await expect(bar).toContainText('Released at revision 1 by Mira Holt');
  await bar.getByRole('button', { name: 'Withdraw …' }).click();
  await bar.getByLabel('Reason').fill('the customer thinks again');
  await bar.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(bar).toContainText('Not released');
});
