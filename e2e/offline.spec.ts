import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

test('a board whose build was opened here is built on without a network, reloaded too, and catches up', async ({
  browser,
}) => {
  const size = { viewport: { width: 1024, height: 768 } };
  const here = await (await browser.newContext(size)).newPage();
  const there = await (await browser.newContext(size)).newPage();
  for (const [page, name] of [
    [here, 'Jonas Wick'],
    [there, 'Mira Holt'],
  ] as const) {
    await comeInAs(page, name);
    await openJob(page, 'Larchfold hut board');
    await goTo(page, 'Build');
    await page.getByText(/^\d+ of \d+ steps$/).waitFor();
  }
  const counted = (page: typeof here) => page.getByText(/^\d+ of \d+ steps$/);
  const before = Number((await counted(there).textContent())!.split(' ')[0]);
  // The worker has kept the application, and this page's job once it was asked for again under its eyes.
  await here.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await here.reload();
  await counted(here).waitFor();

  await here.context().setOffline(true);
  await here.reload();
  await expect(counted(here)).toHaveText(new RegExp(`^${before} of`));
  await here.getByRole('button', { name: 'To the bench' }).click();
  const bench = here.getByRole('region', { name: 'At the bench' });
  const title = await bench.getByRole('heading', { level: 2 }).textContent();
  await bench.getByRole('button', { name: /→$/ }).click();
  await expect(bench.getByText(/1 record waits here/)).toBeVisible();
  // The battery ends: what was said is still there, and counted.
  await here.reload();
  await expect(counted(here)).toHaveText(new RegExp(`^${before + 1} of`));

  await here.context().setOffline(false);
  await expect(counted(there)).toHaveText(new RegExp(`^${before + 1} of`), { timeout: 60_000 });
  await there.getByRole('button', { name: title!, exact: true }).click();
  await there.getByRole('button', { name: '↶ Undo' }).click();
  await there.getByRole('button', { name: 'by mistake' }).click();
});
