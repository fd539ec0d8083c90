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

/** Width and height of every outline on the first page, mm, by poppler's own reading. */
function outlinesOf(bytes: Buffer): [widthMm: number, heightMm: number][] {
  const svg = execFileSync('pdftocairo', ['-svg', '-l', '1', '-', '-'], {
    input: bytes,
    encoding: 'utf8',
    maxBuffer: 2 ** 27,
  });
  return [...svg.matchAll(/ d="([^"]+)"/g)].map(([, d]) => {
    const numbers = [...d!.matchAll(/-?\d+(\.\d+)?/g)].map(([n]) => Number(n));
    const span = (from: number) => {
      const own = numbers.filter((_, i) => i % 2 === from);
      return ((Math.max(...own) - Math.min(...own)) * 25.4) / 72;
    };
    return [span(0), span(1)];
  });
}

describe('the drawing of a board on paper', () => {
  const board = routed(mountainHutBoard());
  it('is of the scale it says: the panel measured back from the page', { timeout: 60_000 }, async () => {
    const bytes = await boardDrawing(fileOf(board), HEAD);
    const text = execFileSync('pdftotext', ['-l', '1', '-', '-'], { input: bytes, encoding: 'utf8' });
    const scale = Number(/Scale 1:([\d.]+)/.exec(text)![1]);
    const { outline } = board.panels[0]!;
    const span = (xs: readonly number[]) => Math.max(...xs) - Math.min(...xs);
    const [w, h] = [span(outline.map((p) => p.xMm)) / scale, span(outline.map((p) => p.yMm)) / scale];
    // The scale is told to a tenth.
    const near = (a: number, b: number) => Math.abs(a / b - 1) < 0.06 / scale + 0.002;
    expect(outlinesOf(bytes).some(([a, b]) => near(a, w) && near(b, h))).toBe(true);
  });
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
