import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../catalogue/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop.ts';
import { PROFILES } from '../profiles/profiles.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { loopedBranches } from './branches.ts';
import { faultFlow } from './faultFlow.ts';
import { faultStory } from './faultStory.ts';
import { joinWays } from './formedLink.ts';
import { liveSets } from './liveSets.ts';
import { oneLineOf } from './oneLine.ts';
import { returnChoices } from './returns.ts';
import { solveScenarios } from './scenarios.ts';

const PARTS = genericCatalogue.parts;

/** Any parts, wired any way at all: plus to minus, mains to battery, batteries on their own ends, frames everywhere. */
const anyBoard = fc
  .record({
    parts: fc.array(fc.nat(PARTS.length - 1), { minLength: 2, maxLength: 9 }),
    wires: fc.array(fc.tuple(fc.nat(60), fc.nat(60), fc.integer({ min: 1, max: 20000 })), { maxLength: 22 }),
    profile: fc.nat(PROFILES.length - 1),
    volts: fc.constantFrom(12, 24, 48),
    flat: fc.nat(30),
  })
  .map(({ parts, wires, profile, volts, flat }): Board => {
    const b = new BoardBuilder(
      { systemVoltageV: volts as 12, chemistry: 'lifepo4', profileId: PROFILES[profile]!.id },
      [900, 600],
    );
    const terminals: string[] = [];
    parts.forEach((p, i) => {
      const part = PARTS[p]!;
      b.item(`A${i}`, part.id, i % 2 ? { location: 'shed' } : { at: [100 + i * 60, 100 + (i % 3) * 150] }, {
        ...(part.kind === 'load' ? { load: { rating: { kind: 'watts', powerW: 400 }, surgeFactor: 5 } } : {}),
        ...(part.kind === 'feed' ? { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } } : {}),
      });
      terminals.push(...part.terminals.map((t) => `A${i}:${t.id}`));
    });
    for (const [from, to, runMm] of wires) {
      const [a, c] = [terminals[from % terminals.length]!, terminals[to % terminals.length]!];
      if (a !== c) b.wire(a, c, { runMm });
    }
    b.board.cables = b.board.cables.map((c, i) => (i === flat ? { ...c, material: 'flatCopper' } : c));
    return b.board;
  });

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
