import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { zipSync } from 'fflate';
import { comeInAs, goTo, openJob, saved, sheet, type } from './hands.ts';

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** An order from a template to a chosen system, its year, and a kept offer. */
test('an observatory order becomes loads, a system, a year and an offer', async ({ page }) => {
  test.setTimeout(240_000);
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Job name').fill('Fell End observatory');
  await page.getByLabel('Start from').selectOption('observatory');
  await page.getByLabel('Rules').selectOption('fixed-iec');
  await page.getByRole('button', { name: 'Take the job in' }).click();
  const unknown = page.getByRole('region', { name: 'Still unknown' });
  await expect(unknown).toContainText('Before Power can be trusted');
  await expect(unknown).toContainText('The latitude');

  // The order sheet, a question, photos: a good one and a false one.
  await type(page, 'Customer', 'Fell End star club');
  await page.getByLabel('New question').fill('Is the pier wired already?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(unknown).toContainText('Is the pier wired already?');
  await type(page, 'Answer to Is the pier wired already?', 'Conduit only');
  await expect(unknown).not.toContainText('Is the pier wired already?');
  await page.getByLabel('Add files').setInputFiles([
    { name: 'pier.png', mimeType: 'image/png', buffer: PNG },
    { name: 'false.png', mimeType: 'image/png', buffer: Buffer.from('<html>') },
  ]);
  await expect(page.getByAltText('pier.png')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('false.png is not of a kind that can be attached');
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.getByRole('button', { name: 'Take pier.png off' }).click();
  await expect(page.getByAltText('pier.png')).toBeHidden();
  await page.getByRole('button', { name: 'Bring pier.png back' }).click();
  await expect(page.getByAltText('pier.png')).toBeVisible();
  await expect(page.getByRole('region', { name: 'System voltage' })).toContainText('V suits this load list');

  // Loads: pasted, painted, from the shelf, from a spreadsheet.
  await goTo(page, 'Power');
  await expect(page.getByLabel('Name of -E1')).toHaveValue('Mount and camera');
  await page.getByRole('heading', { name: 'Loads' }).click();
  const paste = (text: string) =>
    page.evaluate((t) => {
      const data = new DataTransfer();
      data.setData('text/plain', t);
      document.querySelector('h1')!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    }, text);
  await paste('Red lamp\tsix\t3\n');
  await expect(page.getByRole('alert')).toContainText('power_w is "six"; accepted: a number');
  await paste('Red lamp\t6\t3\nHeated seat\t40\t2\n');
  await expect(page.getByLabel('Name of -E6')).toHaveValue('Heated seat');
  const strip = page.getByRole('slider', { name: /^Red lamp/ });
  const box = (await strip.boundingBox())!;
  await page.mouse.move(box.x + (box.width * 20.5) / 24, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + (box.width * 22.5) / 24, box.y + 8, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel('Hours a day of Red lamp')).toHaveValue('3');
  await expect(strip).toHaveAttribute('aria-label', /on 20-23/);
  await strip.press('ArrowRight');
  await strip.press(' ');
  await expect(page.getByLabel('Hours a day of Red lamp')).toHaveValue('4');
  await page.getByRole('button', { name: 'From the shelf' }).click();
  await page.getByRole('button', { name: /Laptop on a d.c. supply/ }).click();
  await expect(page.getByLabel('Name of -E7')).toHaveValue('Laptop on a d.c. supply');
  await page.getByRole('button', { name: 'More about Heated seat' }).click();
  await page.getByLabel('Season').selectOption('cold');
  await saved(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save XLSX' }).click();
  const file = await (await download).path();
  expect(readFileSync(file).subarray(0, 2).toString()).toBe('PK');
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'again.xlsx', mimeType: 'application/octet-stream', buffer: readFileSync(file) });
  await expect(page.getByLabel('Name of -E14')).toHaveValue('Laptop on a d.c. supply');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Name of -E14')).toHaveCount(0);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'bad.xlsx', mimeType: 'application/octet-stream', buffer: Buffer.from('no sheet') });
  await expect(page.getByRole('alert')).toContainText('bad.xlsx was refused; nothing was added: it is no spreadsheet');

  // A list that swells to 300 MB is refused, and the page answers the hand all the while.
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.evaluate(() => {
    const seen = { last: performance.now(), longestMs: 0 };
    Object.assign(window, { seen });
    setInterval(() => {
      seen.longestMs = Math.max(seen.longestMs, performance.now() - seen.last);
      seen.last = performance.now();
    }, 20);
  });
  const swells = Buffer.from(zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(300 * 1024 * 1024) }));
  expect(swells.length).toBeLessThan(400_000);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'swells.xlsx', mimeType: 'application/octet-stream', buffer: swells });
  await expect(page.getByRole('alert')).toContainText('swells.xlsx was refused; nothing was added: it unfolds to more');
  const heldUpMs = await page.evaluate(() => (window as unknown as { seen: { longestMs: number } }).seen.longestMs);
  // Read on the page itself it stood still for minutes; a slow machine stands still for a moment.
  expect(heldUpMs).toBeLessThan(10_000);

  // Sources, then systems side by side.
  await sheet(page, 'Sources');
  await type(page, 'Latitude', '95');
  await expect(page.getByText('"95": a number from -89 to 89')).toBeVisible();
  await type(page, 'Latitude', '52');
  await page.getByRole('checkbox', { name: 'Alternator' }).check();
  await expect(page.getByRole('region', { name: 'Alternator three ways' })).toContainText(
    'Charges to full whatever the alternator does',
  );
  await expect(page.getByText(/Sun on the modules, peak-sun hours/)).toBeVisible();
  await sheet(page, 'Systems');
  const systems = page.getByRole('table', { name: 'Systems compared' });
  await expect(systems.getByRole('columnheader').first()).toBeVisible();
  await expect(systems).toContainText('Days a year something is cut');
  await expect(page.getByText('AGM or LiFePO4, over 10 years of this use')).toBeVisible();
  await systems.getByRole('button', { name: 'Choose this' }).first().click();
  await expect(page.getByRole('button', { name: /^-Q1 / }).first()).toBeVisible();
  await saved(page);
  await goTo(page, 'Circuit');
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('0 stop');

  // Its year, what if, and two hundred years with a stop.
  await goTo(page, 'Power');
  await sheet(page, 'A year');
  const cutDays = async () => Number(await page.locator('dt:has-text("days something is cut") + dd').textContent());
  await expect(page.getByRole('img', { name: /State of charge, year view/ })).toBeVisible();
  const before = await cutDays();
  await page.getByLabel('… a load doubles').selectOption({ label: 'Mount and camera' });
  await expect.poll(cutDays).toBeGreaterThanOrEqual(before);
  await page.getByRole('checkbox', { name: '… it is left alone' }).check();
  await expect(page.getByText('Charge after it:')).toBeVisible();
  await page.getByRole('radio', { name: 'worst week' }).click();
  await expect(page.getByRole('img', { name: /State of charge, week view/ })).toBeVisible();
  const years = page.getByRole('region', { name: 'Two hundred years' });
  await years.getByRole('button', { name: 'Run 200 years' }).click();
  await years.getByRole('button', { name: 'Stop' }).click();
  await expect(years.getByRole('button', { name: 'Run 200 years' })).toBeVisible();
  await years.getByRole('button', { name: 'Run 200 years' }).click();
  await expect(years).toContainText('of days, give or take');

  // The offer: a set-up line, hours, a kept version on paper.
  await sheet(page, 'Quote');
  await page.getByRole('button', { name: 'Add a line' }).click();
  await expect(page.getByRole('table', { name: 'Work' })).toContainText(
    'Adapter and program for the charge profile: hours',
  );
  await page.getByRole('table', { name: 'Work' }).getByTitle('Why this number?').first().click();
  await expect(page.getByRole('complementary', { name: 'Why this number' })).toContainText(
    '(fixedHours + count * hoursEach) * pastFactor',
  );
  await page.keyboard.press('Escape');
  await saved(page);
  await page.getByRole('button', { name: 'Keep as version 1' }).click();
  await expect(page.getByRole('button', { name: 'Keep as version 2' })).toBeVisible();
  const paper = await page.request.get(
    `${page.url().replace(/\/jobs\/([^/]+)\/.*/, '/api/jobs/$1')}/out/quote.pdf?version=1`,
  );
  expect((await paper.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a rework job is surveyed, and what nobody can tell is judged so', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Job name').fill('Old hut board');
  await page.getByRole('button', { name: 'Take the job in' }).click();
  await page.getByLabel('Kind of job').selectOption('rework');
  await expect(page.getByRole('region', { name: 'Still unknown' })).toContainText('the survey is empty');
  await sheet(page, 'Survey');
  await page.getByRole('button', { name: 'Add a circuit' }).click();
  await type(page, 'Name of Circuit 1', 'Bunk lights');
  await type(page, 'Fuse of Bunk lights', '10');
  await page.getByLabel('What becomes of Bunk lights').selectOption('stays');
  await page
    .getByLabel('Add a photo of Bunk lights')
    .setInputFiles({ name: 'bunk.png', mimeType: 'image/png', buffer: PNG });
  await expect(page.getByAltText('bunk.png')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: /^Findings: / }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('Bunk lights: cannot confirm the fuse');
  await type(page, 'Conductor of Bunk lights', '1.5');
  await expect(findings).not.toContainText('Bunk lights');
});

test('the workshop’s settings are a designer’s', async ({ page }) => {
  test.setTimeout(180_000);
  await comeInAs(page, 'Jonas Wick');
  await page.getByRole('link', { name: 'Workshop' }).click();
  await expect(page.getByLabel('An hour of work')).toBeDisabled();
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('link', { name: 'Workshop' }).click();
  await type(page, 'An hour of work', '54');
  await expect(page.getByText(/Held true for all boards, version 2/)).toBeVisible();

  // A copy of a profile with a value of our own; a board that uses it is judged by it.
  await page.getByLabel('Profile to copy').selectOption('fixed-iec');
  await page.getByRole('button', { name: 'Copy it' }).click();
  const copy = 'Our Fixed off-grid, IEC 60364';
  await type(page, `Thinnest conductor in ${copy}`, '90');
  await expect(page.getByText(/"90": a number from 0.5 to 16/)).toBeVisible();
  await type(page, `Thinnest conductor in ${copy}`, '4');
  await type(page, `Reason for Thinnest conductor in ${copy}`, 'one reel, one die');
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Brief');
  await page.getByLabel('Rules', { exact: true }).selectOption({ label: `${copy}, from Fixed off-grid, IEC 60364` });
  await saved(page);
  await goTo(page, 'Circuit');
  await sheet(page, 'Connections');
  await page.getByRole('row', { name: /W26/ }).getByTitle('Why this number?').nth(2).click();
  const why = page.getByRole('complementary', { name: 'Why this number' });
  await expect(why).toContainText('one reel, one die');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});
