import { execFileSync } from 'node:child_process';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import { partIndex } from '@ombrik/core/document/references';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { acceptFinding } from '@ombrik/core/findings/settled';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { routeCables } from '@ombrik/core/layout/routeCables';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { pressShedBoard } from '@ombrik/demo/pressShed';
import { describe, expect, it } from 'vitest';
import { boardDrawing } from './boardDrawing.ts';
import { dressingPaper } from './boardPapers.ts';
import type { PaperFile } from './paper.ts';

const dossierOf = (board: Board) => derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);
const fileOf = (board: Board): PaperFile =>
  ({
    job: { id: 'jb', number: 401, revision: 1, wantedOn: null, archived: false, createdAt: '2026-11-01T00:00:00Z' },
    revision: 1,
    board,
    dossier: dossierOf(board),
    workshop: defaultWorkshop,
  }) as PaperFile;
const HEAD = { title: 'x', jobNumber: 401, jobName: 'x', revision: 1, workshopName: 'x', profile: 'x' };
const routed = (board: Board): Board => {
  const layOf = cableLays(dossierOf(board).cables, profileOf(board, defaultWorkshop), genericCatalogue);
  return applyCommands(board, routeCables(board, partIndex(board, genericCatalogue), layOf).commands).board;
};

interface Word {
  text: string;
  left: number;
  right: number;
  top: number;
  bottom: number;
}
/** Words of the first page with their places, by poppler's own reading. */
function wordsOf(bytes: Buffer): Word[] {
  const html = execFileSync('pdftotext', ['-bbox', '-l', '1', '-', '-'], { input: bytes, encoding: 'utf8' });
  return [
    ...html.matchAll(/<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">([^<]*)<\/word>/g),
  ].map(([, left, top, right, bottom, text]) => ({
    text: text!,
    left: Number(left),
    right: Number(right),
    top: Number(top),
    bottom: Number(bottom),
  }));
}

describe('the drawing of a board on paper', () => {
  const board = routed(mountainHutBoard());
  it.each([
    ['drawing', boardDrawing],
    ['dressing', dressingPaper],
  ] as const)('%s: no name is printed over another, every part is named, and the scale is told', async (_, print) => {
    const words = wordsOf(await print(fileOf(board), HEAD));
    const names = words.filter((w) => /^-?[A-Z]{1,2}\d+$/.test(w.text));
    for (const item of board.items)
      if (item.place.kind === 'panel') expect(names.map((n) => n.text)).toContain(item.designation);
    expect(names.filter((n) => n.text.startsWith('W')).length).toBeGreaterThan(25);
    names.forEach((a, i) => {
      for (const b of names.slice(i + 1)) {
        const across = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        // The faces' boxes are a little higher than what is seen of them.
        expect(across > 0.5 && down > 2.5, `${a.text} over ${b.text}`).toBe(false);
      }
    });
    const said = words.map((w) => w.text).join(' ');
    expect(said).toMatch(/Scale 1:\d/);
    expect(said).toMatch(/Conductors: RD red, WH white/);
    // All of it is settled: nothing says what a guess looks like.
    expect(said).not.toContain('~');
  });
  it('a way that nobody has settled is marked as one', async () => {
    const said = wordsOf(await boardDrawing(fileOf(mountainHutBoard()), HEAD)).map((w) => w.text);
    expect(said.some((w) => /^~W\d+$/.test(w))).toBe(true);
    expect(said.join(' ')).toContain('a way nobody has settled yet');
  });
  it('says what is open, and what is let stand by whom and why', async () => {
    const shed = pressShedBoard();
    const finding = dossierOf(shed).findings.find((f) => f.kind === 'charge-over-limit')!;
    const read = async (b: Board) =>
      execFileSync('pdftotext', ['-layout', '-', '-'], {
        input: await boardDrawing(fileOf(b), HEAD),
        encoding: 'utf8',
      });
    expect(await read(shed)).toMatch(/Open when this was printed[\s\S]*All charging at once brings 60 A/);
    const by = { who: 'Mira Holt', reason: 'never both at once', on: '2026-12-18' };
    const stands = await read(applyCommands(shed, acceptFinding(finding, by)).board);
    expect(stands).toMatch(/Let stand[\s\S]*All charging at once[\s\S]*Mira Holt, 2026-12-18: never both at once/);
    // It is no longer among what is open.
    expect(stands.split('Open when this was printed')[1] ?? '').not.toContain('All charging at once');
  });
});
