import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

const atBench = (page: Page) => page.getByRole('region', { name: 'At the bench' });
const heading = (page: Page) => atBench(page).getByRole('heading', { level: 2 });
const counted = (page: Page) => page.getByText(/^\d+ of \d+ steps$/);
const doneIn = async (page: Page): Promise<number> => Number((await counted(page).textContent())!.split(' ')[0]);
/** The big button, whatever it says of this kind of work. */
const next = (page: Page) => atBench(page).getByRole('button', { name: /→$/ });

async function bench(page: Page, name: string): Promise<void> {
  await comeInAs(page, name);
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Build');
  await counted(page).waitFor();
}

test('a board is built at arm’s length: two people at once, one offline in between, a reload in the middle', async ({
  browser,
}) => {
  const size = { viewport: { width: 1024, height: 768 } };
  const jonas = await (await browser.newContext(size)).newPage();
  const mira = await (await browser.newContext(size)).newPage();
  await bench(jonas, 'Jonas Wick');
  await bench(mira, 'Mira Holt');
  const before = await doneIn(jonas);

  // What one says done the other sees; by a quick hand, too, it is one step and not the next one with it.
  await jonas.getByRole('button', { name: 'To the bench' }).click();
  const first = await heading(jonas).textContent();
  await next(jonas).dblclick();
  await expect(heading(jonas)).not.toHaveText(first!);
  await expect(counted(mira)).toHaveText(new RegExp(`^${before + 1} of`));

  // Without the network he goes on, and it is said how much waits.
  await jonas.context().setOffline(true);
  await next(jonas).click();
  await next(jonas).click();
  await expect(atBench(jonas).getByText(/no network · 2 records wait here/)).toBeVisible();
  const stands = await heading(jonas).textContent();
  await jonas.context().setOffline(false);
  await expect(counted(mira)).toHaveText(new RegExp(`^${before + 3} of`));
  await expect(atBench(jonas).getByText(/no network/)).toBeHidden();
  expect(await heading(jonas).textContent()).toBe(stands);

  // A problem stops what stands on it, for everybody, until it is solved.
  await atBench(jonas).getByRole('button', { name: '▲ Problem' }).click();
  await atBench(jonas).getByRole('button', { name: 'part missing' }).click();
  await expect(mira.getByText('part missing').first()).toBeVisible();
  await expect(next(jonas)).toBeDisabled();
  await atBench(jonas).getByRole('button', { name: '▲ Solved' }).click();
  await expect(next(jonas)).toBeEnabled();

  // Reloaded in the middle nothing is lost and nothing is twice.
  await jonas.reload();
  await expect(counted(jonas)).toHaveText(new RegExp(`^${before + 3} of`));

  // Taken back, by a quick hand again: what comes under the finger then is not pressed with it.
  await jonas.getByRole('button', { name: first!, exact: true }).click();
  await atBench(jonas).getByRole('button', { name: '↶ Undo' }).click();
  await atBench(jonas).getByRole('button', { name: 'by mistake' }).dblclick();
  await expect(atBench(jonas).getByRole('button', { name: '↶ Undo' })).toBeDisabled();
  await atBench(jonas).getByRole('button', { name: 'List' }).click();
  // What was built on it is open again.
  await expect(jonas.getByText(/(is|are) to be done again:/)).toBeVisible();
  // Done once more, all of it stands.
  await jonas.getByRole('button', { name: first!, exact: true }).click();
  await next(jonas).click();
  await atBench(jonas).getByRole('button', { name: 'List' }).click();
  await expect(counted(jonas)).toHaveText(new RegExp(`^${before + 3} of`));
});

test('the floor’s targets are large enough for a glove, and nothing scrolls, lying and standing', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await comeInAs(page, 'Jonas Wick');
  await openJob(page, 'Cider press shed');
  await goTo(page, 'Build');
  await page.getByLabel('Which steps').selectOption('torque');
  await page
    .getByRole('button', { name: /then mark the nut$/ })
    .first()
    .click();
  for (const size of [
    { width: 1024, height: 768 },
    { width: 800, height: 1280 },
  ]) {
    await page.setViewportSize(size);
    for (const target of await atBench(page).locator('button, label.btn, select, input:not([type=file])').all()) {
      const box = (await target.boundingBox())!;
      expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(64);
      expect(box.y + box.height).toBeLessThanOrEqual(size.height);
    }
    const overflow = await atBench(page).evaluate((e) => [
      e.scrollWidth - e.clientWidth,
      e.scrollHeight - e.clientHeight,
    ]);
    expect(overflow).toEqual([0, 0]);
    await expect(atBench(page).getByText('N·m').first()).toBeVisible();
  }
});
