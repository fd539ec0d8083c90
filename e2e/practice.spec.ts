import { expect, test } from '@playwright/test';
import { comeInAs } from './hands.ts';

/** Faults looked for, apart from every job. */
test('a wire that is not there is found by sending a current through every lead, on a tablet', async ({ browser }) => {
  test.setTimeout(180_000);
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  const page = await context.newPage();
  await comeInAs(page, 'Ada Fenn');
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByLabel('Board', { exact: true }).selectOption({ label: 'A market cart' });
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'One fault is hidden' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024);
  await page.getByRole('radio', { name: 'Ten amps through a lead' }).check();
  const leads = page.getByLabel('Lead', { exact: true });
  const names = await leads.getByRole('option').allTextContents();
  const meter = page.getByRole('status', { name: 'The meter reads' });
  let open = '';
  for (const [n, name] of names.entries()) {
    await leads.selectOption({ index: n });
    await page.getByRole('button', { name: 'Read', exact: true }).click();
    await expect(page.getByRole('heading', { name: `Read so far: ${n + 1}` })).toBeVisible();
    if ((await meter.textContent()) === 'open') {
      open = name;
      break;
    }
  }
  expect(open).not.toBe('');
  // A reload in the middle loses nothing of it.
  await page.reload();
  await expect(page.getByRole('list', { name: 'Readings' }).getByText('open')).toBeVisible();
  await page.getByLabel('Where').selectOption({ label: open });
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByText(/^found · \d+ points/)).toBeVisible();
  await page.getByRole('link', { name: 'Another one' }).click();
  await expect(page.getByRole('table', { name: 'Practice runs' })).toContainText('A market cart');
  await context.close();
});

test('what is unsafe ends a run and is explained; who trains sees how it went', async ({ page }) => {
  await comeInAs(page, 'Jonas Wick');
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByLabel('Level').selectOption('2');
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.getByRole('button', { name: 'Bank connected' }).click();
  await expect(page.getByRole('button', { name: 'Bank connected' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: /sun on/ }).click();
  await expect(page.getByText('stopped: unsafe')).toBeVisible();
  await expect(page.getByText(/sees the battery before its source, or it may be destroyed/)).toBeVisible();
  await expect(page.getByText(/^It was: /)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bank connected' })).toBeDisabled();
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByRole('table', { name: 'Practice runs' })).toContainText('Jonas Wick');
});
