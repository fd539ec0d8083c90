import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { profileById } from '../../profiles/profiles.ts';
import { cableTypeOf } from '../../stages/sizing/conductors.ts';
import { deriveBoard, mountainHutBoard } from '../../testing/demoBoards.ts';
import type { Board } from '../board.ts';
import { checkBoard } from '../checkBoard.ts';
import { applyCommands } from '../commands.ts';
import type { Cable } from './cable.ts';
import { joinCables, sheathMates, splitCable } from './multicore.ts';

/** The pair of wires to a load of the hut. */
const pairOf = (board: Board, load: string): [Cable, Cable] => {
  const own = board.connections.filter((c) => [c.from, c.to].some((r) => r.itemId === load));
  const [a, b] = own.map((c) => board.cables.find((x) => x.cores[0]!.connectionId === c.id)!);
  return [a!, b!];
};
const joined = (board: Board, load: string): Board => {
  const [a, b] = pairOf(board, load);
  return applyCommands(board, joinCables(board, a.id, [b.id], genericCatalogue)).board;
};

describe('sheathed cable', () => {
  const hut = mountainHutBoard();
  it('a pair to one load becomes one cable: one cut, one sheath, both cores ended', () => {
    const board = joined(hut, 'it_E3');
    expect(checkBoard(board, genericCatalogue).ok).toBe(true);
    const [plus] = pairOf(hut, 'it_E3');
    const dossier = deriveBoard(board);
    const made = dossier.cables.find((c) => c.cableId === plus.id)!;
    expect(made.cores.length).toBe(2);
    expect(made.cableTypeName).toContain('2 × ');
    expect(made.cores.map((c) => c.from.at.split(':')[0])).toEqual(['-F10', '-F10']);
    const line = dossier.parts.find((p) => p.partId === made.cableTypeId)!;
    expect(line.quantity).toBeCloseTo(Math.ceil(made.cutMm / 100) / 10, 6);
    expect(dossier.cuts.find((g) => g.pieces.includes(made))!.colour).toBeNull();
    // Two loaded conductors in one sheath count as two laid together, or as one circuit where circuits are counted.
    expect(dossier.cables.length).toBe(deriveBoard(hut).cables.length - 1);
  });
  it('cores drawn the other way round are turned, with their ends', () => {
    const [a, b] = pairOf(hut, 'it_E4');
    const own = hut.connections.find((c) => c.id === b.cores[0]!.connectionId)!;
    const turned: Board = {
      ...hut,
      connections: hut.connections.map((c) => (c === own ? { ...c, from: c.to, to: c.from } : c)),
    };
    const board = applyCommands(turned, joinCables(turned, a.id, [b.id], genericCatalogue)).board;
    expect(board.connections.find((c) => c.id === own.id)).toEqual(own);
  });
  it('only cables between the same two parts go together', () => {
    const [a] = pairOf(hut, 'it_E3');
    const [, other] = pairOf(hut, 'it_E4');
    expect(joinCables(hut, a.id, [other.id], genericCatalogue)).toEqual([]);
    expect(sheathMates(hut, a, genericCatalogue).map((c) => c.id)).toEqual([pairOf(hut, 'it_E3')[1].id]);
  });
  it('taken apart again it is two wires of the same run', () => {
    const board = joined(hut, 'it_E3');
    const cable = board.cables.find((c) => c.cores.length === 2)!;
    const split = applyCommands(board, splitCable(board, cable)).board;
    expect(checkBoard(split, genericCatalogue).ok).toBe(true);
    const runs = pairOf(split, 'it_E3').map((c) => c.segments.map(({ id: _, ...s }) => s));
    expect(runs[0]).toEqual(runs[1]);
    expect(deriveBoard(split).cables.length).toBe(deriveBoard(hut).cables.length);
  });
  // And a size nobody sells sheathed is no candidate.
  it('more cores carry less in one sheath', () => {
    const profile = profileById('craft-iso');
    const cores = (n: number) => Array.from({ length: n }, () => pairOf(hut, 'it_E3')[0].cores[0]!);
    expect(cableTypeOf({ cores: cores(2), material: 'copper' }, 2.5, profile, genericCatalogue)!.cores).toBe(2);
    // Six conductors go into the next sheath sold.
    expect(cableTypeOf({ cores: cores(6), material: 'copper' }, 1.5, profile, genericCatalogue)!.cores).toBe(7);
    expect(cableTypeOf({ cores: cores(2), material: 'copper' }, 50, profile, genericCatalogue)).toBeNull();
  });
});
