import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

/** A tested board on its way out: sealed by one press, off the wall, and verified by the command line. */
test('a tested board is shipped, its record sealed and verified, and sealed again when it comes back', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Flower cart box');
  await goTo(page, 'Ship');
  const ship = page.getByRole('region', { name: 'Ship it' });
  await expect(ship.getByRole('button', { name: /^(Ship and seal the record|Making)/ })).toBeVisible();
  const why = ship.getByLabel('Why it ships all the same');
  if (await why.isVisible()) {
    await expect(ship.getByRole('button', { name: 'Ship and seal the record' })).toBeDisabled();
    await why.fill('as the stall asked');
    await why.press('Enter');
  }
  // Pressed twice it ships once.
  await ship.getByRole('button', { name: 'Ship and seal the record' }).dblclick();
  const link = ship.getByRole('link', { name: 'Sealed record 1' });
  await expect(link).toBeVisible({ timeout: 90_000 });
  await expect(ship.getByRole('link', { name: /^Sealed record/ })).toHaveCount(1);
  await page.reload();
  const download = page.waitForEvent('download');
  await link.click();
  const archive = await (await download).path();
  const folder = mkdtempSync(join(tmpdir(), 'ombrik-ship-'));
  try {
    execFileSync('python3', ['-m', 'zipfile', '-e', archive, folder]);
    const verify = () =>
      spawnSync(process.execPath, [resolve('cli/bin/ombrik.mjs'), 'verify', folder], { encoding: 'utf8' });
    expect(verify().stdout).toBe('whole: as it was sealed\n');
    const [paper] = readdirSync(join(folder, 'papers'));
    writeFileSync(join(folder, 'papers', paper!), 'another paper');
    expect(verify().stdout).toContain(`papers/${paper} was changed after it was sealed`);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  await expect(page.getByRole('link', { name: /Larchfold hut board/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /Flower cart box/ })).toHaveCount(0);
});
