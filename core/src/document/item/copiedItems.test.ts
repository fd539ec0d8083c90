import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { mountainHutBoard, repeaterShelterBoard } from '../../testing/demoBoards.ts';
import { lamp } from '../../testing/kit.ts';
import { checkBoard } from '../checkBoard.ts';
import { applyCommands } from '../commands.ts';
import { partIndex } from '../references.ts';
import { copiedRows, readCopied } from './copiedItems.ts';
import { copyItems, pasteItems } from './copyItems.ts';

const whole = () => {
  const board = mountainHutBoard();
  return copyItems(board, new Set(board.items.map((i) => i.id)));
};
const refused = (value: unknown) => {
  const read = readCopied(typeof value === 'string' ? value : JSON.stringify(value));
  return read.ok ? [] : read.problems;
};

describe('parts that come over the clipboard', () => {
  it('are what was copied, and sound on another board', () => {
    const read = readCopied(JSON.stringify(whole()));
    expect(read).toEqual({ ok: true, copied: whole() });
    const to = repeaterShelterBoard();
    const { commands } = pasteItems(to, whole(), partIndex(to, genericCatalogue), to.panels[0]!.id);
    expect(checkBoard(applyCommands(to, commands).board, genericCatalogue)).toMatchObject({ ok: true });
  });
  it('are refused where they are no parts, only half of them, or too many', () => {
    expect(refused('{"format":')[0]).toMatch(/not whole/);
    expect(refused({ ...whole(), format: 'other' })[0]).toMatch(/^format is "other"; accepted: ombrik-parts/);
    expect(refused({ ...whole(), items: [] })[0]).toMatch(/^items is \[\]; accepted: a list of 1 to 400/);
    expect(refused({ ...whole(), items: [{ ...whole().items[0]!, name: 7 }] })[0]).toMatch(/^items\[0\]\.name is 7/);
    expect(refused({ ...whole(), more: 1 })[0]).toMatch(/more/);
    expect(refused({ ...whole(), items: Array(401).fill(whole().items[0]) })[0]).toMatch(/400/);
  });
  it('with a part of their own whose elements name terminals it has not are refused', () => {
    const part = genericCatalogue.parts.find((p) => p.elements.length > 0)!;
    expect(refused({ ...whole(), customParts: [{ ...part, id: 'own', terminals: [] }] })[0]).toMatch(
      /customParts\[0\]/,
    );
  });
  it('are rows in a spreadsheet, and never a formula', () => {
    const { board } = lamp();
    board.items = board.items.map((i) => (i.id === 'it_X1' ? { ...i, name: '=1+1' } : i));
    const rows = copiedRows(copyItems(board, new Set(['it_X1', 'it_F10'])), partIndex(board, genericCatalogue));
    const cells = rows.split('\r\n').map((r) => r.split('\t'));
    expect(cells[0]).toEqual(['Mark', 'Name', 'Part']);
    expect(cells.slice(1).map((r) => r[0])).toEqual(['-X1', '-F10', 'W4']);
    expect(cells[1]![1]).toBe("'=1+1");
    expect(cells[3]![1]).toMatch(/^joins -X1:\w+ and -F10:\w+$/);
  });
});
