import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';
import type { Board } from '../board.ts';
import { checkBoard } from '../checkBoard.ts';
import { applyCommands } from '../commands.ts';
import { removalOf } from './removal.ts';

const idOf = (board: Board, name: string) => board.items.find((i) => i.designation === `-${name}`)!.id;
const names = (board: Board, ids: readonly string[]) =>
  ids.map((id) => board.items.find((i) => i.id === id)!.designation.slice(1)).sort();

describe('a part taken off', () => {
  const hut = demoBoard('hut');
  it('takes the fuse with it that served nothing else, and leaves the bar it hung on', () => {
    const { withOwn, closed } = removalOf(hut, parts, idOf(hut, 'T1'));
    expect(names(hut, withOwn!.itemIds)).toEqual(['F3']);
    expect(closed).toBeNull();
    const after = applyCommands(hut, withOwn!.commands).board;
    expect(after.items.map((i) => i.designation)).toEqual(
      hut.items.map((i) => i.designation).filter((d) => d !== '-T1' && d !== '-F3'),
    );
    expect(
      after.cables.every((c) => c.cores.every((k) => after.connections.some((w) => w.id === k.connectionId))),
    ).toBe(true);
  });
  it('a chain of fuse and switch goes as one; what others use stays', () => {
    const { withOwn } = removalOf(hut, parts, idOf(hut, 'F11'));
    // The switch and the fuse of the annex fed nothing but its block.
    expect(names(hut, withOwn!.itemIds)).toEqual(['F9', 'Q2']);
    const trunk = removalOf(hut, parts, idOf(hut, 'G1'));
    // Both batteries' fuses meet at the main fuse: only the one battery's own goes with it.
    expect(names(hut, trunk.withOwn!.itemIds)).toEqual(['F1']);
  });
  it('one in a line leaves its neighbours joined, if that is wished', () => {
    const { alone, closed } = removalOf(hut, parts, idOf(hut, 'Q2'));
    expect([closed!.from.itemId, closed!.to.itemId].map((id) => names(hut, [id])[0]).sort()).toEqual(['F11', 'F9']);
    const after = applyCommands(hut, closed!.commands).board;
    expect(after.connections).toHaveLength(hut.connections.length - 1);
    expect(applyCommands(hut, alone).board.connections).toHaveLength(hut.connections.length - 2);
    expect(checkBoard(after, genericCatalogue).ok).toBe(true);
  });
  it('where several lines meet there is no gap to close', () => {
    for (const name of ['X1', 'F10', 'T2', 'G1']) expect(removalOf(hut, parts, idOf(hut, name)).closed).toBeNull();
  });
  it('holes that only its cables went through go too', () => {
    const board = bench()
      .item('F1', 'holder-classT', { at: [110, 90] })
      .item('T1', 'mppt-100-20', { at: [420, 300] })
      .item('X1', 'bar-plus-6x8', { at: [420, 90] })
      .item('G1', 'solar-200', shelf)
      .wire('X1:s1', 'F1:line')
      .wire('F1:load', 'T1:outPlus')
      .wire('G1:plus', 'T1:inPlus').board;
    const hole = (id: string) => ({ id, xMm: 300, yMm: 300, diameterMm: 25, lining: 'grommet' as const });
    const through = { id: 'sg_t', kind: 'passThrough' as const, panelId: 'pn_main', holeId: 'ho_1' };
    const drilled: Board = {
      ...board,
      panels: board.panels.map((p) => ({ ...p, holes: [hole('ho_1'), hole('ho_2')] })),
      cables: board.cables.map((c, n) =>
        n === 1 ? { ...c, segments: [...c.segments, { ...through, environment: c.segments[0]!.environment }] } : c,
      ),
    };
    const { withOwn } = removalOf(drilled, parts, 'it_T1');
    expect([names(drilled, withOwn!.itemIds), withOwn!.holes]).toEqual([['F1'], 1]);
    // The hole nobody uses was drilled by somebody: it stays.
    expect(applyCommands(drilled, withOwn!.commands).board.panels[0]!.holes.map((h) => h.id)).toEqual(['ho_2']);
  });
  it('nothing hangs loose on any board, whatever is taken off with its own', () => {
    const loose = (board: Board) =>
      board.items.filter((i) => {
        const part = parts.get(i.partId)!;
        const wired = board.connections.filter((c) => c.from.itemId === i.id || c.to.itemId === i.id).length;
        return ['fuseHolder', 'isolator'].includes(part.kind) && wired === 1;
      }).length;
    for (const name of ['hut', 'repeater', 'pressShed', 'marketCart'] as const) {
      const board = demoBoard(name);
      for (const item of board.items) {
        const { alone, withOwn } = removalOf(board, parts, item.id);
        const after = applyCommands(board, withOwn?.commands ?? alone).board;
        expect(loose(after), `${name} without ${item.designation}`).toBeLessThanOrEqual(loose(board));
      }
    }
  });
});
