import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved } from './hands.ts';

const part = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name} `) }).first();
const openBoard = async (page: Page, job: string) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, job);
  await goTo(page, 'Board');
  await expect(page.getByRole('application')).toBeVisible();
};
const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });
const corner = { position: { x: 4, y: 4 } };

test('several parts are lined up, held, turned over to the back and taken back', async ({ page }) => {
  await openBoard(page, 'Larchfold hut board');
  const [first, second] = ['-F1', '-F7'];
  await part(page, first!).click(corner);
  await part(page, second!).click({ ...corner, modifiers: ['Shift'] });
  const together = page.getByRole('region', { name: 'Parts chosen together' });
  await expect(together.getByRole('heading', { name: '2 parts' })).toBeVisible();
  await together.getByRole('button', { name: 'left edges' }).click();
  await saved(page);
  const x = async (name: string) =>
    Number(/at (-?\d+),/.exec((await part(page, name).getAttribute('aria-label'))!)![1]);
  await together.getByRole('button', { name: 'Hold in place' }).click();
  await expect(part(page, first!)).toHaveAttribute('aria-label', /held/);
  const before = await x(first!);
  await part(page, first!).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('is held where it is; let it go first')).toBeVisible();
  expect(await x(first!)).toBe(before);
  await together.getByRole('button', { name: 'Let go' }).click();
  await saved(page);

  // To the back: the view follows, left and right are exchanged, and the wall behind is missed.
  await page.keyboard.press('Escape');
  await part(page, first!).click(corner);
  await page.getByRole('button', { name: 'To the back (F)' }).click();
  await saved(page);
  await page.getByRole('radio', { name: 'Back' }).click();
  await expect(page.getByRole('application', { name: /back, seen from behind/ })).toBeVisible();
  await expect(part(page, first!)).toHaveAttribute('aria-label', /behind/);
  await expect(
    findings(page)
      .getByText(/mm is free behind the board/)
      .first(),
  ).toBeVisible();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

// A drawn outline that crosses itself is refused.
test('the tape measures, a keep-out and a door swing are judged', async ({ page }) => {
  await openBoard(page, 'Corrie Top repeater');
  const board = page.getByRole('application');
  const box = (await board.boundingBox())!;
  const at = (fx: number, fy: number): [number, number] => [box.x + box.width * fx, box.y + box.height * fy];
  const hand = page.getByLabel('In the hand');
  await hand.selectOption('measure');
  await page.mouse.click(...at(0.3, 0.9));
  await page.mouse.click(...at(0.5, 0.9));
  await expect(board.getByText(/\d+\smm {2}↔/)).toBeVisible();
  await page.keyboard.press('Escape');

  const f1 = (await part(page, '-F1').boundingBox())!;
  await hand.selectOption('keepOut');
  await page.mouse.click(f1.x + 4, f1.y + 4);
  await page.mouse.click(f1.x + f1.width - 4, f1.y + f1.height - 4);
  await saved(page);
  await expect(findings(page).getByText('-F1 stands where keep out needs the room')).toBeVisible();
  // The place lights up while the finding is looked at.
  await findings(page).getByText('-F1 stands where keep out needs the room').hover();
  await expect(board.locator('[data-lit] rect').first()).toBeVisible();
  await page.getByRole('button', { name: 'Remove keep-out 1' }).click();
  await expect(findings(page).getByText('needs the room')).toHaveCount(0);

  await hand.selectOption('outline');
  for (const [fx, fy] of [
    [0.3, 0.3],
    [0.6, 0.7],
    [0.6, 0.3],
    [0.3, 0.7],
  ] as const)
    await page.mouse.click(...at(fx, fy));
  await page.keyboard.press('Enter');
  await expect(page.getByText('The outline crosses itself; draw it round without crossing.')).toBeVisible();
  await page.keyboard.press('Escape');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

// One is taken in one step and taken back.
test('three arrangements are offered with their costs', async ({ page }) => {
  await openBoard(page, 'Market cart box');
  const where = await part(page, '-T1').getAttribute('aria-label');
  await page.getByRole('button', { name: 'Arrange', exact: true }).click();
  const offered = page.getByRole('region', { name: 'Arrangements' });
  const take = offered.getByRole('button', { name: 'Take this one' });
  // By one wish or another the parts may well stand as they should already.
  await expect(offered.getByRole('button', { name: /Take this one|As it stands/ })).toHaveCount(3);
  await expect(offered.getByText(/instead of .*, \d+ % less/).first()).toBeVisible();
  await take.first().click();
  await saved(page);
  await expect(offered).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await expect(findings(page).getByText(/overlap by/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect(await part(page, '-T1').getAttribute('aria-label')).toBe(where);
});

// Bad files change nothing.
test('an outline comes from a drawing with its unit asked; parts come from a file', async ({ page }) => {
  await openBoard(page, 'Corrie Top repeater');
  const give = (label: string, name: string, text: string) =>
    page
      .locator('label', { hasText: label })
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await give(
    'Outline from DXF or SVG',
    'open.svg',
    '<svg width="9mm" height="9mm" viewBox="0 0 9 9"><path d="M0 0H5"/></svg>',
  );
  await expect(page.getByText(/No closed contour was found/)).toBeVisible();
  await give(
    'Outline from DXF or SVG',
    'shed.svg',
    '<svg viewBox="0 0 100 100"><path d="M0 0H32V20L26 24H0Z"/><circle cx="28" cy="4" r="1"/></svg>',
  );
  await expect(page.getByText('The file names no unit; count it in')).toBeVisible();
  await expect(page.getByText(/accepted: 20 to 5000 mm|× 24 mm/).first()).toBeVisible();
  await page.getByLabel('Unit of the drawing').selectOption('inch');
  await expect(page.getByText('813 × 610 mm, 5 corners, 1 holes')).toBeVisible();
  await page.getByRole('button', { name: 'Take this outline' }).click();
  await saved(page);
  await expect(page.getByLabel('Width')).toHaveValue('812.8');
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);

  await page.getByRole('button', { name: 'Add a part' }).click();
  await give('Read JSON or CSV', 'parts.csv', 'like,width_mm\nno-such-part,90');
  await expect(page.getByText(/line 2: like is "no-such-part"/)).toBeVisible();
  await give('Read JSON or CSV', 'parts.csv', 'like,name,width_mm\nisolator-100,Slim isolator of ours,60');
  await saved(page);
  await expect(page.getByRole('button', { name: 'Slim isolator of ours', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

// Templates and drawings come out, bad wishes are refused in words.
test('a copy goes to another job with its wires', async ({ page }) => {
  await openBoard(page, 'Larchfold hut board');
  await part(page, '-F8').click(corner);
  await part(page, '-Q1').click({ position: { x: 4, y: 46 }, modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  await openJob(page, 'Market cart box');
  await goTo(page, 'Board');
  await expect(page.getByRole('button', { name: /^-T1 .*millimetres/ })).toBeVisible();
  const parts = await page.getByRole('button', { name: /^-[A-Z]\d+ .*millimetres/ }).count();
  await expect(page.getByRole('button', { name: /^Wire / }).first()).toBeVisible();
  const wires = await page.getByRole('button', { name: /^Wire / }).count();
  await page.getByRole('button', { name: 'Put down copy (2)' }).click();
  await saved(page);
  await expect(page.getByRole('button', { name: /^-[A-Z]\d+ .*millimetres/ })).toHaveCount(parts + 2);
  // The wires come from the worker, a moment after the parts.
  await expect(page.getByRole('button', { name: /^Wire / })).toHaveCount(wires + 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);

  const jobId = /jobs\/([^/]+)/.exec(page.url())![1];
  const out = (name: string) => page.request.get(`/api/jobs/${jobId}/out/${name}`);
  for (const paper of ['template.pdf?paper=Letter&from=hidden', 'drill.pdf', 'dressing.pdf', 'sheets.pdf'])
    expect((await (await out(paper)).body()).subarray(0, 5).toString()).toBe('%PDF-');
  expect(await (await out('panel.dxf?face=back')).text()).toContain('LWPOLYLINE');
  expect(await (await out('panel.svg')).text()).toContain('<svg');
  expect(await (await out('drill.csv')).text()).toContain('drill_mm');
  const refused = await out('template.pdf?paper=A9');
  expect(refused.status()).toBe(422);
  expect(await refused.text()).toContain('accepted: A4, Letter');
  expect((await out('panel.dxf?panel=nope')).status()).toBe(422);
});
