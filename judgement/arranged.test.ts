import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { applyCommands } from '@ombrik/core/document/commands';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { arrangeBoard } from '@ombrik/core/layout/placement/arrangeBoard';
import { WISHES } from '@ombrik/core/layout/placement/score';
import { describe, expect, it } from 'vitest';
import { dossierOf } from './dossierOf.ts';
import { SOUND } from './sound.ts';
import { toArrange } from './toArrange.ts';

/** Every tenth board each time, all of them in the full run. */
const EVERY = process.env.OMBRIK_FULL ? 1 : 10;
const boards = SOUND.filter((_, n) => n % EVERY === 0);

describe('sound boards arranged and routed by the program', () => {
  it('are at least 30', () => expect(SOUND.length).toBeGreaterThanOrEqual(30));
  it.each(boards.map((s) => [s.name, s] as const))('%s: nothing it would find fault with itself', (_, sound) => {
    const board = toArrange(sound.board());
    const panelId = board.panels[0]!.id;
    const had = new Set(dossierOf(board).findings.map((f) => f.id));
    const arrange = (on: typeof board) =>
      arrangeBoard(on, genericCatalogue, defaultWorkshop, panelId, WISHES[0]!, { seed: 1, steps: 60_000 });
    const found = arrange(board);
    // A panel that is too small is told, with one that is large enough: on that one all is well.
    const tooSmall = found.failed.length + found.open.length > 0 || !found.legal;
    if (tooSmall) expect(found.grown, `${found.failed.length} without a way`).not.toBeNull();
    const commands = tooSmall ? found.grown!.commands : found.commands;
    const after = dossierOf(applyCommands(board, commands).board).findings;
    expect(after.filter((f) => f.severity !== 'note' && !had.has(f.id)).map((f) => f.says)).toEqual([]);
  });
});
