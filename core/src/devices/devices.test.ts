import { describe, expect, it } from 'vitest';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { addItem, newItem } from '../document/item/items.ts';
import { partSchema } from '../document/part/partSchema.ts';
import { problemsOf } from '../document/schemaKit.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { lampBoard, parts } from '../testing/kit.ts';
import { DEVICE_GROUPS } from './device.ts';
import { genericCatalogue } from './genericCatalogue.ts';
import { DEVICES, deviceOf, elementKindOf, sheetField } from './registry.ts';

describe.each(DEVICES.map((d) => [d.kind, d] as const))('%s', (kind, device) => {
  it('is found under a group of the palette, with a letter of IEC 81346-2', () => {
    expect(DEVICE_GROUPS).toContain(device.group);
    expect(device.letter).toMatch(/^[A-Z]$/);
  });
  // Whose elements end at terminals they have.
  it('has parts of its own kind the schema takes', () => {
    expect(device.parts.length).toBeGreaterThan(0);
    for (const { id } of device.parts) {
      const part = parts.get(id)!;
      expect(part.kind).toBe(kind);
      expect(problemsOf(partSchema, part)).toEqual([]);
      const own = new Set(part.terminals.map((t) => t.id));
      for (const element of part.elements)
        for (const field of elementKindOf(element).terminals) {
          const at = (element as unknown as Record<string, string | null>)[field];
          if (at !== null) expect(own, `${id} ${element.id}.${field}`).toContain(at);
        }
    }
  });
  it('draws a sign of finite strokes within reach of its box', () => {
    const { widthPx: w, heightPx: h } = device.oneLine;
    const strokes = device.sign(w, h);
    expect(strokes.length).toBeGreaterThan(0);
    expect(JSON.stringify(strokes)).not.toMatch(/NaN|null|Infinity/);
    for (const s of strokes)
      if (s.draw !== 'path') {
        expect(s.x).toBeGreaterThanOrEqual(-w);
        expect(s.x).toBeLessThanOrEqual(2 * w);
        expect(s.y).toBeLessThanOrEqual(2 * h);
      }
  });
  // And goes again.
  it('comes onto a board, is derived with it, is bought unless it is the customer’s', () => {
    for (const { id } of device.parts) {
      const board = lampBoard();
      const part = parts.get(id)!;
      const item = newItem(
        board,
        part,
        device.offBoard
          ? { kind: 'location', location: 'shelf' }
          : { kind: 'panel', panelId: board.panels[0]!.id, face: 'front', xMm: 700, yMm: 300, rotationDeg: 0 },
      );
      const { board: now, inverse } = applyCommands(board, addItem(item));
      expect(item.designation[1]).toBe(device.letter);
      expect(checkBoard(now, genericCatalogue)).toMatchObject({ ok: true });
      const dossier = deriveBoard(now);
      const bought = dossier.parts.some((l) => l.partId === id && l.usedBy.join().includes(item.designation));
      expect(bought).toBe(!device.customers);
      const steps = device.steps(item, part.elements);
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
      for (const s of steps) expect(dossier.bench.map((b) => b.id)).toContain(s.id);
      expect(applyCommands(now, inverse).board).toEqual(board);
    }
  });
});

it('every kind of element is in some part, and names its fields as they are', () => {
  const all = [...parts.values()].flatMap((p) => p.elements);
  for (const kind of DEVICES.flatMap((d) => d.elements)) {
    const own = all.filter((e) => e.kind === kind.kind);
    expect(own.length, kind.kind).toBeGreaterThan(0);
    for (const field of [...kind.terminals, ...Object.keys(kind.sheet)]) expect(Object.keys(own[0]!)).toContain(field);
    if (kind.role === 'consumer') expect(kind.draw).toBeDefined();
    if (kind.role === 'charging') expect(kind.charging).toBeDefined();
  }
});

it('a number of a sheet is asked for within what the schema takes', () => {
  for (const part of parts.values())
    for (const element of part.elements)
      for (const field of Object.keys(elementKindOf(element).sheet)) {
        const range = sheetField(element, field)!;
        const value = (element as unknown as Record<string, unknown>)[field];
        if (typeof value === 'number') expect(value, `${part.id} ${field}`).toBeGreaterThanOrEqual(range.min);
        for (const [at, good] of [
          [range.min, true],
          [range.max, true],
          [range.max * 2, false],
        ] as const)
          expect(problemsOf(elementKindOf(element).schema, { ...element, [field]: at }).length === 0).toBe(good);
      }
  expect(sheetField({ kind: 'bar' }, 'id')).toBeNull();
});

it('an unknown kind is refused in words', () => {
  expect(() => deviceOf('kettle' as never)).toThrow(/part kind is kettle; accepted: battery, feed/);
});
