import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { lampBoard, parts } from '../../testing/kit.ts';
import type { Board } from '../board.ts';
import { checkBoard } from '../checkBoard.ts';
import { applyCommands } from '../commands.ts';
import { wiringProblems } from '../references.ts';
import { ownPartId, ownPartOf, partDifferences, takeVersion } from './ownPart.ts';
import type { Part } from './part.ts';

const holder = genericCatalogue.parts.find((p) => p.id === 'holder-classT')!;
const version = (n: number, by: Partial<Part> = {}): Part => ({
  ...holder,
  name: 'Fuse holder of ours',
  id: ownPartId('op_holder', n),
  ...by,
});
/** The lamp board with its first fuse holder taken from the workshop's own catalogue, in its first version. */
function ownBoard(): { board: Board; itemId: string } {
  const board = lampBoard();
  const item = board.items.find((i) => parts.get(i.partId)!.kind === 'fuseHolder')!;
  const own = { ...parts.get(item.partId)!, id: ownPartId('op_holder', 1), name: 'Fuse holder of ours' };
  const commands = [
    { kind: 'add', collection: 'customParts', value: own, index: null },
    { kind: 'set', collection: 'items', id: item.id, field: 'partId', value: own.id },
  ] as const;
  return { board: applyCommands(board, commands).board, itemId: item.id };
}

describe('parts of the workshop’s own catalogue', () => {
  it('an id on a board names part and version; every other id names none', () => {
    expect(ownPartOf(ownPartId('op_x7', 12))).toEqual({ id: 'op_x7', version: 12 });
    for (const id of ['holder-classT', 'pt_1.v2', 'op_x7', 'op_x7.v', 'op_x7.vtwo']) expect(ownPartOf(id)).toBeNull();
  });
  it('says in words what a version has otherwise: sizes, room, terminals, ratings', () => {
    const [first] = holder.terminals;
    const after: Part = {
      ...holder,
      massKg: holder.massKg + 0.1,
      price: null,
      clearSpaceMm: { ...holder.clearSpaceMm, top: 40 },
      terminals: [{ ...first!, xMm: first!.xMm - 5 }, ...holder.terminals.slice(1)],
      body: { ...holder.body, reach: 'none' },
    };
    const said = partDifferences({ ...holder, price: 12 }, after);
    expect(said).toContain(`mass ${holder.massKg} kg → ${after.massKg} kg`);
    expect(said).toContain('price 12 → none');
    expect(said).toContain(`clear top ${holder.clearSpaceMm.top} mm → 40 mm`);
    expect(said).toContain(`terminal ${first!.name} is another`);
    expect(said).toContain('screws, outline or what it asks of its place');
    expect(partDifferences(holder, holder)).toEqual([]);
    const fewer = partDifferences(holder, { ...holder, terminals: holder.terminals.slice(1) });
    expect(fewer).toContain(`terminal ${first!.name} is gone`);
    const battery = genericCatalogue.parts.find((p) => p.kind === 'battery')!;
    const larger = { ...battery, elements: battery.elements.map((e) => ({ ...e, capacityAh: 321 })) } as Part;
    expect(partDifferences(battery, larger).join()).toMatch(/capacityAh \d+ → 321/);
  });
  it('a later version is taken for every item of it, and the earlier one leaves the board', () => {
    const { board, itemId } = ownBoard();
    const wider = { ...board.customParts[0]!, id: ownPartId('op_holder', 2), widthMm: 150 };
    const after = applyCommands(board, takeVersion(board, wider)).board;
    expect(after.items.find((i) => i.id === itemId)!.partId).toBe('op_holder.v2');
    expect(after.customParts.map((p) => p.id)).toEqual(['op_holder.v2']);
    expect(checkBoard(after, genericCatalogue).ok).toBe(true);
    expect(takeVersion(after, wider)).toEqual([]);
    // Wires stay as they are.
    expect(after.connections).toEqual(board.connections);
  });
  it('a version without a terminal that is wired is refused, naming it', () => {
    const { board, itemId } = ownBoard();
    const wired = board.connections.flatMap((c) => [c.from, c.to]).find((r) => r.itemId === itemId)!;
    const own = board.customParts[0]!;
    const without = {
      ...own,
      id: ownPartId('op_holder', 2),
      terminals: own.terminals.filter((t) => t.id !== wired.terminalId),
    };
    expect(() => takeVersion(board, without)).toThrow(new RegExp(`:${wired.terminalId} has a wire`));
  });
  it('of a board without the part, or with a part of the shipped catalogue, nothing is changed', () => {
    expect(takeVersion(lampBoard(), version(2))).toEqual([]);
    expect(takeVersion(ownBoard().board, holder)).toEqual([]);
  });
  it('a part whose elements name terminals it lacks is told of, place and value', () => {
    expect(wiringProblems(holder, 'part')).toEqual([]);
    const torn = { ...holder, terminals: holder.terminals.slice(1) };
    expect(wiringProblems(torn, 'part').join()).toContain(`"${holder.terminals[0]!.id}"`);
    const twice = { ...holder, terminals: [...holder.terminals, holder.terminals[0]!] };
    expect(wiringProblems(twice, 'part').join()).toContain('stands twice');
  });
});
