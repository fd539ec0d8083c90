import { type Browser, expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

const fresh = async (browser: Browser): Promise<Page> => (await browser.newContext()).newPage();
const PASSWORD = 'nine wet boots beside the stove';

test('an owner lets somebody in by a link, who sets a PIN, and is ended', async ({ browser }) => {
  test.setTimeout(240_000);
  const name = `Nora ${Date.now() % 100_000}`;
  const email = `${name.toLowerCase().replace(' ', '')}@teasel.example`;
  const mira = await fresh(browser);
  await comeInAs(mira, 'Mira Holt');
  await mira.getByRole('link', { name: 'Workshop' }).click();
  await mira.getByRole('link', { name: 'People' }).click();
  await mira.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await mira.getByRole('button', { name: 'Make a link' }).dblclick();
  const link = await mira.getByLabel(`Link for ${name}`).inputValue();
  await expect(mira.getByText('assembler · until')).toHaveCount(1);

  const nora = await fresh(browser);
  await nora.goto(link);
  await nora.getByLabel('E-mail').fill(email);
  await nora.getByLabel('Password').fill('password1');
  await nora.getByRole('button', { name: 'Come in' }).click();
  await expect(nora.getByRole('alert')).toContainText('guessed too soon');
  await nora.getByLabel('Password').fill(PASSWORD);
  await nora.getByRole('button', { name: 'Come in' }).click();
  await expect(nora.getByRole('heading', { name: 'What must happen next' })).toBeVisible();
  // The link is spent; the page that made it sees who has come, without asking.
  const late = await fresh(browser);
  await late.goto(link);
  await expect(late.getByText('ask for a new one')).toBeVisible();
  await expect(mira.getByRole('table', { name: 'People' })).toContainText(email);

  // An assembler changes no board.
  await openJob(nora, 'Market cart');
  await goTo(nora, 'Brief');
  await expect(nora.getByRole('note')).toHaveText('You look on here: only a designer changes it.');
  await expect(nora.getByLabel('Customer')).not.toBeEditable();
  await goTo(nora, 'Power');
  await nora.getByRole('button', { name: 'Add a load' }).click();
  await expect(nora.getByRole('alert').filter({ hasText: 'only a designer changes a board' })).toBeVisible();
  // What is theirs says nothing.
  await goTo(nora, 'Build');
  await expect(nora.getByRole('note')).toHaveCount(0);

  await nora.getByRole('link', { name: `${name} · assembler` }).click();
  const pin = nora.getByRole('region', { name: 'PIN' });
  await pin.getByLabel('Password now').fill(PASSWORD);
  await pin.getByLabel('PIN, 4 to 8 digits').fill('4071');
  await pin.getByRole('button', { name: 'Keep it' }).click();
  await expect(pin.getByText('PIN kept.')).toBeVisible();

  // A tablet of the shop on which somebody else has signed in goes into her hands and stays where it was.
  const tablet = await fresh(browser);
  await tablet.setViewportSize({ width: 1024, height: 768 });
  await comeInAs(tablet, 'Ada Fenn');
  await openJob(tablet, 'Market cart');
  const at = new URL(tablet.url()).pathname;
  await tablet.getByRole('link', { name: 'Change hands' }).click();
  await tablet.getByRole('button', { name }).click();
  for (const digit of '4072') await tablet.getByRole('button', { name: digit, exact: true }).click();
  await tablet.getByRole('button', { name: 'Go' }).click();
  await expect(tablet.getByText('the PIN is another')).toBeVisible();
  for (const digit of '4071') await tablet.getByRole('button', { name: digit, exact: true }).click();
  await tablet.getByRole('button', { name: 'Go' }).click();
  await expect(tablet).toHaveURL(new RegExp(`${at}$`));
  await expect(tablet.getByRole('link', { name: `${name} · assembler` })).toBeVisible();

  // Ended, she is out everywhere.
  const row = mira.getByRole('row').filter({ hasText: email });
  await row.getByRole('button', { name: 'End …' }).click();
  await row.getByRole('button', { name: `End ${name}` }).click();
  await expect(row).toContainText('ended');
  for (const page of [nora, tablet]) {
    await page.reload();
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  }
});
