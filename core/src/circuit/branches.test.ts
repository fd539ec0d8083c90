import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import type { ProfileId } from '../document/brief/brief.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { loopedBranches, loopOn } from './branches.ts';
import { returnChoices, TO_FRAME_MM } from './returns.ts';

const away = { location: 'orchard' } as const;
const lamp = { load: { rating: { kind: 'amps', currentA: 1 } } } as const;

/** A battery, a block, and four lamps each on a way of its own. */
function lamps(profileId: ProfileId = 'road'): BoardBuilder {
  const b = new BoardBuilder({ systemVoltageV: 12, chemistry: 'agm', profileId }, [900, 600])
    .item('G1', 'battery-agm-12-100', away)
    .item('F1', 'holder-sf51', { at: [100, 100] })
    .item('F2', 'fuse-block-6', { at: [400, 200] })
    .item('X9', 'frame-8', { at: [400, 500] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'F2:feed')
    .wire('G1:minus', 'F2:minus', { runMm: 300 });
  for (let i = 1; i <= 4; i++)
    b.item(`E${i}`, 'load-small', away, { name: `Lamp ${i}`, ...lamp })
      .wire(`F2:w${i}`, `E${i}:plus`, { runMm: 3000 })
      .wire(`F2:m${i}`, `E${i}:minus`, { runMm: 3000 });
  return b;
}
const parts = (board: Board) => partIndex(board, genericCatalogue);
const loop = (board: Board, ...pairs: [string, string][]): Board =>
  pairs.reduce((b, [id, from]) => {
    const commands = loopOn(b, parts(b), `it_${id}`, `it_${from}`);
    expect(commands.length).toBeGreaterThan(0);
    return applyCommands(b, commands).board;
  }, board);

describe('looped branches', () => {
  it('current adds up toward the feed and the farthest fitting is judged', () => {
    const board = loop(lamps().board, ['E2', 'E1'], ['E3', 'E2'], ['E4', 'E3']);
    expect(checkBoard(board, genericCatalogue).ok).toBe(true);
    const [branch, ...none] = loopedBranches(board, parts(board), deriveBoard(board));
    expect(none).toEqual([]);
    expect(branch!.feed).toEqual({ itemId: 'it_F2', terminalId: 'w1' });
    expect(branch!.fittings.map((f) => f.itemId)).toEqual(['it_E1', 'it_E2', 'it_E3', 'it_E4']);
    for (const [i, f] of branch!.fittings.entries()) {
      expect(f.throughA).toBeCloseTo(4 - i, 6);
      expect(f.depth).toBe(i);
      if (i > 0) expect(f.dropShare).toBeGreaterThan(branch!.fittings[i - 1]!.dropShare);
    }
    expect(branch!.farthestId).toBe('it_E4');
    // Four lamps on one way: the fuse is the next size above 1.25 × 4 A.
    expect(branch!.guardRatingA).toBe(5);
  });
  // And a loop onto what hangs behind is refused.
  it('ways that were left are free again', () => {
    const board = loop(lamps().board, ['E2', 'E1'], ['E3', 'E2']);
    expect(board.connections.some((c) => c.from.terminalId === 'w2' || c.from.terminalId === 'w3')).toBe(false);
    expect(loopOn(board, parts(board), 'it_E1', 'it_E3')).toEqual([]);
    expect(loopOn(board, parts(board), 'it_E1', 'it_E1')).toEqual([]);
    expect(loopOn(board, parts(board), 'it_F2', 'it_E1')).toEqual([]);
    // Taking one out of the middle takes what hangs behind it along.
    const moved = loop(board, ['E2', 'E4']);
    const branch = loopedBranches(moved, parts(moved), deriveBoard(moved))[0]!;
    expect(branch.fittings.map((f) => f.itemId)).toEqual(['it_E4', 'it_E2', 'it_E3']);
  });
  it('a third conductor in one clamp is a finding', () => {
    const two = loop(lamps().board, ['E2', 'E1']);
    expect(deriveBoard(two).findings.map((f) => f.kind)).not.toContain('clamp-overfull');
    const three = loop(two, ['E3', 'E1']);
    const found = deriveBoard(three).findings.filter((f) => f.kind === 'clamp-overfull');
    expect(found.length).toBe(2);
    expect(found[0]!.says).toContain('3 conductors in the clamp -E1');
  });
});

describe('frame or own negative', () => {
  const bonded = () => lamps().wire('X9:p1', 'F2:m6').board;
  const choices = (board: Board) =>
    returnChoices(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);
  it('shows both drops, and switching gives what was shown', () => {
    const board = bonded();
    const [first] = choices(board);
    expect(first!.now).toBe('own');
    expect(first!.frame!.returnMm).toBeLessThan(first!.own!.returnMm);
    expect(first!.frame!.returnMm).toBeGreaterThanOrEqual(TO_FRAME_MM);
    expect(first!.frame!.minusDropV).toBeLessThan(first!.own!.minusDropV);
    const switched = applyCommands(board, first!.commands).board;
    const after = choices(switched).find((c) => c.itemId === first!.itemId)!;
    expect(after.now).toBe('frame');
    expect(after.frame!.dropShare).toBeCloseTo(first!.frame!.dropShare, 9);
    const drop = deriveBoard(switched).sizing.drops.find((d) => d.itemId === first!.itemId)!;
    expect(drop.share).toBeCloseTo(first!.frame!.dropShare, 9);
    // Back again, with a return as long as the way out.
    expect(after.own!.dropShare).toBeCloseTo(first!.own!.dropShare, 3);
  });
  it('the rules say whether a frame may carry it', () => {
    const onFrame = (profileId: ProfileId) => {
      const board = lamps(profileId).wire('X9:p1', 'F2:m6').board;
      return deriveBoard(applyCommands(board, choices(board)[0]!.commands).board).findings;
    };
    expect(onFrame('road').map((f) => f.kind)).not.toContain('frame-return');
    const refused = onFrame('craft-iso').find((f) => f.kind === 'frame-return')!;
    expect(refused.source).toContain('ISO 13297');
  });
  // Tied nowhere its loads have no return.
  it('a frame tied to the minus twice is a loop', () => {
    const twice = lamps().wire('X9:p1', 'F2:m6').wire('X9:p2', 'G1:minus', { runMm: 400 }).board;
    expect(deriveBoard(twice).findings.find((f) => f.kind === 'frame-loop')!.says).toContain('2 points');
    const rules = deriveBoard(bonded()).findings.map((f) => f.kind);
    expect(rules).not.toContain('frame-loop');
    const floating = lamps().board;
    const alone = applyCommands(floating, choices(floating)[0]!.commands).board;
    expect(deriveBoard(alone).findings.map((f) => f.kind)).toContain('no-return');
  });
});
