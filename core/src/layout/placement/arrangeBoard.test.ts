import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands } from '../../document/commands.ts';
import { partIndex } from '../../document/references.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileOf } from '../../profiles/ownRules.ts';
import { seededRandom } from '../../solvers/random.ts';
import { panelBox } from '../../stages/place/outlines.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { cableLays } from '../cableLays.ts';
import { arrangeBoard } from './arrangeBoard.ts';
import { crampedShare, KeptCramped } from './cramped.ts';
import { intrusion, isLegal, offGround } from './legal.ts';
import { type Layout, placementModel } from './model.ts';
import { movesOf, place, randomLayout, startOf } from './place.ts';
import { leadMm, termsOf, WISHES } from './score.ts';
import { stretched } from './stretched.ts';
import { KeptSwing, noSwingMm } from './swing.ts';

const modelOf = (board: Board) => {
  const parts = partIndex(board, genericCatalogue);
  const dossier = deriveBoard(board);
  const lays = cableLays(dossier.cables, profileOf(board, defaultWorkshop), genericCatalogue);
  return placementModel(board, parts, dossier, board.panels[0]!.id, lays);
};
/** The board with its parts where a layout has them, cables as they come. */
const standing = (board: Board, moves: ReturnType<typeof movesOf>): Board => ({
  ...board,
  items: board.items.map((i) => {
    const move = moves.find((m) => m.itemId === i.id);
    return move ? { ...i, place: move.place } : i;
  }),
});
const cart = demoBoard('marketCart');
const hut = demoBoard('hut');
const arrange = (board: Board, steps = 20_000, onProgress?: (share: number) => boolean) =>
  arrangeBoard(board, genericCatalogue, defaultWorkshop, board.panels[0]!.id, WISHES[0]!, {
    seed: 1,
    steps,
    ...(onProgress && { onProgress }),
  });
const bad = (board: Board) => deriveBoard(board).findings.filter((f) => f.severity !== 'note');
const copy = (l: Layout): Layout => ({ x: l.x.slice(), y: l.y.slice(), turns: l.turns.slice() });

describe('what the search takes for a place', () => {
  it.each([
    ['cart', cart],
    ['hut', hut],
    ['pressShed', demoBoard('pressShed')],
  ] as const)('%s: where it finds nothing in the way, no finding about room does', (_, board) => {
    const model = modelOf(board);
    const random = seededRandom(11).next;
    let judged = 0;
    for (let n = 0; n < 60 && judged < 6; n++) {
      const layout = randomLayout(model, random);
      if (!layout || !isLegal(model, layout)) continue;
      judged++;
      const about = ['clear-space', 'no-tool-swing', 'parts-overlap', 'part-off-panel', 'air-shut-off'];
      const said = deriveBoard(standing(board, movesOf(model, layout))).findings.filter((f) => about.includes(f.kind));
      expect(said.map((f) => f.says)).toEqual([]);
    }
    if (board === cart) expect(judged).toBeGreaterThan(2);
  });
  it('the air a part asks for counts on its own side, from either of the two', () => {
    const model = modelOf(hut);
    const hot = model.movables.findIndex((m) => m.clear[0]!.top > 40);
    expect(hot).toBeGreaterThanOrEqual(0);
    const other = model.movables.findIndex((m, i) => i !== hot && m.clear[0]!.bottom === 0);
    const layout = copy(startOf(model));
    const [a, b] = [model.movables[hot]!, model.movables[other]!];
    layout.turns[hot] = 0;
    layout.turns[other] = 0;
    layout.x[other] = layout.x[hot]!;
    const above = (gapMm: number) => {
      layout.y[other] = layout.y[hot]! - a.half[0]!.y - b.half[0]!.y - gapMm;
      return [intrusion(model, layout, hot, other), intrusion(model, layout, other, hot)];
    };
    const asked = a.clear[0]!.top;
    expect(above(asked + 0.1)).toEqual([0, 0]);
    const [one, two] = above(asked - 10);
    expect(one).toBeCloseTo(10);
    expect(two).toBeCloseTo(10);
  });
  it('a stud walled in on all sides has no swing; with one side open it has', () => {
    const model = modelOf(hut);
    const bar = model.movables.findIndex((m) => m.studs.length === 3);
    const low = model.movables[bar]!;
    const lone = { ...model, movables: [low, ...[0, 1, 2, 3].map(() => ({ ...low, topMm: 500, studs: [] }))] };
    const at = (gaps: readonly [number, number, number, number]): Layout => {
      const { x, y } = low.half[0]!;
      return {
        x: Float64Array.from([0, 0, 0, -2 * x - gaps[2], 2 * x + gaps[3]]),
        y: Float64Array.from([0, -2 * y - gaps[0], 2 * y + gaps[1], 0, 0]),
        turns: new Uint8Array(5),
      };
    };
    expect(noSwingMm(lone, at([5, 5, 5, 5]))).toBeGreaterThan(0);
    expect(noSwingMm(lone, at([400, 5, 5, 5]))).toBeLessThan(noSwingMm(lone, at([5, 5, 5, 5])));
    expect(noSwingMm(lone, at([400, 400, 400, 400]))).toBe(0);
    // What is no higher than the nut is no wall.
    const flat = { ...lone, movables: lone.movables.map((m) => ({ ...m, topMm: 0 })) };
    expect(noSwingMm(flat, at([5, 5, 5, 5]))).toBe(0);
  });
  it('what is kept from step to step is what working it all out comes to, kept or taken back', () => {
    const model = modelOf(hut);
    const layout = copy(startOf(model));
    const random = seededRandom(5).next;
    const [cramped, swing] = [new KeptCramped(model, layout), new KeptSwing(model, layout)];
    const agree = () => {
      expect(cramped.share).toBeCloseTo(crampedShare(model, layout), 9);
      expect(swing.sum).toBeCloseTo(noSwingMm(model, layout), 9);
    };
    agree();
    for (let n = 0; n < 400; n++) {
      const parts = Array.from({ length: n % 5 === 0 ? 2 : 1 }, () => Math.floor(random() * model.movables.length));
      const was = parts.map((i) => ({ x: layout.x[i]!, y: layout.y[i]!, t: layout.turns[i]! }));
      for (const i of parts) {
        layout.x[i] = layout.x[i]! + (random() - 0.5) * 300;
        layout.y[i] = layout.y[i]! + (random() - 0.5) * 300;
        if (random() < 0.3) layout.turns[i] = Math.floor(random() * 4);
      }
      for (const kept of [cramped, swing]) kept.moved(parts, was);
      agree();
      if (random() < 0.5) for (const kept of [cramped, swing]) kept.keep();
      else {
        parts.forEach((i, k) => {
          layout.x[i] = was[k]!.x;
          layout.y[i] = was[k]!.y;
          layout.turns[i] = was[k]!.t;
        });
        for (const kept of [cramped, swing]) kept.takeBack(parts);
        agree();
      }
    }
  });
  it('off the panel and into its edge are told in mm', () => {
    const model = modelOf(cart);
    const { x } = model.movables[0]!.half[0]!;
    const y = (model.box.topMm + model.box.bottomMm) / 2;
    expect(offGround(model, 0, model.box.leftMm + x - 20, y, 0)).toBeGreaterThanOrEqual(20);
  });
  it('a lead that leaves away from where it goes is longer by its turning round', () => {
    const model = modelOf(hut);
    const n = model.leads.findIndex((l) => l.b >= 0 && l.aLeaves !== null && l.bLeaves === null);
    const lead = model.leads[n]!;
    const layout = copy(startOf(model));
    const d = lead.aLeaves![layout.turns[lead.a]!]!;
    const along = (way: 1 | -1) => {
      const far = 600 * way;
      layout.x[lead.b] = layout.x[lead.a]! + (d === 0 ? far : d === 2 ? -far : 0);
      layout.y[lead.b] = layout.y[lead.a]! + (d === 1 ? far : d === 3 ? -far : 0);
      const t = layout.turns;
      const [pa, pb] = [lead.aAt[t[lead.a]!]!, lead.bAt[t[lead.b]!]!];
      const plain =
        Math.abs(layout.x[lead.a]! + pa.xMm - layout.x[lead.b]! - pb.xMm) +
        Math.abs(layout.y[lead.a]! + pa.yMm - layout.y[lead.b]! - pb.yMm);
      return leadMm(model, layout, n) - plain;
    };
    expect(along(1)).toBeCloseTo(0);
    expect(along(-1)).toBeCloseTo(2 * lead.aRoomMm);
  });
});

describe('a panel arranged with its cables', () => {
  it('has every cable laid, nothing new to find fault with, in one edit', () => {
    const had = new Set(bad(cart).map((f) => f.id));
    const found = arrange(cart);
    expect(found.legal).toBe(true);
    expect(found.failed).toEqual([]);
    expect(found.grown).toBeNull();
    const after = applyCommands(cart, found.commands).board;
    expect(bad(after).filter((f) => !had.has(f.id))).toEqual([]);
    const laid = after.cables.flatMap((c) => c.segments).filter((s) => s.kind === 'panelRoute');
    expect(laid.length).toBeGreaterThan(10);
    expect(laid.every((s) => s.kind === 'panelRoute' && s.waypoints.length > 0)).toBe(true);
    // What it says it costs is what the layout costs, whatever it asked for on the way.
    const terms = termsOf(modelOf(cart), found.layout);
    expect(found.terms).toEqual(terms);
  });
  it('of a panel that is too small it tells how large one would do; there it does', () => {
    const small = stretched(cart, cart.panels[0]!.id, 0.7).board;
    const found = arrange(small);
    expect(found.failed.length > 0 || !found.legal || found.open.length > 0).toBe(true);
    expect(found.grown).not.toBeNull();
    const larger = applyCommands(small, found.grown!.commands).board;
    const [was, is] = [panelBox(small.panels[0]!), panelBox(larger.panels[0]!)];
    expect(is.rightMm - is.leftMm).toBe(was.rightMm - was.leftMm + found.grown!.byMm.widthMm);
    expect(found.grown!.byMm.widthMm).toBeGreaterThan(0);
    const had = new Set(bad(cart).map((f) => f.id));
    expect(bad(larger).filter((f) => !had.has(f.id))).toEqual([]);
  });
  it('stops when it is told to, with what it has', () => {
    const told: number[] = [];
    const found = arrange(cart, 60_000, (share) => {
      told.push(share);
      return told.length < 3;
    });
    expect(told).toHaveLength(3);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    expect(found.commands.length).toBeGreaterThan(0);
  });
  it('bettering a layout keeps what it is given where there is nothing better', () => {
    const model = modelOf(cart);
    const first = place(model, WISHES[1]!.weights, { seed: 2, steps: 20_000 });
    const again = place(model, WISHES[1]!.weights, { seed: 9, steps: 4000, from: first.layout });
    expect(again.legal).toBe(true);
    expect(again.total).toBeLessThanOrEqual(first.total + 1e-9);
  });
});

describe('a larger panel of the same board', () => {
  it('grows to whole centimetres, takes its screws along, and pulls its parts apart', () => {
    const { board, byMm } = stretched(hut, hut.panels[0]!.id, 1.07);
    const [was, is] = [panelBox(hut.panels[0]!), panelBox(board.panels[0]!)];
    expect(is.rightMm - is.leftMm).toBe(was.rightMm - was.leftMm + byMm.widthMm);
    expect((is.rightMm - is.leftMm) % 10).toBe(0);
    expect((is.bottomMm - is.topMm) % 10).toBe(0);
    for (const f of board.panels[0]!.fixings) {
      expect(f.xMm).toBeLessThan(is.rightMm);
      expect(f.yMm).toBeLessThan(is.bottomMm);
    }
    const overlaps = (b: Board) => deriveBoard(b).findings.filter((f) => f.kind === 'parts-overlap').length;
    expect(overlaps(board)).toBe(overlaps(hut));
    // The other panel stays as it is.
    expect(board.panels.slice(1)).toEqual(hut.panels.slice(1));
  });
  it('lays no cable: what the router laid is to be laid anew, what a hand laid stays', () => {
    const [first] = hut.cables.filter((c) => c.segments.some((s) => s.kind === 'panelRoute' && s.waypoints.length > 0));
    const byHand: Board = {
      ...hut,
      cables: hut.cables.map((c) =>
        c === first
          ? { ...c, segments: c.segments.map((s) => (s.kind === 'panelRoute' ? { ...s, laidBy: 'hand' as const } : s)) }
          : c,
      ),
    };
    const { board } = stretched(byHand, hut.panels[0]!.id, 1.2);
    const points = (id: string) =>
      board.cables
        .find((c) => c.id === id)!
        .segments.flatMap((s) => (s.kind === 'panelRoute' && s.panelId === hut.panels[0]!.id ? s.waypoints : []));
    expect(points(first!.id).length).toBeGreaterThan(0);
    const others = hut.cables.filter((c) => c !== first).flatMap((c) => points(c.id));
    expect(others).toEqual([]);
  });
});
