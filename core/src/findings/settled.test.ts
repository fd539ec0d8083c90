import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { migrateBoard } from '../document/migrate.ts';
import { stationStatuses } from '../stations.ts';
import { deriveBoard, pressShedBoard } from '../testing/demoBoards.ts';
import { acceptFinding, isOpen, letGo } from './settled.ts';

const shed = pressShedBoard();
const BY = { who: 'Mira Holt', reason: 'the bank is charged slowly here', on: '2026-12-18' };
const warning = (board: Board) => deriveBoard(board).findings.find((f) => f.kind === 'charge-over-limit')!;
const letStand = (board: Board) => applyCommands(board, acceptFinding(warning(board), BY)).board;
const power = (board: Board) => {
  const dossier = deriveBoard(board);
  const untested = { states: new Map(), passedCount: 0, dcCount: 0, dcPassed: false } as never;
  return stationStatuses(board, dossier, new Set(), untested, null).find((s) => s.station === 'power')!;
};

describe('a warning that is let stand', () => {
  it('is open until somebody lets it stand, with who, why and when', () => {
    expect(isOpen(warning(shed))).toBe(true);
    const board = letStand(shed);
    expect(checkBoard(board, genericCatalogue).ok).toBe(true);
    expect(warning(board).accepted).toMatchObject({ ...BY, holds: true });
    expect(isOpen(warning(board))).toBe(false);
    // Its station has one less to do.
    expect(power(board).count).toBe(power(shed).count - 1);
  });
  it('is asked again when its numbers change, and again after that', () => {
    const stands = letStand(shed);
    const renamed = {
      ...stands,
      accepted: stands.accepted.map((a) => ({ ...a, says: a.says.replace('60 A', '55 A') })),
    };
    expect(warning(renamed).accepted).toMatchObject({ holds: false, reason: BY.reason });
    expect(isOpen(warning(renamed))).toBe(true);
    // Let stand anew, the old word is gone.
    const anew = letStand(renamed);
    expect(anew.accepted).toHaveLength(1);
    expect(isOpen(warning(anew))).toBe(false);
  });
  it('is asked again when somebody wants it', () => {
    const stands = letStand(shed);
    const { board } = applyCommands(stands, letGo(warning(stands)));
    expect(board.accepted).toEqual([]);
    expect(isOpen(warning(board))).toBe(true);
  });
  it('nobody lets a danger stand, and a note needs no word', () => {
    const said = { id: 'x', says: 'it burns', accepted: { id: 'a', ...BY, holds: false } };
    expect(isOpen({ ...said, severity: 'stop' })).toBe(true);
    expect(isOpen({ ...said, severity: 'note', accepted: null })).toBe(false);
  });
  it('boards of before have nothing let stand', () => {
    const { accepted: _, ...old } = shed;
    const migrated = migrateBoard({ ...old, formatVersion: 5 }) as Board;
    expect(migrated.accepted).toEqual([]);
    expect(checkBoard(migrated, genericCatalogue).ok).toBe(true);
  });
});
