import { type Browser, expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet } from './hands.ts';

/** Two who draw, each in a browser of their own, on the order sheet of one job. */
async function twoOnOrder(browser: Browser, jobName: string): Promise<[mira: Page, edda: Page]> {
  const pages: [Page, Page] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  for (const [n, name] of ['Mira Holt', 'Edda Lorne'].entries()) {
    const page = pages[n]!;
    await comeInAs(page, name);
    await openJob(page, jobName);
    await goTo(page, 'Brief');
    await sheet(page, 'Order');
  }
  return pages;
}

test('what was not saved is offered after a reload, saved once, and leaving asks before', async ({ page, context }) => {
  test.setTimeout(90_000);
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Market cart');
  await goTo(page, 'Brief');
  await sheet(page, 'Order');
  const customer = page.getByLabel('Customer');
  const before = await customer.inputValue();
  // The line breaks: what is typed stays on the board and is not saved.
  await page.route(/\/edits$/, (route) => route.abort());
  await customer.fill('Orchard at the ford');
  await customer.blur();
  await expect(page.getByRole('banner').getByRole('status')).toContainText('not saved');
  const asked = new Promise<string>((done) =>
    page.once('dialog', async (dialog) => {
      done(dialog.type());
      await dialog.accept();
    }),
  );
  await page.reload();
  expect(await asked).toBe('beforeunload');
  // Back again with a line: the server does not have it, so it is offered.
  await expect(customer).toHaveValue(before);
  const offer = page.getByRole('alert').filter({ hasText: 'was not saved' });
  await expect(offer).toContainText('One change');
  await page.unrouteAll();
  await offer.getByRole('button', { name: 'Save it now' }).dblclick();
  await expect(offer).toBeHidden();
  await saved(page);
  await expect(customer).toHaveValue('Orchard at the ford');
  await page.reload();
  await expect(customer).toHaveValue('Orchard at the ford');
  await expect(page.getByRole('alert').filter({ hasText: 'not saved' })).toHaveCount(0);
  // One press, one step: a single undo takes it back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(customer).toHaveValue(before);
  await saved(page);
  await context.close();
});

test('two people on one board: only where both changed the same is anybody asked, and nothing of hers is lost', async ({
  browser,
}) => {
  const [mira, edda] = await twoOnOrder(browser, 'Market cart');
  const place = (page: typeof mira) => page.getByLabel('Where the board goes');
  // Mira's line is gone while Edda works.
  await mira.context().setOffline(true);
  await mira.getByLabel('Customer').fill('The ferry stall');
  await mira.getByLabel('Customer').blur();
  await place(mira).fill('Lower market');
  await place(mira).blur();
  await expect(mira.getByRole('banner').getByRole('status')).toContainText('not saved');
  await place(edda).fill('Upper market');
  await place(edda).blur();
  await saved(edda);
  await mira.context().setOffline(false);
  const conflict = mira.getByRole('alert').filter({ hasText: 'Somebody changed this board' });
  const clash = conflict.getByRole('group', { name: 'brief: place' });
  await expect(conflict.getByRole('group')).toHaveCount(1);
  await expect(clash.getByRole('radio', { name: 'Mine: Lower market' })).not.toBeChecked();
  await expect(clash.getByRole('radio', { name: 'Theirs: Upper market' })).toBeChecked();
  await conflict.getByRole('button', { name: 'Take these' }).click();
  await saved(mira);
  await expect(place(mira)).toHaveValue('Upper market');
  await expect(mira.getByLabel('Customer')).toHaveValue('The ferry stall');
  await edda.reload();
  await expect(edda.getByLabel('Customer')).toHaveValue('The ferry stall');
  await mira.context().close();
  await edda.context().close();
});

test('what one changes the other sees without asking: an edit, and a cable that is made', async ({ browser }) => {
  const [mira, edda] = await twoOnOrder(browser, 'Larchfold hut board');
  const notes = (page: typeof mira) => page.getByLabel('Notes');
  const before = await notes(mira).inputValue();
  await notes(mira).fill('Door opens to the left');
  await notes(mira).blur();
  await expect(notes(edda)).toHaveValue('Door opens to the left');
  for (const page of [mira, edda]) {
    await goTo(page, 'Cables');
    await sheet(page, 'Cards');
  }
  const box = (page: typeof mira) => page.getByRole('checkbox', { name: /is made$/ }).last();
  await expect(box(edda)).toBeEnabled();
  const was = await box(mira).isChecked();
  await box(edda).click();
  await expect(box(mira)).toBeChecked({ checked: !was });
  await goTo(mira, 'Brief');
  await sheet(mira, 'Order');
  await notes(mira).fill(before);
  await notes(mira).blur();
  await saved(mira);
  await mira.context().close();
  await edda.context().close();
});
