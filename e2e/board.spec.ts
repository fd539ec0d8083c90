import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet } from './hands.ts';

const jobFor = async (page: import('@playwright/test').Page, name: string) => {
  await comeInAs(page, 'Mira Holt');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('button', { name: 'Take the job in' }).click();
  await expect(page.getByText('cannot be empty')).toBeVisible();
  await page.getByLabel('Job name').fill(name);
  await page.getByLabel('Rules').selectOption('fixed-iec');
  await page.getByRole('button', { name: 'Take the job in' }).click();
  await expect(page.getByRole('heading', { name: 'Order sheet' })).toBeVisible();
};

// Duplicated and taken back.
test('parts come from the catalogue, are dragged, turned, joined', async ({ page }) => {
  await jobFor(page, 'Observatory shed');
  await goTo(page, 'Board');
  await page.getByRole('button', { name: 'Add a part' }).click();
  const catalogue = page.getByRole('region', { name: 'Catalogue' });
  await catalogue.getByRole('button', { name: 'LiFePO4 battery 12 V 100 Ah', exact: true }).click();
  await catalogue.getByRole('button', { name: 'Switches and fuses' }).click();
  await catalogue.getByRole('button', { name: 'Battery fuse holder, Class T, M8', exact: true }).click();
  await catalogue.getByRole('button', { name: 'Battery isolator 100 A, M8', exact: true }).click();
  await catalogue.getByRole('button', { name: 'Close', exact: true }).click();
  await saved(page);

  // Drag the isolator; numbers follow the hand, one edit at the drop.
  const isolator = page.getByRole('button', { name: /^-Q1 / }).first();
  const before = await isolator.getAttribute('aria-label');
  const box = (await isolator.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height * 0.8);
  await page.mouse.down();
  await page.mouse.move(box.x + 220, box.y + 160, { steps: 8 });
  await page.mouse.up();
  await saved(page);
  const moved = await page.getByRole('button', { name: /^-Q1 / }).first().getAttribute('aria-label');
  expect(moved).not.toBe(before);
  await page.getByRole('button', { name: /^-Q1 / }).first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^-Q1 / }).first()).not.toHaveAttribute('aria-label', moved!);
  await saved(page);
  await page.keyboard.press('r');
  await saved(page);

  // Join battery and fuse holder, terminal to terminal.
  await page.getByRole('button', { name: '-G1:plus' }).click();
  await expect(page.getByText('Click the terminal it goes to')).toBeVisible();
  await page.getByRole('button', { name: '-F1:line' }).click();
  await saved(page);
  await goTo(page, 'Circuit');
  await sheet(page, 'Connections');
  await expect(page.getByRole('row', { name: /-G1:plus -F1:line/ })).toBeVisible();

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nothing is connected yet')).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByRole('row', { name: /-G1:plus -F1:line/ })).toBeVisible();

  await goTo(page, 'Board');
  await page.getByRole('button', { name: /^-F1 / }).first().focus();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('heading', { name: '-F2', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Delete' }).click();
  await saved(page);
});

test('a conductor is locked with a reason, judged, and let go by the finding’s fix', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Board');
  await page.getByRole('button', { name: /^Wire W9,/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Lock conductor of W9' }).click();
  await page.getByLabel('Value for conductor of W9').selectOption('35');
  await page.getByLabel('Reason for locking conductor of W9').fill('reel at hand');
  await page.getByRole('button', { name: 'Lock it' }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('button', { name: /^Wire W61,/ })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Wire W61,/ })).toHaveCount(0);
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('W9 is below its fuse: 35 mm² carries 146 A, -F3 holds 150 A');
  await findings.getByRole('button', { name: 'Let it be worked out' }).first().click();
  await expect(findings).not.toContainText('W9 is below its fuse');
  await saved(page);
});

test('two people at one board: what the late one did goes on top by itself where nothing clashes', async ({
  browser,
}) => {
  const [one, two] = [await (await browser.newContext()).newPage(), await (await browser.newContext()).newPage()];
  await comeInAs(one, 'Mira Holt');
  await openJob(one, 'Larchfold hut board');
  await goTo(one, 'Brief');
  // Edda hears nothing of what others do: she is late.
  await two.route('**/api/live*', (route) => route.abort());
  await comeInAs(two, 'Edda Lorne');
  await openJob(two, 'Larchfold hut board');
  await goTo(two, 'Brief');
  await one.getByLabel('Customer').fill('Keepers of the hut');
  await one.getByLabel('Customer').press('Enter');
  await saved(one);
  await two.getByLabel('Ambient where the cables lie').fill('27');
  await two.getByLabel('Ambient where the cables lie').press('Enter');
  await saved(two);
  await expect(two.getByLabel('Customer')).toHaveValue('Keepers of the hut');
  await expect(two.getByLabel('Ambient where the cables lie')).toHaveValue('27');
});

test('a bad board file is refused whole, a good one is put on the wall', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  const planks = page.getByRole('button', { name: 'Archive' });
  await expect(planks.first()).toBeVisible();
  const jobs = await planks.count();
  const give = (name: string, text: string) =>
    page.locator('input[type=file]').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await give('half.json', '{"format": ');
  await expect(page.getByRole('alert')).toContainText('half.json is not JSON');
  await give('old.json', '{"format": "ombrik-board", "formatVersion": 99}');
  await expect(page.getByRole('alert')).toContainText('formatVersion is 99; accepted: ');
  await page.reload();
  await expect(planks).toHaveCount(jobs);
  await openJob(page, 'Corrie Top repeater');
  await goTo(page, 'Ship');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Board document, JSON' }).click();
  const board = await (await download).path();
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  await expect(page.getByRole('heading', { name: 'What must happen next' })).toBeVisible();
  await page.locator('input[type=file]').setInputFiles(board);
  await expect(page.getByRole('heading', { name: 'Order sheet' })).toBeVisible();
  await expect(page.getByLabel('Job name')).toHaveValue('Corrie Top repeater');
});

test('the floor’s stations fit a tablet, by touch, in both themes', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  const page = await context.newPage();
  await comeInAs(page, 'Ada Fenn');
  await openJob(page, 'Corrie Top repeater');
  for (const station of ['Cables', 'Test']) {
    await goTo(page, station);
    await expect(
      page.getByRole('navigation', { name: 'Route card' }).getByRole('link', { name: new RegExp(station) }),
    ).toHaveAttribute('aria-current', 'page');
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(1024);
  }
  await page.getByRole('button', { name: 'Use the dark bench theme' }).tap();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'bench');
  const next = page.getByRole('button', { name: /^(Seen and good|Record)$/ });
  expect((await next.boundingBox())!.height).toBeGreaterThanOrEqual(64);
});

// And one undo each takes it back.
test('cables lay themselves, a moved part takes its own along', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Board');
  await page.getByRole('button', { name: /^Wire W12,/ }).focus();
  await page.keyboard.press('Enter');
  const inspector = page.getByRole('region', { name: 'Cable W12' });
  await inspector.getByRole('button', { name: 'Guess again' }).click();
  await expect(inspector).toContainText('length, provisional');
  await saved(page);
  await page.getByRole('button', { name: 'Route cables' }).click();
  await expect(inspector).not.toContainText('provisional');
  await expect(inspector.getByRole('button', { name: 'Guess again' })).toBeVisible();
  await saved(page);
  const length = () => page.getByRole('img', { name: /^Cable W12, cut/ }).getAttribute('aria-label');
  const routed = await length();
  // -F4 moves away: its cable is laid anew with it, not left as a guess.
  await page.getByRole('button', { name: /^-F4 / }).first().focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowDown');
  await saved(page);
  await page.getByRole('button', { name: /^Wire W12,/ }).focus();
  await page.keyboard.press('Enter');
  await expect(inspector).not.toContainText('provisional');
  await expect.poll(length).not.toBe(routed);
  for (let i = 0; i < 5; i++) {
    await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
  }
  await expect(inspector).toContainText('length, provisional');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(inspector).not.toContainText('provisional');
  await saved(page);
});
