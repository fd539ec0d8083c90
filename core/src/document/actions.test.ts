import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { demoBoards, deriveBoard, marketCartBoard } from '../testing/demoBoards.ts';
import type { Board } from './board.ts';
import { checkBoard } from './checkBoard.ts';
import { applyCommands, type Command } from './commands.ts';
import {
  connectTerminals,
  duplicateCable,
  freeTerminals,
  removeConnections,
  UNMEASURED_RUN_MM,
} from './connection/connect.ts';
import type { TerminalRef } from './connection/connection.ts';
import { insertBetween, moveEnd, otherPlaces } from './connection/rewire.ts';
import type { Place } from './item/item.ts';
import { addItem, duplicateItem, newItem, placeItem, removeItems, wireToBlock } from './item/items.ts';
import { partIndex } from './references.ts';

const partsOf = (board: Board) => partIndex(board, genericCatalogue);
const onPanel = (xMm: number, yMm: number): Place => ({
  kind: 'panel',
  panelId: 'pn_main',
  face: 'front',
  xMm,
  yMm,
  rotationDeg: 0,
});

/** One action at random, as the interface would make it. */
function anyAction(board: Board, pick: (n: number) => number): Command[] {
  const parts = partsOf(board);
  const item = board.items[pick(board.items.length)];
  const cable = board.cables[pick(board.cables.length)];
  const part = item && parts.get(item.partId);
  if (!item || !part) return [];
  const core = cable?.cores[0];
  const connection = core && board.connections.find((c) => c.id === core.connectionId);
  switch (pick(9)) {
    case 0:
      return placeItem(board, item.id, onPanel(pick(500), pick(300)));
    case 1:
      return placeItem(board, item.id, { kind: 'location', location: 'shelf' });
    case 2:
      return removeItems(board, new Set([item.id]));
    case 3:
      return addItem(duplicateItem(board, item, part));
    case 4: {
      const open = board.items.flatMap((i): TerminalRef[] =>
        freeTerminals(board, i, parts.get(i.partId)!).map((t) => ({ itemId: i.id, terminalId: t.id })),
      );
      const [a, b] = [open[pick(open.length)], open[pick(open.length)]];
      return a && b && a.itemId !== b.itemId ? connectTerminals(board, a, b) : [];
    }
    case 5:
      return cable ? duplicateCable(board, cable) : [];
    case 6:
      return connection ? removeConnections(board, new Set([connection.id])) : [];
    case 7: {
      const isolator = genericCatalogue.parts.find((p) => p.kind === 'isolator')!;
      return connection ? (insertBetween(board, connection.id, connection.from, isolator, 'plus')?.commands ?? []) : [];
    }
    default: {
      const to = connection && otherPlaces(board, parts, connection.to)[0];
      return connection && to ? moveEnd(board, connection.id, connection.to, to) : [];
    }
  }
}

describe('what hands do to a board', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: any run of actions leaves a sound board and is undone',
    (_, start) => {
      fc.assert(
        fc.property(fc.array(fc.nat(9999), { minLength: 40, maxLength: 60 }), (numbers) => {
          let at = 0;
          const pick = (n: number) => (n > 0 ? numbers[at++ % numbers.length]! % n : 0);
          let board = start;
          const back: Command[][] = [];
          for (let step = 0; step < 8; step++) {
            const { board: next, inverse } = applyCommands(board, anyAction(board, pick));
            back.push(inverse);
            board = next;
            const checked = checkBoard(board, genericCatalogue);
            expect(checked.ok ? [] : checked.problems).toEqual([]);
          }
          const { cables, findings } = deriveBoard(board);
          expect(cables.every((c) => Number.isFinite(c.lengthMm) && Number.isFinite(c.areaMm2))).toBe(true);
          expect(new Set(findings.map((f) => f.id)).size).toBe(findings.length);
          for (const inverse of back.reverse()) board = applyCommands(board, inverse).board;
          expect(board).toEqual(start);
        }),
        { seed: 11, numRuns: process.env.OMBRIK_FULL ? 200 : 12 },
      );
    },
  );

  it('designations and wire names are never given twice', () => {
    let board = marketCartBoard();
    const parts = partsOf(board);
    for (let i = 0; i < 5; i++) {
      const part = parts.get('bar-plus-6x8')!;
      board = applyCommands(board, addItem(newItem(board, part, { kind: 'unplaced' }))).board;
    }
    for (const cable of board.cables.slice(0, 5)) board = applyCommands(board, duplicateCable(board, cable)).board;
    const names = [...board.items, ...board.cables].map((x) => x.designation);
    expect(new Set(names).size).toBe(names.length);
  });

  // A part moved on its panel keeps the route of its wires.
  it('a run nobody measured stays marked so', () => {
    const board = marketCartBoard();
    const far = board.items.find((i) => i.place.kind !== 'panel')!;
    const bar = board.items.find((i) => i.partId.startsWith('bar-plus'))!;
    const [end, stud] = [far, bar].map((i) => ({
      itemId: i.id,
      terminalId: partsOf(board).get(i.partId)!.terminals[0]!.id,
    }));
    const made = connectTerminals(board, end!, stud!).find((c) => c.kind === 'add' && c.collection === 'cables');
    const segments = made?.kind === 'add' && made.collection === 'cables' ? made.value.segments : [];
    const run = segments.find((s) => s.kind === 'measuredRun');
    expect(run).toMatchObject({ lengthMm: UNMEASURED_RUN_MM, measured: false });
    const { place } = bar;
    expect(place.kind).toBe('panel');
    if (place.kind === 'panel')
      expect(placeItem(board, bar.id, { ...place, xMm: place.xMm + 10 }).map((c) => c.kind)).toEqual(['set']);
  });

  it('a full fuse block leaves the rest over by name instead of wiring them wrongly', () => {
    const board = marketCartBoard();
    const parts = partsOf(board);
    const block = board.items.find((i) => parts.get(i.partId)?.kind === 'fuseBlock')!;
    const load = board.items.find((i) => i.load)!;
    const many = Array.from({ length: 20 }, (_, n) => ({ ...load, id: `it_many${n}`, designation: `-E${50 + n}` }));
    const crowded = { ...board, items: [...board.items, ...many] };
    const { commands, left } = wireToBlock(
      crowded,
      parts,
      block.id,
      many.map((i) => i.id),
    );
    const free = freeTerminals(board, block, parts.get(block.partId)!).filter(
      (t) => t.polarity === 'plus' && !t.required,
    );
    expect(left.length).toBe(many.length - free.length);
    const checked = checkBoard(applyCommands(crowded, commands).board, genericCatalogue);
    expect(checked.ok ? [] : checked.problems).toEqual([]);
  });
});
