import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { PROFILES } from '../profiles/profiles.ts';

const PARTS = genericCatalogue.parts;

/** Any parts, wired any way at all: plus to minus, mains to battery, batteries on their own ends, frames everywhere. */
export const anyBoard = fc
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

/** Boards of a generator, the same ones for the same seed. */
export const boardsOf = (boards: fc.Arbitrary<Board>, count: number, seed: number): Board[] =>
  fc.sample(boards, { numRuns: count, seed });
