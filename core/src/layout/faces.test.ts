import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { seededRandom } from '../solvers/random.ts';
import { itemRect, onPanel, pathLengthMm, placedTerminal } from '../stages/lengths/geometry.ts';
import { asSeen } from '../stages/place/outlines.ts';
import { deriveBoard, mountainHutBoard } from '../testing/demoBoards.ts';
import { align, distribute, mirror, shift, toOtherFace, turn, withGroups } from './arrange.ts';
import { cableLays } from './cableLays.ts';
import { moveItems } from './moveItem.ts';
import { isLegal } from './placement/legal.ts';
import { placementModel } from './placement/model.ts';
import { place, randomLayout, startOf } from './placement/place.ts';
import { termsOf, totalOf, WISHES } from './placement/score.ts';
import { routeCables } from './routeCables.ts';
import { routeEverywhere } from './routeEverywhere.ts';
import { layBehind, layInFront } from './throughHoles.ts';

const hut = mountainHutBoard();
const parts = partIndex(hut, genericCatalogue);
const eight = () => ({ diameterMm: 8, bendMm: 32, lugMm: 25 });
const item = (board: Board, name: string) => board.items.find((i) => i.designation === name)!;
const after = (board: Board, commands: Command[]): Board => applyCommands(board, commands).board;
const ids = (...names: string[]): Set<Id> => new Set(names.map((n) => item(hut, n).id));
const open = (board: Board): Board => ({ ...board, panels: board.panels.map((p) => ({ ...p, backClearanceMm: 120 })) });

describe('a part on the back', () => {
  // Its terminals exchange sides, and looking twice changes nothing.
  it('is turned as seen from there', () => {
    const t1 = item(hut, '-T1');
    const board = after(hut, moveItems(hut, parts, toOtherFace(hut, parts, new Set([t1.id])), eight, true));
    const moved = item(board, '-T1');
    const part = parts.get(moved.partId)!;
    for (const t of part.terminals) {
      const [front, back] = [onPanel(t1, t)!, onPanel(moved, t)!];
      const centre = t1.place.kind === 'panel' ? t1.place.xMm : 0;
      expect(back.xMm - centre).toBeCloseTo(centre - front.xMm, 9);
      expect(back.yMm).toBe(front.yMm);
      const [was, is] = [placedTerminal(t1, t)!, placedTerminal(moved, t)!];
      expect(is.exitDeg % 180 === 0 ? (was.exitDeg + 180) % 360 : was.exitDeg).toBe(is.exitDeg);
      const seen = asSeen(board.panels[0]!, 'back', back);
      expect(asSeen(board.panels[0]!, 'back', seen)).toEqual(back);
    }
  });
  // With the board’s thickness in their length.
  it('takes its cables through holes of its own', () => {
    const board = open(hut);
    const moves = toOtherFace(board, parts, ids('-T3'));
    const turned = after(board, moveItems(board, parts, moves, eight, true));
    const laid = after(turned, routeCables(turned, parts, eight).commands);
    expect(checkBoard(laid, genericCatalogue).ok).toBe(true);
    const own = new Set(
      laid.connections.filter((c) => [c.from.itemId, c.to.itemId].includes(item(hut, '-T3').id)).map((c) => c.id),
    );
    const through = laid.cables.filter((c) => c.cores.some((k) => own.has(k.connectionId)) && c.segments.length === 3);
    expect(through.length).toBeGreaterThanOrEqual(2);
    const dossier = deriveBoard(laid);
    for (const cable of through) {
      const length = dossier.lengths.find((l) => l.cableId === cable.id)!;
      expect(cable.segments.map((s) => s.kind)).toEqual(['panelRoute', 'passThrough', 'panelRoute']);
      expect(length.paths).toHaveLength(2);
      const drawn = length.paths.reduce((s, p) => s + pathLengthMm(p.points), 0);
      expect(length.lengthMm).toBeGreaterThan(drawn + laid.panels[0]!.thicknessMm);
      // Both faces' paths meet in the hole.
      expect(length.paths[0]!.points.at(-1)).toEqual(length.paths[1]!.points[0]);
    }
    expect(
      dossier.findings.filter((f) =>
        ['hole-too-small', 'hole-near-edge', 'holes-close', 'hole-covered'].includes(f.kind),
      ),
    ).toEqual([]);
  });
  it('a cable goes behind and comes back to what it was', () => {
    const cable = hut.cables.find((c) => c.designation === 'W11')!;
    const board = open(hut);
    const behind = layBehind(board, parts, cable.id, eight);
    const there = after(board, behind);
    expect(there.cables.find((c) => c.id === cable.id)!.segments.map((s) => s.kind)).toEqual([
      'panelRoute',
      'passThrough',
      'panelRoute',
      'passThrough',
      'panelRoute',
    ]);
    expect(checkBoard(there, genericCatalogue).ok).toBe(true);
    const back = after(there, layInFront(there, parts, cable.id));
    expect(back.cables.find((c) => c.id === cable.id)!.segments.map((s) => s.kind)).toEqual(['panelRoute']);
    expect(
      deriveBoard(after(hut, layBehind(hut, parts, cable.id, eight))).findings.some((f) => f.kind === 'no-room-behind'),
    ).toBe(true);
  });
});

describe('a cable walled in on its own face', () => {
  /** -T1 with keep-outs all round it that cables may not cross. */
  const walled = (backClearanceMm: number): Board => {
    const rect = itemRect(item(hut, '-T1'), parts.get(item(hut, '-T1').partId)!, {
      left: 70,
      right: 20,
      top: 70,
      bottom: 70,
    })!;
    const wall = (leftMm: number, topMm: number, rightMm: number, bottomMm: number, n: number) => ({
      id: `k${n}`,
      name: 'wall',
      face: 'front' as const,
      freeMm: 0,
      shape: {
        kind: 'polygon' as const,
        points: [
          { xMm: leftMm, yMm: topMm },
          { xMm: rightMm, yMm: topMm },
          { xMm: rightMm, yMm: bottomMm },
          { xMm: leftMm, yMm: bottomMm },
        ],
      },
    });
    const { leftMm: l, topMm: t, rightMm: r, bottomMm: b } = rect;
    return {
      ...hut,
      panels: hut.panels.map((p) => ({
        ...p,
        backClearanceMm,
        keepOuts: [wall(l - 20, t - 20, r, t, 1), wall(l - 20, t - 20, l, b + 20, 2), wall(l - 20, b, r, b + 20, 3)],
      })),
    };
  };
  const w11 = hut.cables.find((c) => c.designation === 'W11')!.id;
  it('goes behind where there is room, and is told of where there is none', () => {
    expect(routeCables(walled(60), parts, eight).failed).toContain(w11);
    const found = routeEverywhere(walled(60), parts, eight);
    expect(found.failed).not.toContain(w11);
    const board = after(walled(60), found.commands);
    expect(board.cables.find((c) => c.id === w11)!.segments.filter((s) => s.kind === 'passThrough')).toHaveLength(2);
    expect(checkBoard(board, genericCatalogue).ok).toBe(true);
    expect(routeEverywhere(walled(0), parts, eight).failed).toContain(w11);
  });
});

describe('a switch far from its way', () => {
  it('is told with the volts it costs, and the fix moves it nearer', () => {
    const q1 = item(hut, '-Q1');
    const far = after(hut, [
      {
        kind: 'set',
        collection: 'items',
        id: q1.id,
        field: 'place',
        value: { kind: 'panel', panelId: 'pn_main', face: 'front', xMm: 600, yMm: 700, rotationDeg: 0 },
      },
    ]);
    const told = deriveBoard(far).findings.find((f) => f.kind === 'far-isolator');
    expect(told?.where.itemIds).toEqual([q1.id]);
    expect(deriveBoard(hut).findings.some((f) => f.kind === 'far-isolator')).toBe(false);
    const mended = deriveBoard(after(far, told!.fixes[0]!.commands));
    expect(mended.findings.some((f) => f.kind === 'far-isolator')).toBe(false);
    expect(mended.findings.some((f) => f.kind === 'parts-overlap')).toBe(false);
  });
});

describe('parts chosen together', () => {
  const rect = (board: Board, name: string) => itemRect(item(board, name), parts.get(item(board, name).partId)!)!;
  const moved = (moves: ReturnType<typeof align>) => after(hut, moveItems(hut, parts, moves, eight, false));
  it('line up, keep equal gaps, turn and mirror and come back', () => {
    const some = ids('-F1', '-F2', '-F7');
    const left = moved(align(hut, parts, some, 'left'));
    expect(new Set(['-F1', '-F2', '-F7'].map((n) => rect(left, n).leftMm)).size).toBe(1);
    const spaced = moved(distribute(hut, parts, some, 'y'));
    const rows = ['-F1', '-F2', '-F7'].map((n) => rect(spaced, n)).sort((a, b) => a.topMm - b.topMm);
    expect(rows[1]!.topMm - rows[0]!.bottomMm).toBeCloseTo(rows[2]!.topMm - rows[1]!.bottomMm, 0);
    const twice = (f: (b: Board) => ReturnType<typeof align>, times: number) => {
      let board = hut;
      for (let i = 0; i < times; i++) board = after(board, moveItems(board, parts, f(board), eight, false));
      return board;
    };
    for (const n of ['-F1', '-F2', '-F7']) {
      expect(
        item(
          twice((b) => mirror(b, parts, some, 'x'), 2),
          n,
        ).place,
      ).toEqual(item(hut, n).place);
      expect(
        item(
          twice((b) => turn(b, parts, some), 4),
          n,
        ).place,
      ).toEqual(item(hut, n).place);
    }
  });
  it('a held one stays, gives the line, and a group comes along', () => {
    const held = after(hut, [
      { kind: 'set', collection: 'items', id: item(hut, '-F7').id, field: 'held', value: true },
    ]);
    const some = ids('-F1', '-F7');
    expect(shift(held, parts, some, 10, 0).map((m) => m.itemId)).toEqual([item(hut, '-F1').id]);
    const lined = after(held, moveItems(held, parts, align(held, parts, some, 'left'), eight, false));
    expect(rect(lined, '-F1').leftMm).toBe(rect(hut, '-F7').leftMm);
    const grouped = after(
      hut,
      ['-F1', '-F2'].map((n) => ({
        kind: 'set',
        collection: 'items',
        id: item(hut, n).id,
        field: 'groupId',
        value: 'g',
      })),
    );
    expect(withGroups(grouped, ids('-F1'))).toEqual(ids('-F1', '-F2'));
  });
});

const laysOf = (board: Board) =>
  cableLays(deriveBoard(board).cables, profileOf(board, defaultWorkshop), genericCatalogue);

describe('arranged by the solver', () => {
  const model = placementModel(hut, parts, deriveBoard(hut), hut.panels[0]!.id, laysOf(hut));
  // 40 % less than the median random one.
  it('every proposal is legal, costs less than the hand’s layout', () => {
    const random = seededRandom(3).next;
    const layouts = Array.from({ length: 60 }, () => randomLayout(model, random)).flatMap((l) => (l ? [l] : []));
    expect(layouts.length).toBeGreaterThan(30);
    for (const { weights } of WISHES) {
      const found = place(model, weights, { seed: 1, steps: 30_000 });
      const costs = layouts.map((l) => totalOf(termsOf(model, l), weights)).sort((a, b) => a - b);
      expect(found.legal).toBe(true);
      expect(found.total).toBeLessThan(totalOf(termsOf(model, startOf(model)), weights));
      expect(found.total).toBeLessThan(0.6 * costs[Math.floor(costs.length / 2)]!);
      const board = after(hut, moveItems(hut, parts, found.moves, eight, false));
      expect(deriveBoard(board).findings.filter((f) => ['parts-overlap', 'part-off-panel'].includes(f.kind))).toEqual(
        [],
      );
    }
  });
  it('a lug and its first bend want room: what stands before a terminal costs, what it leads to straight on does not', () => {
    const [f1, f8] = ['-F1', '-F8'].map((n) => model.movables.findIndex((m) => m.designation === n)) as [
      number,
      number,
    ];
    const layout = startOf(model);
    const at = (xMm: number, yMm: number) => {
      const moved = { x: layout.x.slice(), y: layout.y.slice(), turns: layout.turns };
      moved.x[f8] = xMm;
      moved.y[f8] = yMm;
      return termsOf(model, moved).bends;
    };
    const inLine = at(layout.x[f1]! + 160, layout.y[f1]!);
    // A little out of line there is no room for the S between them; further off there is.
    const aside = at(layout.x[f1]! + 160, layout.y[f1]! + 35);
    const apart = at(layout.x[f1]! + 330, layout.y[f1]! + 35);
    expect(aside).toBeGreaterThan(inLine + 0.01);
    expect(apart).toBeLessThan(aside - 0.01);
  });
  it('the same seed gives the same layout, held parts stay', () => {
    const weights = WISHES[0]!.weights;
    expect(place(model, weights, { seed: 4, steps: 4000 })).toEqual(place(model, weights, { seed: 4, steps: 4000 }));
    const held = after(hut, [
      { kind: 'set', collection: 'items', id: item(hut, '-T1').id, field: 'held', value: true },
    ]);
    const own = placementModel(held, parts, deriveBoard(held), held.panels[0]!.id, laysOf(held));
    const found = place(own, weights, { seed: 4, steps: 8000 });
    expect(found.moves.some((m) => m.itemId === item(hut, '-T1').id)).toBe(false);
    expect(isLegal(own, startOf(own))).toBe(true);
  });
});
