import { expect, test } from '@playwright/test';
import { comeInAs } from './hands.ts';

// What the service worker keeps would stand in for what fails here.
test.use({ serviceWorkers: 'block' });

/** What a screen says where it has nothing, waits, has failed, has no network, or is not for whoever looks. */
test('every state of a screen says what goes on and what to do', async ({ page, context }) => {
  await comeInAs(page, 'Mira Holt');
  await test.step('empty: what to do next', async () => {
    await page.getByRole('searchbox', { name: 'Find a job' }).fill('nothing is called so');
    await expect(page.getByText('Take one in with “New job”')).toBeVisible();
    await page.getByRole('searchbox', { name: 'Find a job' }).fill('');
  });
  await test.step('waiting: its shape, past a second a count, and a stop', async () => {
    let goOn = () => {};
    const held = new Promise<void>((go) => {
      goOn = go;
    });
    await page.route('**/api/lessons', async (route) => {
      await held;
      await route.continue().catch(() => {});
    });
    await page.getByRole('link', { name: 'What fails' }).click();
    await expect(page.getByText('Counting over all jobs …')).toBeVisible();
    await expect(page.getByText(/^[2-9] s$/)).toBeVisible();
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByText('Stopped: counting over all jobs.')).toBeVisible();
    goOn();
    await page.unroute('**/api/lessons');
    await page.getByRole('button', { name: 'Go on with it' }).click();
    await expect(page.getByText(/^From \d+ jobs/)).toBeVisible();
  });
  await test.step('failed: what happened, what is safe, what to do, and again', async () => {
    await page.route('**/api/buying', (route) =>
      route.fulfill({ status: 422, json: { problems: ['the prices cannot be read'] } }),
    );
    await page.getByRole('link', { name: 'Buying' }).click();
    await expect(page.getByRole('alert')).toHaveText('the prices cannot be read');
    await expect(page.getByText(/Nothing was changed by it/)).toBeVisible();
    await expect(page.getByText(/Mend what the message names/)).toBeVisible();
    await page.unroute('**/api/buying');
    await page.getByRole('button', { name: 'Try again', exact: true }).click();
    await expect(page.getByRole('table').first()).toBeVisible();
  });
  await test.step('without a network: so it says, and goes on once there is one', async () => {
    const plan = page.getByRole('link', { name: 'Plan', exact: true });
    // The page itself is here, what it shows is not.
    await page.route('**/api/schedule', (route) => route.fulfill({ status: 422, json: { problems: ['not now'] } }));
    await plan.click();
    await expect(page.getByRole('alert')).toHaveText('not now');
    await page.unroute('**/api/schedule');
    await page.getByRole('link', { name: 'OMBRIK', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'What must happen next' })).toBeVisible();
    await context.setOffline(true);
    await plan.click();
    await expect(page.getByText('There is no network here.')).toBeVisible();
    await expect(page.getByText(/what waits is sent by itself/)).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText('There is no network here.')).toBeHidden();
    await expect(page.locator('[data-waiting], [data-failed]')).toHaveCount(0);
    await expect(page.getByRole('listitem').first()).toBeVisible();
  });
  await test.step('no right to it: whose it is', async () => {
    await comeInAs(page, 'Jonas Wick');
    await page.goto('/workshop');
    await expect(page.getByRole('note')).toContainText('You look on here');
  });
});
