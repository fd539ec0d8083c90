import fc from 'fast-check';
import { expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { anyCommand } from '../testing/anyCommand.ts';
import { demoBoards, deriveBoard } from '../testing/demoBoards.ts';
import { anyBoard } from '../testing/randomBoards.ts';
import type { Board } from './board.ts';
import { commandProblems } from './commandSchema.ts';
import { applyCommands, type Command, CommandError } from './commands.ts';
import { referenceProblems } from './references.ts';

const RUNS = process.env.OMBRIK_FULL ? 1000 : 120;

/** What a command makes of a board; null where it names what is not there. */
function accepted(board: Board, command: Command) {
  try {
    return applyCommands(board, [command]);
  } catch (error) {
    if (error instanceof CommandError) return null;
    throw error;
  }
}

it('derive never throws on a board the checks let commands make', () => {
  const taken = { commands: 0, kinds: new Set<string>() };
  fc.assert(
    fc.property(
      fc.oneof(fc.constantFrom(...demoBoards()), anyBoard),
      fc.array(fc.infiniteStream(fc.nat(1e6)), { minLength: 4, maxLength: 16 }),
      (start, streams) => {
        let board = start;
        for (const stream of streams) {
          const command = anyCommand(board, (n) => stream.next().value! % Math.max(1, n));
          if (commandProblems([command]).length > 0) continue;
          const next = accepted(board, command);
          if (!next) continue;
          if (referenceProblems(next.board, genericCatalogue).length > 0) continue;
          expect(applyCommands(next.board, next.inverse).board).toEqual(board);
          board = next.board;
          taken.commands++;
          taken.kinds.add(command.kind === 'set' ? `${command.collection}.${command.field}` : command.kind);
        }
        deriveBoard(board);
      },
    ),
    { numRuns: RUNS, seed: 10 },
  );
  // A check that lets hardly anything through would prove nothing.
  expect(taken.commands).toBeGreaterThan(RUNS * 2);
  expect(taken.kinds.size).toBeGreaterThan(20);
});
