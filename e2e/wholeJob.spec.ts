import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, passCheck, saved, sheet } from './hands.ts';

/** The market cart from its brief to a printed, passed test record, as a new user would do it. */
test('the market cart goes from brief to a passed test record', async ({ page }) => {
  test.setTimeout(600_000);
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Market cart box');

  await goTo(page, 'Brief');
  await page.getByLabel('Where the board goes').fill('Under the counter, door opens left, 400 mm deep');
  await page.getByLabel('Where the board goes').press('Enter');
  await saved(page);

  await goTo(page, 'Power');
  await page.locator('input[type=file]').setInputFiles({
    name: 'loads.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,power_w,hours_per_day\nLamp,nine,4\n'),
  });
  await expect(page.getByRole('alert')).toContainText('line 2: power_w is "nine"; accepted: a number');
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.locator('input[type=file]').setInputFiles({
    name: 'loads.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,power_w,hours_per_day\nCounter lamp,9,4\n'),
  });
  await expect(page.getByLabel('Name of -E4')).toHaveValue('Counter lamp');
  await page.getByLabel('Watts of Cooler').fill('-5');
  await page.getByLabel('Watts of Cooler').press('Enter');
  await expect(page.getByText('"-5": a number from 0.01 to 50000')).toBeVisible();
  await page.getByLabel('Watts of Cooler').fill('48');
  await page.getByLabel('Watts of Cooler').press('Enter');
  await saved(page);

  await goTo(page, 'Circuit');
  await sheet(page, 'Connections');
  await page.getByRole('button', { name: /^Wire 1 loads? to -F10/ }).click();
  await expect(page.getByText('Still to connect:')).toBeHidden();
  await saved(page);
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('0 stop');

  // Why is the first wire as thick as it is?
  await page
    .getByRole('row', { name: /-G1:plus -F1:line/ })
    .getByTitle('Why this number?')
    .nth(2)
    .click();
  const why = page.getByRole('complementary', { name: 'Why this number' });
  await expect(why).toContainText('Conductor area');
  await expect(why).toContainText('Source: ISO 13297');
  await why.getByRole('button', { name: /A$/ }).last().click();
  await expect(why).toContainText('tableA * ambientFactor * bundleFactor');
  await page.keyboard.press('Escape');

  // What leaves the board is measured down a column; what that changes stands beside it.
  await sheet(page, 'Runs');
  await expect(page.getByText(/^4 of \d+ are guesses/)).toBeVisible();
  for (const [run, length] of [
    ['-E1 Cooler', '2.4 m'],
    ['-E2 Awning lights', '3100'],
    ['-E3 Scale and card reader', '190 cm'],
    ['-E4 Counter lamp', '2,2 m'],
  ] as const) {
    await page.getByLabel(`Run of ${run}`).fill(length);
    await page.getByLabel(`Run of ${run}`).press('Enter');
  }
  await expect(page.getByText('All measured.')).toBeVisible();
  await saved(page);

  await goTo(page, 'Board');
  await page.getByRole('button', { name: 'Route cables' }).click();
  await expect(page.getByRole('button', { name: 'Route cables' })).toBeVisible();
  await expect(page.getByText(/^No way for/)).toHaveCount(0);
  await saved(page);

  await goTo(page, 'Cables');
  const boxes = page.getByRole('checkbox', { name: /is made/ });
  await expect(boxes).toHaveCount(20);
  const count = await boxes.count();
  for (let i = 0; i < count; i++) {
    await expect(boxes.nth(i)).toBeEnabled();
    await boxes.nth(i).click();
    await expect(page.getByText(`${i + 1} of ${count} made`)).toBeVisible();
  }
  await page.reload();
  await expect(page.getByText(`${count} of ${count} made`)).toBeVisible();
  await expect(page.getByText('Mira Holt').first()).toBeVisible();

  await comeInAs(page, 'Ada Fenn');
  await openJob(page, 'Market cart box');
  await goTo(page, 'Test');
  const heading = page.getByRole('region', { name: 'Current check' }).getByRole('heading', { level: 1 });
  for (const next of ['Every nut torqued and marked', 'All fuses out, all loads off', 'Polarity of -E1']) {
    await page.getByRole('button', { name: 'Seen and good' }).click();
    await expect(heading).toHaveText(next);
  }
  // A wrong reading fails, stays, and the check is done again.
  await page.getByLabel('Reading in Ω').fill('2');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  const record = page.getByRole('region', { name: 'Record' });
  await expect(record).toContainText('FAIL');
  await expect(record).toContainText('typed, plain hand meter');
  // So near to its limit that nobody can tell with this meter.
  await page.getByLabel('Reading in Ω').fill('1010');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(record).toContainText('cannot tell');
  await page.getByRole('button', { name: 'What may be wrong?' }).click();
  await expect(page.getByRole('region', { name: 'What may be wrong' })).toBeVisible();
  const passed = page.getByText(/\d+ of \d+ passed/);
  const total = Number(/of (\d+)/.exec((await passed.textContent()) ?? '')![1]);
  for (let done = 3; done < total; done++) {
    await expect(passed).toHaveText(`${done} of ${total} passed`);
    await passCheck(page);
  }
  await expect(page.getByText('D.c. side passed:')).toBeVisible();

  await goTo(page, 'Ship');
  await expect(page.getByText('D.c. side passed its bench test.')).toBeVisible();
  await page
    .getByRole('button', { name: /Test record/ })
    .first()
    .click();
  await expect(page.getByRole('img', { name: /Test record, page 1/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download Test record' }).click();
  const file = await (await download).path();
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');
});
