import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, saved, sheet, type } from './hands.ts';

/** The most presses a whole order may take from an empty job to a released board: of a finger, a mouse button, or Enter. */
const MOST = 120;

/** Every press of a finger or mouse, and every key that is a command, counted in the page itself over all its addresses. */
const countPresses = (page: Page) =>
  page.addInitScript(() => {
    const more = () => sessionStorage.setItem('presses', String(Number(sessionStorage.getItem('presses') ?? 0) + 1));
    addEventListener('pointerdown', more, true);
    addEventListener('change', (e) => e.target instanceof HTMLSelectElement && more(), true);
    addEventListener(
      'keydown',
      (e) => ['Enter', ' ', 'Escape', 'Delete'].includes((e as KeyboardEvent).key) && more(),
      true,
    );
    addEventListener('paste', more, true);
  });
const presses = (page: Page) => page.evaluate(() => Number(sessionStorage.getItem('presses')));

const paste = (page: Page, text: string) =>
  page.evaluate((t) => {
    const data = new DataTransfer();
    data.setData('text/plain', t);
    (document.activeElement ?? document.body).dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, text);

for (const [where, viewport] of [
  ['desk', { width: 1280, height: 800 }],
  ['tablet', { width: 1024, height: 768 }],
] as const)
  test(`an order goes from an empty job to a released board in few presses, at a ${where}`, async ({ page }) => {
    await countPresses(page);
    await page.setViewportSize(viewport);
    await comeInAs(page, 'Mira Holt');
    await page.evaluate(() => sessionStorage.removeItem('presses'));
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel('Job name').fill(`Ridge observatory, ${where}`);
    await page.getByLabel('Start from').selectOption('observatory');
    await page.getByLabel('Rules').selectOption('fixed-iec');
    await page.getByRole('button', { name: 'Take the job in' }).click();
    await expect(page.getByRole('region', { name: 'Still unknown' })).toBeVisible();
    await type(page, 'Customer', 'Ridge star club');
    await goTo(page, 'Power');
    await sheet(page, 'Sources');
    await type(page, 'Latitude', '47');
    await sheet(page, 'Systems');
    const systems = page.getByRole('table', { name: 'Systems compared' });
    await systems.getByRole('button', { name: 'Choose this' }).first().click();
    await expect(page.getByRole('button', { name: /^-Q1 / }).first()).toBeVisible();
    await saved(page);
    await goTo(page, 'Circuit');
    await sheet(page, 'Runs');
    await page.getByLabel('Run of -G1').click();
    await paste(page, '0.4 m\n3.2 m\n2400\n1.8 m\n2.6 m\n140 cm\n2 m\n');
    await expect(page.getByText('All measured.')).toBeVisible();
    await saved(page);

    await goTo(page, 'Board');
    // Placed so that every cable finds its way, and laid, in one.
    await page.getByRole('button', { name: 'Arrange', exact: true }).click();
    const ways = page.getByRole('region', { name: 'Arrangements' }).getByRole('article');
    const whole = ways.filter({ hasText: 'Every cable finds its way' });
    await whole.getByRole('button', { name: 'Take this one' }).first().click({ timeout: 240_000 });
    await saved(page);
    const findings = page.getByRole('region', { name: 'Findings' });
    await expect(findings).toContainText('0 stop');

    await goTo(page, 'Cables');
    const bar = page.getByRole('region', { name: 'Release' });
    await bar.getByRole('button', { name: 'Release to the floor' }).click();
    const all = bar.getByRole('button', { name: 'Release all the same' });
    const released = bar.getByText(/Released at revision \d+ by Mira Holt/);
    await expect(all.or(released)).toBeVisible();
    if (await all.isVisible()) await all.click();
    await expect(released).toBeVisible();
    const count = await presses(page);
    test.info().annotations.push({ type: 'presses', description: `${where}: ${count}` });
    expect(count).toBeLessThan(MOST);
    // Nothing of what was pressed was pressed in vain: the board has its cables, and they may be made.
    await expect(page.getByRole('checkbox', { name: /is made$/ }).first()).toBeVisible();
    expect(await page.getByRole('checkbox', { name: /is made$/ }).count()).toBeGreaterThan(25);
  });
