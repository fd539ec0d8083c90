import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { applyCommands } from '@ombrik/core/document/commands';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { seededRandom } from '@ombrik/core/solvers/random';
import { anyCommand } from '@ombrik/core/testing/anyCommand';
import { anyBoard, boardsOf } from '@ombrik/core/testing/randomBoards';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { describe, expect, it } from 'vitest';
import { boardDrawing } from './boardDrawing.ts';
import { dressingPaper, drillPaper } from './boardPapers.ts';
import { cutsPaper, partsPaper } from './listPapers.ts';
import type { PaperFile } from './paper.ts';
import { templatePaper } from './templatePaper.ts';

const fileOf = (board: Board): PaperFile =>
  ({
    job: { id: 'jb', number: 401, revision: 1, wantedOn: null, archived: false, createdAt: '2026-11-01T00:00:00Z' },
    revision: 1,
    board,
    dossier: derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop),
    workshop: defaultWorkshop,
  }) as PaperFile;

/** Boards the checks let through after edits at random. */
function* accepted(count: number): Generator<Board> {
  const starts = [marketCartBoard(), mountainHutBoard(), ...boardsOf(anyBoard, 12, 5)];
  const random = seededRandom(77);
  const pick = (n: number) => Math.floor(random.next() * Math.max(1, n));
  for (let n = 0; n < count; n++) {
    let board = starts[n % starts.length]!;
    for (let edits = 0; edits < 40; edits++) {
      try {
        const next = applyCommands(board, [anyCommand(board, pick)]).board;
        if (checkBoard(next, genericCatalogue).ok) board = next;
      } catch {
        // Refused: another one.
      }
    }
    yield board;
  }
}

/** Panels drawn as a line or a point: no size to scale by. */
const flat = (): Board[] =>
  [
    [0, 0],
    [300, 0],
    [0, 200],
  ].map(([w, h]) => {
    const board = marketCartBoard();
    const outline = [
      { xMm: 0, yMm: 0 },
      { xMm: w!, yMm: 0 },
      { xMm: w!, yMm: h! },
    ];
    return { ...board, panels: board.panels.map((p) => ({ ...p, outline })) };
  });

describe('whatever the server accepts can be printed', () => {
  it('boards without width or height, and some spoilt at random, each with all its papers', {
    timeout: 240_000,
  }, async () => {
    const failed: string[] = [];
    let n = 0;
    expect(flat().map((b) => checkBoard(b, genericCatalogue).ok)).toEqual([true, true, true]);
    for (const board of [...flat(), ...accepted(process.env.OMBRIK_FULL ? 50 : 8)]) {
      const file = fileOf(board);
      const head = { title: 'x', jobNumber: 401, jobName: 'x', revision: 1, workshopName: 'x', profile: 'x' };
      const papers: [string, () => Promise<Buffer>][] = [
        ['drawing', () => boardDrawing(file, head)],
        ['drills', () => drillPaper(file, head)],
        ['parts', () => partsPaper(file, head)],
        ['cuts', () => cutsPaper(file, head)],
        ['dressing', () => dressingPaper(file, head)],
        ['template', () => templatePaper(file, head, { paper: 'A4', panelId: null, cutFrom: 'show' })],
      ];
      for (const [name, make] of papers)
        await make().then(
          (bytes) => expect(bytes.subarray(0, 5).toString()).toBe('%PDF-'),
          (error: Error) => failed.push(`board ${n}, ${name}: ${error.message.slice(0, 120)}`),
        );
      n++;
    }
    expect(failed).toEqual([]);
  });
});
