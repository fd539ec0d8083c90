import { type DemoName, demoBoard, UNLAID } from '@ombrik/demo/demoBoards';
import { demoJobs } from '@ombrik/demo/demoWorkshop';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { routeBoard } from './routeBoard.ts';

const NAMES = Object.keys(UNLAID) as DemoName[];
const waysOf = (board: ReturnType<typeof demoBoard>) =>
  board.cables.map((c) => [c.designation, c.segments.map((s) => (s.kind === 'panelRoute' ? s.waypoints : s.kind))]);

describe.each(NAMES)('the demo board %s', (name) => {
  const board = demoBoard(name);
  const dossier = deriveBoard(board);
  it('has nothing open that a shop would not leave open', () => {
    const { letStand } = demoJobs(new Date()).find((j) => j.name === name)!;
    const open = dossier.findings.filter((f) => f.severity !== 'note' && !letStand[f.kind]);
    // Of an order just taken nothing is drawn yet, and that is all there is to say.
    const undrawn = board.connections.length === 0 ? / is not connected$/ : /^$/;
    expect(open.map((f) => f.says).filter((s) => !undrawn.test(s))).toEqual([]);
    expect(checkBoard(board, genericCatalogue).ok).toBe(true);
  });
  it('has every cable laid: what is still a guess leaves the board unmeasured', () => {
    const unmeasured = new Set(
      board.cables.filter((c) => c.segments.some((s) => s.kind === 'measuredRun' && !s.measured)).map((c) => c.id),
    );
    expect(dossier.cables.filter((c) => c.provisional && !unmeasured.has(c.cableId)).map((c) => c.designation)).toEqual(
      [],
    );
  });
  it('runs where the router lays it today; `npm run demo-ways` keeps the ways anew', () => {
    const unlaid = UNLAID[name]();
    const { commands, failed } = routeBoard(unlaid, genericCatalogue, defaultWorkshop);
    expect(failed).toEqual([]);
    expect(waysOf(board)).toEqual(waysOf(applyCommands(unlaid, commands).board));
  });
});

it('the largest has 60 connections on two panels, one of them under a lid', () => {
  const hut = demoBoard('hut');
  expect(hut.connections.length).toBeGreaterThanOrEqual(60);
  expect(hut.panels).toHaveLength(2);
  expect(hut.panels.some((p) => p.frontClearanceMm !== null)).toBe(true);
});
