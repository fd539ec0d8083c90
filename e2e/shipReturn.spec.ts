import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, passCheck } from './hands.ts';

const JOB = 'Orchard gate box';

/** A tested box of the demo as another order, for its file is all it takes. */
async function orderTheSame(page: Page): Promise<void> {
  await comeInAs(page, 'Mira Holt');
  const { jobs } = await (await page.request.get('/api/jobs?archived=yes')).json();
  const like = jobs.find((j: { jobName: string }) => j.jobName === 'Flower cart box');
  const { board } = await (await page.request.get(`/api/jobs/${like.id}`)).json();
  const other = { ...board, brief: { ...board.brief, jobName: JOB, place: 'In the shed by the gate' } };
  await page.locator('input[type=file]').setInputFiles({
    name: 'gate.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(other)),
  });
  await expect(page.getByRole('navigation', { name: 'Route card' })).toBeVisible();
}

async function release(page: Page): Promise<void> {
  await goTo(page, 'Cables');
  const bar = page.getByRole('region', { name: 'Release' });
  await bar.getByRole('button', { name: 'Release to the floor' }).click();
  const all = bar.getByRole('button', { name: 'Release all the same' });
  const released = bar.getByText(/Released at revision/);
  await expect(all.or(released)).toBeVisible();
  if (await all.isVisible()) await all.click();
  await expect(released).toBeVisible();
}

async function build(page: Page): Promise<void> {
  const boxes = page.getByRole('checkbox', { name: /is made/ });
  const count = await boxes.count();
  for (let i = 0; i < count; i++) await boxes.nth(i).click();
  await expect(page.getByText(`${count} of ${count} made`)).toBeVisible();
  await goTo(page, 'Build');
  const steps = page.getByText(/^\d+ of \d+ steps$/);
  const [, most] = /of (\d+)/.exec((await steps.textContent())!)!;
  await page.getByText('Enter what was ticked on paper').click();
  await page.getByLabel('Numbers ticked on the traveller').fill(`1-${most}`);
  await page.getByRole('button', { name: `${most} steps are done` }).click();
  await expect(steps).toHaveText(`${most} of ${most} steps`);
  await arrived(page, Number(most));
}

/** What was said stands on the screen at once; so much of it has to be on the server before somebody else comes in. */
async function arrived(page: Page, least: number): Promise<void> {
  const [id] = /jb_[^/]+/.exec(page.url())!;
  const records = async () => (await (await page.request.get(`/api/jobs/${id}/build`)).json()).records.length;
  await expect.poll(records, { timeout: 60_000 }).toBeGreaterThanOrEqual(least);
}

/** A stud is opened because something has to be mended there, and made again. */
async function openAndMakeAgain(page: Page, times: number): Promise<void> {
  await comeInAs(page, 'Jonas Wick');
  await openJob(page, JOB);
  await goTo(page, 'Build');
  const bench = page.getByRole('region', { name: 'At the bench' });
  await page.getByLabel('Which steps').selectOption('torque');
  await page
    .getByRole('button', { name: /then mark the nut$/ })
    .first()
    .click();
  await bench.getByRole('button', { name: '↶ Undo' }).click();
  await bench.getByRole('button', { name: 'has to be opened' }).click();
  const again = bench.getByRole('button', { name: /^Torqued and marked/ });
  await expect(again).toBeEnabled();
  await again.click();
  await bench.getByRole('button', { name: 'List' }).click();
  await page.getByLabel('Which steps').selectOption('all');
  await expect(page.getByText(/^(\d+) of \1 steps$/)).toBeVisible();
  const all = Number(/of (\d+)/.exec((await page.getByText(/^\d+ of \d+ steps$/).textContent())!)![1]);
  // Each time it is taken back and done once more.
  await arrived(page, all + 2 * times);
}

const passedOf = async (page: Page): Promise<[done: number, all: number]> => {
  const text = (await page.getByText(/^\d+ of \d+ passed$/).textContent())!;
  const [, done, all] = /(\d+) of (\d+)/.exec(text)!;
  return [Number(done), Number(all)];
};
const heading = (page: Page) => page.getByRole('region', { name: 'Current check' }).getByRole('heading', { level: 1 });

/** Reads on from check to check. @param until stops in front of the check so called */
async function readOn(page: Page, until?: RegExp): Promise<void> {
  for (;;) {
    const [done, all] = await passedOf(page);
    if (done === all) return;
    if (until?.test((await heading(page).textContent())!)) return;
    await passCheck(page);
    await expect(page.getByText(`${done + 1} of ${all} passed`)).toBeVisible();
  }
}

async function atTest(page: Page): Promise<void> {
  await comeInAs(page, 'Ada Fenn');
  await openJob(page, JOB);
  await goTo(page, 'Test');
  await expect(page.getByText(/^\d+ of \d+ passed$/)).toBeVisible();
}

async function seal(page: Page, number: number, why: string): Promise<void> {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, JOB);
  await goTo(page, 'Ship');
  const ship = page.getByRole('region', { name: 'Ship it' });
  const press = ship.getByRole('button', { name: number === 1 ? 'Ship and seal the record' : 'Seal again, on top' });
  await expect(press).toBeVisible();
  const reason = ship.getByLabel('Why it ships all the same');
  if (await reason.isVisible()) {
    await reason.fill(why);
    await reason.press('Enter');
  }
  await press.click();
  // It takes long enough to wonder: how far it is stands there.
  await expect(ship.getByText(/^\d+ of \d+: /)).toBeVisible();
  await page.screenshot({ path: test.info().outputPath(`sealing-${number}.png`) });
  await expect(ship.getByRole('link', { name: `Sealed record ${number}` })).toBeVisible({ timeout: 120_000 });
}

/** The record as anybody finds it in the folder. */
async function unpacked<T>(page: Page, number: number, use: (folder: string) => T): Promise<T> {
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: `Sealed record ${number}` }).click();
  const archive = await (await download).path();
  const folder = mkdtempSync(join(tmpdir(), 'ombrik-return-'));
  try {
    execFileSync('python3', ['-m', 'zipfile', '-e', archive, folder]);
    return use(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
const verify = (folder: string) =>
  spawnSync(process.execPath, [resolve('cli/bin/ombrik.mjs'), 'verify', folder], { encoding: 'utf8' }).stdout;
const sealOf = (folder: string) => JSON.parse(readFileSync(join(folder, 'seal.json'), 'utf8'));

/** One box from the floor to the field and back, on a tablet. */
test('a box is released, fails a check, is cured, sealed, verified, comes back, is read again and sealed on top', async ({
  page,
}) => {
  test.setTimeout(900_000);
  await page.setViewportSize({ width: 1024, height: 768 });
  await orderTheSame(page);
  await release(page);
  await build(page);

  await atTest(page);
  await readOn(page, /^Drop to /);
  await page.getByLabel('Reading in mV').fill('1900');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Record' })).toContainText('FAIL');
  await page.getByRole('button', { name: 'What may be wrong?' }).click();
  await expect(page.getByRole('region', { name: 'What may be wrong' })).toBeVisible();
  await page.screenshot({ path: test.info().outputPath('failed.png') });
  const [before] = await passedOf(page);

  // Opened and made again: what was read through the joint counts no longer.
  await openAndMakeAgain(page, 1);
  await atTest(page);
  const [after] = await passedOf(page);
  expect(after).toBeLessThan(before);
  await readOn(page);
  await expect(page.getByText('D.c. side passed:')).toBeVisible();

  await seal(page, 1, 'as the gate asked');
  const first = await unpacked(page, 1, (folder) => {
    expect(verify(folder)).toBe('whole: as it was sealed\n');
    const record = readFileSync(join(folder, 'record.txt'), 'utf8');
    expect(record).toContain('"verdict":"failed"');
    expect(record).toContain('has to be opened');
    return sealOf(folder);
  });
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  await expect(page.getByRole('link', { name: /Larchfold hut board/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: new RegExp(JOB) })).toHaveCount(0);

  // It comes back: on the wall again, opened, read again.
  await page.getByLabel('archived too').check();
  await openJob(page, JOB);
  await goTo(page, 'Ship');
  await page.getByLabel('What was heard of it').fill('the stud by the door runs warm');
  await page.getByRole('button', { name: 'It came back' }).dblclick();
  await expect(page.getByText('came back', { exact: true })).toHaveCount(1);
  await page.screenshot({ path: test.info().outputPath('returned.png') });
  await openAndMakeAgain(page, 2);
  await atTest(page);
  expect((await passedOf(page))[0]).toBeLessThan((await passedOf(page))[1]);
  await readOn(page);

  await seal(page, 2, 'mended');
  await unpacked(page, 2, (folder) => {
    expect(verify(folder)).toBe('whole: as it was sealed\n');
    expect(sealOf(folder)).toMatchObject({ number: 2, before: first.head });
    expect(readFileSync(join(folder, 'record.txt'), 'utf8')).toContain('the stud by the door runs warm');
  });
  await expect(page.getByRole('link', { name: /^Sealed record/ })).toHaveCount(2);
  await page.screenshot({ path: test.info().outputPath('sealed-again.png') });
});
