import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

/** Everything on the page that is read or read aloud. */
const words = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const all = [document.body.innerText];
    for (const e of document.querySelectorAll('svg text')) all.push(e.textContent ?? '');
    for (const e of document.querySelectorAll('[title],[aria-label]'))
      all.push(e.getAttribute('title') ?? '', e.getAttribute('aria-label') ?? '');
    return all.flatMap((t) => t.split('\n'));
  });
/** What goes by millimetres or degrees wherever it is sold. */
const CALLED = /(?:shrink |tabs? |fuse |M\d+ [×x] ?|PVC |thermoplastic )\S+ ?(?:mm|°C)/g;
const METRIC = /(?<![\w.,])\d+(?:[.,]\d+)?[\u2009 ]?(?:mm|m|°C|N·m|N)(?![\w²³·°/])/;
const POINT = /\d\.\d+[\u2009 ]?(?:A|V|W|mm²|%|EUR)(?!\w)/;

test('who reads inches and a decimal comma reads them everywhere, and types them', async ({ page }) => {
  test.setTimeout(240_000);
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('link', { name: 'Mira Holt' }).click();
  const units = page.getByRole('region', { name: 'Units' });
  for (const way of ['AWG', 'in', 'lbf·in', 'kgf', '°F'])
    await units.getByRole('radio', { name: way, exact: true }).check();
  await units.getByLabel('Numbers and days as in').selectOption('en-DE');
  await expect(units.getByText('35 mm² (≈ 2 AWG), cut 48 13/16 in')).toBeVisible();
  await units.getByRole('button', { name: 'Read so' }).dblclick();
  try {
    await page.goto('/');
    await openJob(page, 'Market cart');
    for (const station of ['Brief', 'Power', 'Circuit', 'Board', 'Cables', 'Build', 'Test', 'Ship']) {
      await goTo(page, station);
      await page.waitForLoadState('networkidle');
      await expect
        .poll(async () =>
          (await words(page)).filter((t) => {
            const own = t.replace(CALLED, '');
            return METRIC.test(own) || POINT.test(own);
          }),
        )
        .toEqual([]);
    }
    await goTo(page, 'Board');
    const width = page.getByLabel('Width', { exact: true });
    const was = await width.inputValue();
    await width.fill('20 in');
    await width.press('Enter');
    await width.press('Tab');
    await expect(width).toHaveValue('20');
    await page.reload();
    await expect(width).toHaveValue('20');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(width).toHaveValue(was);
  } finally {
    await page.getByRole('link', { name: 'Mira Holt' }).click();
    for (const way of ['mm²', 'mm', 'N·m', 'N', '°C'])
      await units.getByRole('radio', { name: way, exact: true }).check();
    await units.getByLabel('Numbers and days as in').selectOption('en-GB');
    await units.getByRole('button', { name: 'Read so' }).click();
    await expect(units.getByText('cut 1240 mm, 10.5 N·m')).toBeVisible();
  }
});
