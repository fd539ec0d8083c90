import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { PROFILES } from '../profiles/profiles.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { anyBoard } from '../testing/randomBoards.ts';
import { loopedBranches } from './branches.ts';
import { faultFlow } from './faultFlow.ts';
import { faultStory } from './faultStory.ts';
import { joinWays } from './formedLink.ts';
import { liveSets } from './liveSets.ts';
import { oneLineOf } from './oneLine.ts';
import { returnChoices } from './returns.ts';
import { solveScenarios } from './scenarios.ts';

const noNonsense = (value: unknown, path = ''): void => {
  if (typeof value === 'number') expect(Number.isFinite(value), path).toBe(true);
  else if (Array.isArray(value)) value.forEach((v, i) => void noNonsense(v, `${path}[${i}]`));
  else if (value && typeof value === 'object')
    for (const [k, v] of Object.entries(value)) noNonsense(v, `${path}.${k}`);
};

describe('any wiring at all', () => {
  it('derives and is studied without an error, and no figure is no number', { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(anyBoard, (board) => {
        const checked = checkBoard(board, genericCatalogue);
        expect(checked.ok ? [] : checked.problems).toEqual([]);
        const dossier = deriveBoard(board);
        noNonsense(dossier);
        const parts = partIndex(board, genericCatalogue);
        const profile = PROFILES.find((p) => p.id === board.brief.profileId)!;
        oneLineOf(board, parts, dossier, true);
        noNonsense(loopedBranches(board, parts, dossier));
        noNonsense(liveSets(board, genericCatalogue));
        noNonsense(solveScenarios(board, genericCatalogue, profile, defaultWorkshop));
        noNonsense(returnChoices(board, genericCatalogue, profile, defaultWorkshop));
        for (const c of board.cables.slice(0, 3)) {
          const { connectionId } = c.cores[0]!;
          noNonsense(joinWays(board, genericCatalogue, profile, defaultWorkshop, c.id));
          noNonsense(faultStory(board, parts, dossier, connectionId));
          noNonsense(faultFlow(board, genericCatalogue, profile, defaultWorkshop, connectionId));
        }
      }),
      { numRuns: Number(process.env.ANY_WIRING_RUNS ?? 40), seed: Number(process.env.ANY_WIRING_SEED ?? 20261125) },
    );
  });
});
