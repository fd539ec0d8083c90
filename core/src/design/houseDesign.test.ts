import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { removeItems } from '../document/item/items.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { routeBoard } from '../layout/routeBoard.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { designChange } from './designChange.ts';
import { boardOfDesign, choicesStill, type DesignOption, designProblems } from './houseDesign.ts';

const hut = demoBoard('hut');
const item = (board: Board, designation: string) => board.items.find((i) => i.designation === designation)!;
const idOf = (designation: string) => item(hut, designation).id;
const sound = (board: Board) => {
  const checked = checkBoard(board, genericCatalogue);
  expect(checked.ok ? [] : checked.problems).toEqual([]);
};
const inverter = item(hut, '-T1');
/** The same inverter in another size: every terminal that has a wire is there. */
const other = genericCatalogue.parts.find(
  (p) =>
    p.kind === 'inverter' &&
    p.id !== inverter.partId &&
    p.systemVoltagesV.includes(24) &&
    hut.connections
      .flatMap((c) => [c.from, c.to])
      .every((r) => r.itemId !== inverter.id || p.terminals.some((t) => t.id === r.terminalId)),
)!;
const OPTIONS: DesignOption[] = [
  { id: 'wind', kind: 'without', name: 'Generator charger', itemIds: [idOf('-T3')] },
  { id: 'size', kind: 'swap', name: 'Inverter', itemId: inverter.id, partIds: [inverter.partId, other.id] },
  { id: 'hand', kind: 'mirror', name: 'Hand' },
];
const design = { board: hut, options: OPTIONS };
const built = (choices: Record<string, string>) => boardOfDesign(design, choices, genericCatalogue);

describe('a design of the house, as it is chosen', () => {
  it('with nothing chosen it is as it was drawn', () => {
    expect(built({})).toBe(hut);
    expect(built({ wind: 'with', size: inverter.partId, hand: 'as drawn' })).toBe(hut);
  });
  it('what is left out goes with its wires; the rest stands as it was', () => {
    const board = built({ wind: 'without' });
    sound(board);
    expect(board.items.some((i) => i.id === idOf('-T3'))).toBe(false);
    expect(board.connections.some((c) => [c.from, c.to].some((r) => r.itemId === idOf('-T3')))).toBe(false);
    expect(item(board, '-T1')).toEqual(inverter);
  });
  it('another part in its place keeps its wires, and sizes follow', () => {
    const board = built({ size: other.id });
    sound(board);
    expect(item(board, '-T1').partId).toBe(other.id);
    expect(board.connections).toEqual(hut.connections);
    expect(deriveBoard(board).sizing).not.toEqual(deriveBoard(hut).sizing);
  });
  it('mirrored, every part stands on the other side, its cables to be laid anew', () => {
    const board = built({ hand: 'mirrored' });
    sound(board);
    const xs = hut.panels[0]!.outline.map((p) => p.xMm);
    const sum = Math.min(...xs) + Math.max(...xs);
    const at = (b: Board, d: string) => item(b, d).place as { xMm: number; yMm: number; rotationDeg: number };
    for (const d of ['-F1', '-T1', '-X2']) {
      expect(at(board, d).xMm).toBeCloseTo(sum - at(hut, d).xMm);
      expect(at(board, d).yMm).toBe(at(hut, d).yMm);
    }
    const overlaps = deriveBoard(board).findings.filter((f) => ['parts-overlap', 'part-off-panel'].includes(f.kind));
    expect(overlaps).toEqual([]);
    // A part has no mirror image: its terminals stand as they stood, so that no way fits them any more.
    const points = board.cables.flatMap((c) => c.segments.flatMap((s) => (s.kind === 'panelRoute' ? s.waypoints : [])));
    expect(points).toEqual([]);
    const { failed } = routeBoard(board, genericCatalogue, defaultWorkshop);
    expect(failed.length).toBeLessThan(hut.cables.length / 5);
  });
  it('a part that one option leaves out is not swapped by another', () => {
    const both: DesignOption[] = [
      { id: 'none', kind: 'without', name: 'Inverter', itemIds: [inverter.id] },
      OPTIONS[1]!,
    ];
    const board = boardOfDesign({ board: hut, options: both }, { none: 'without', size: other.id }, genericCatalogue);
    sound(board);
    expect(board.items.some((i) => i.id === inverter.id)).toBe(false);
  });
  it('an option or a choice there is none of is refused, with what there is', () => {
    expect(() => built({ colour: 'red' })).toThrow(/choices.colour names no option; accepted: wind, size, hand/);
    expect(() => built({ hand: 'left' })).toThrow(/choices.hand is "left"; accepted: as drawn, mirrored/);
  });
});

describe('choices a later version still asks', () => {
  it('an option that is gone, or a part it no longer comes in, is as drawn: nothing throws', () => {
    const chosen = { wind: 'without', size: other.id, hand: 'mirrored' };
    const later = OPTIONS.filter((o) => o.id !== 'wind').map((o) =>
      o.kind === 'swap' ? { ...o, partIds: [inverter.partId] } : o,
    );
    const still = choicesStill(later, chosen);
    expect(still).toEqual({ hand: 'mirrored' });
    expect(() => boardOfDesign({ board: hut, options: later }, still, genericCatalogue)).not.toThrow();
    expect(choicesStill(OPTIONS, chosen)).toEqual(chosen);
  });
});

describe('options of a design', () => {
  const told = (...options: DesignOption[]) => designProblems(hut, options, genericCatalogue);
  it('sound ones are taken', () => expect(told(...OPTIONS)).toEqual([]));
  it('name parts of the board, each once', () => {
    expect(told({ id: 'a', kind: 'without', name: 'x', itemIds: ['it_none'] })).toEqual([
      'options[0] names item "it_none"; accepted: one or more items of the board',
    ]);
    expect(told({ id: 'a', kind: 'without', name: 'x', itemIds: [] })[0]).toContain('accepted: one or more');
    expect(told(OPTIONS[2]!, OPTIONS[2]!)[0]).toBe('options[1].id is "hand", which stands twice; accepted: each once');
  });
  it('a swap begins with what is drawn, and everything in it has the terminals that are wired', () => {
    const swap = (...partIds: string[]): DesignOption => ({ ...OPTIONS[1]!, partIds }) as DesignOption;
    expect(told(swap(other.id))[0]).toContain(`accepted: "${inverter.partId}", the part that is drawn`);
    expect(told(swap(inverter.partId, 'nothing'))[0]).toContain('names nothing');
    expect(told(swap(inverter.partId, 'holder-classT'))[0]).toMatch(/has no terminal .*; accepted: a part with every/);
  });
});

describe('a later version, offered to a job that began with an earlier one', () => {
  const later: Board = (() => {
    const without = applyCommands(hut, removeItems(hut, new Set([idOf('-F9')]))).board;
    return {
      ...without,
      items: without.items.map((i) =>
        i.designation === '-T2' && i.place.kind === 'panel' ? { ...i, place: { ...i.place, yMm: i.place.yMm + 5 } } : i,
      ),
      panels: without.panels.map((p, n) => (n === 0 ? { ...p, thicknessMm: 21 } : p)),
    };
  })();
  it('of the same version nothing is to be done', () => {
    expect(designChange(hut, hut, hut)).toEqual({ commands: [], says: [], leftOut: [] });
  });
  it('a job that has changed nothing becomes the later version, and every line of it is told', () => {
    const { commands, says, leftOut } = designChange(hut, hut, later);
    const board = applyCommands(hut, commands).board;
    expect(board).toEqual(later);
    sound(board);
    expect(leftOut).toEqual([]);
    expect(says).toContain('-F9 goes');
    expect(says).toContain('-T2: place');
    expect(says).toContain('panel Main board: thicknessMm');
  });
  it('a board whose keys stand in another order, as a database gives them back, has changed nothing itself', () => {
    const turned = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(turned)
        : value !== null && typeof value === 'object'
          ? Object.fromEntries(
              Object.entries(value)
                .reverse()
                .map(([k, v]) => [k, turned(v)]),
            )
          : value;
    const { commands, leftOut } = designChange(turned(hut) as Board, hut, later);
    expect(leftOut).toEqual([]);
    expect(applyCommands(hut, commands).board).toEqual(later);
  });
  it('what the job has changed itself stays, and is told', () => {
    const moved: Board = {
      ...hut,
      items: hut.items.map((i) =>
        i.designation === '-T2' && i.place.kind === 'panel' ? { ...i, place: { ...i.place, xMm: i.place.xMm + 9 } } : i,
      ),
    };
    const { commands, leftOut } = designChange(moved, hut, later);
    expect(leftOut).toEqual(['-T2: place stay as this job has them']);
    const board = applyCommands(moved, commands).board;
    expect(item(board, '-T2').place).toEqual(item(moved, '-T2').place);
    expect(board.panels[0]!.thicknessMm).toBe(21);
  });
  it('what the job has taken off does not come back by a change of it', () => {
    const less = applyCommands(hut, removeItems(hut, new Set([idOf('-T2')]))).board;
    const { commands, leftOut } = designChange(less, hut, later);
    expect(leftOut.some((l) => l.startsWith('-T2 would change'))).toBe(true);
    sound(applyCommands(less, commands).board);
  });
  it('parts and wires that are new come with it, once', () => {
    const { commands, says } = designChange(later, later, hut);
    expect(says).toContain('-F9 is new');
    const board = applyCommands(later, commands).board;
    sound(board);
    expect(new Set(board.items.map((i) => i.id))).toEqual(new Set(hut.items.map((i) => i.id)));
    expect(designChange(board, later, hut).commands).toEqual([]);
  });
});
