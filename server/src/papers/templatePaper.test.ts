import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newBoard } from '@ombrik/core/document/newBoard';
import { rectanglePanel } from '@ombrik/core/document/panel/rectanglePanel';
import { expect, it } from 'vitest';
import type { PaperFile } from './paper.ts';
import { templatePaper } from './templatePaper.ts';

/** The first page as grey values at 254 dots to the inch, ten to the millimetre. */
function rendered(pdf: Buffer): { width: number; height: number; dark: (x: number, y: number) => boolean } {
  const folder = mkdtempSync(join(tmpdir(), 'ombrik-template-'));
  writeFileSync(join(folder, 't.pdf'), pdf);
  execFileSync('pdftoppm', ['-gray', '-r', '254', '-f', '1', '-l', '1', join(folder, 't.pdf'), join(folder, 'p')]);
  const name = execFileSync('ls', [folder], { encoding: 'utf8' })
    .split('\n')
    .find((n) => n.endsWith('.pgm'))!;
  const bytes = readFileSync(join(folder, name));
  rmSync(folder, { recursive: true });
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 40).toString('latin1'))!;
  const [width, height] = [Number(head[1]), Number(head[2])];
  return { width, height, dark: (x, y) => bytes[head[0].length + y * width + x]! < 140 };
}

// Poppler.
it('prints at true size: outline and scale bar measured back from the page', async () => {
  const board = { ...newBoard({}), panels: [{ ...rectanglePanel('Small', 150, 110), fixings: [] }] };
  const head = { title: 'Template', jobNumber: 1, jobName: 'j', revision: 1, workshopName: 'w', profile: 'p' };
  const pdf = await templatePaper({ board } as unknown as PaperFile, head, {
    paper: 'A4',
    panelId: null,
    cutFrom: 'show',
  });
  const page = rendered(pdf);
  // A4 at ten dots to the millimetre.
  expect(Math.abs(page.width - 2100)).toBeLessThanOrEqual(1);
  // Across the middle of the panel: its left edge lies on the sheet's frame at 12 mm, its right one 150 mm further.
  const row = 120 + 550;
  const columns = Array.from({ length: page.width }, (_, x) => x).filter((x) => page.dark(x, row));
  expect(columns.some((x) => Math.abs(x - (120 + 1500)) <= 2)).toBe(true);
  expect(columns.filter((x) => x > 140 && x < 1600)).toEqual([]);
  // Down the middle: the lower edge 110 mm below.
  const column = 120 + 750;
  expect(Array.from({ length: 8 }, (_, k) => 120 + 1096 + k).some((y) => page.dark(column, y))).toBe(true);
  // The bar under the drawing is 100 mm long.
  const bar = Array.from({ length: 300 }, (_, k) => page.height - 300 + k)
    .map((y) => {
      let [run, best] = [0, 0];
      for (let x = 100; x < 1400; x++) {
        run = page.dark(x, y) ? run + 1 : 0;
        best = Math.max(best, run);
      }
      return best;
    })
    .filter((n) => n < 1100);
  expect(Math.abs(Math.max(...bar) - 1000)).toBeLessThanOrEqual(5);
});
