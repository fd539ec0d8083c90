import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { insertBetween, moveEnd, otherPlaces } from '../document/connection/rewire.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileById } from '../profiles/profiles.ts';
import { demoBoards, deriveBoard, mountainHutBoard, wiredCart } from '../testing/demoBoards.ts';
import { faultFlow } from './faultFlow.ts';
import { faultStory } from './faultStory.ts';
import { growthOf } from './growth.ts';
import { liveSets } from './liveSets.ts';
import { oneLineOf } from './oneLine.ts';
import { prechargeOf } from './precharge.ts';
import { solveScenarios } from './scenarios.ts';
import { voltsAlong } from './voltsAlong.ts';

const partsOf = (board: Board) => partIndex(board, genericCatalogue);
const profileOf = (board: Board) => profileById(board.brief.profileId);
const named = demoBoards().map((board) => ({ name: board.brief.jobName, board }));
const cableOf = (board: Board, designation: string) => board.cables.find((c) => c.designation === designation)!;

const seriesBank = (board: Board) => {
  const isBattery = (id: Id) => partsOf(board).get(board.items.find((i) => i.id === id)!.partId)?.kind === 'battery';
  return board.connections.some((c) => isBattery(c.from.itemId) && isBattery(c.to.itemId));
};

describe('one-line graph', () => {
  it.each(named)('$name: every wire once, sources on the left, returns only when asked', ({ board }) => {
    const dossier = deriveBoard(board);
    const minus = new Set(dossier.sizing.wires.filter((w) => w.polarity === 'minus').map((w) => w.connectionId));
    const whole = oneLineOf(board, partsOf(board), dossier, true);
    const plus = oneLineOf(board, partsOf(board), dossier, false);
    expect(whole.edges.map((e) => e.connectionId).sort()).toEqual(board.connections.map((c) => c.id).sort());
    expect(plus.edges.some((e) => minus.has(e.connectionId))).toBe(false);
    expect(plus.edges.length).toBe(board.connections.length - minus.size);
    for (const node of plus.nodes)
      if (node.kind === 'feed' || (node.kind === 'battery' && !seriesBank(board)))
        expect(node.ports.every((p) => p.side === 'out')).toBe(true);
      else if (node.kind === 'load') {
        // Fed from the left; on the right only what is looped on from it.
        const on = plus.edges.filter((e) => e.from.itemId === node.itemId).map((e) => e.to.itemId);
        expect(node.ports.some((p) => p.side === 'in')).toBe(true);
        expect(on.every((id) => board.items.some((i) => i.id === id && i.load))).toBe(true);
      }
  });
});

describe('a shorted line', () => {
  it.each(named)('$name: what the batteries give is what flows into the fault (Kirchhoff)', ({ board }) => {
    const wires = deriveBoard(board).sizing.wires.filter((w) => w.faultFarA !== null);
    for (const wire of wires.filter((_, i) => i % 3 === 0)) {
      const flow = faultFlow(board, genericCatalogue, profileOf(board), defaultWorkshop, wire.connectionId)!;
      const each = flow.batteries.map((b) => b.currentA);
      // Strings side by side add up; batteries in series each carry it all.
      const given = seriesBank(board) ? Math.max(...each) : each.reduce((s, a) => s + a, 0);
      // What the batteries do not give comes from chargers, and is no more than these are rated for.
      const chargersA = deriveBoard(board)
        .flows.filter((f) => f.way === 'charge')
        .reduce((s, f) => s + f.designCurrentA, 0);
      if (given > 1) expect(flow.totalA - given).toBeGreaterThan(-1e-6 * flow.totalA);
      if (given > 1) expect(flow.totalA - given).toBeLessThan(chargersA + 1e-6 * flow.totalA);
      const own = flow.wireA.find((w) => w.connectionId === wire.connectionId)!;
      expect(Math.abs(own.currentA)).toBeLessThanOrEqual(flow.totalA * (1 + 1e-9));
    }
  });
  it('tells which opens first; only a pair that is not selective opens together', () => {
    const board = mountainHutBoard();
    const dossier = deriveBoard(board);
    const seats = new Map(dossier.sizing.seats.map((s) => [s.key, s]));
    let together = 0;
    for (const wire of dossier.sizing.wires) {
      const story = faultStory(board, partsOf(board), dossier, wire.connectionId);
      if (!story || story.devices.length < 2) continue;
      const [first, ...rest] = story.devices;
      expect(story.largestA).toBeGreaterThan(story.smallestA);
      if (wire.guardKeys.length === 1 && first!.key === wire.guardKeys[0])
        for (const d of rest) {
          const pair = seats.get(first!.key)!.selectivity.find((p) => p.upstreamKey === d.key);
          if (pair?.upToA === null && d.together === 1) expect(d.mayOpenToo).toBe(false);
          if (d.mayOpenToo) together++;
        }
    }
    // -F3 behind the bank's own 80 A fuses is not selective on this board.
    expect(together).toBeGreaterThan(0);
  });
  it('a line only a module feeds has no story of fuses', () => {
    const board = mountainHutBoard();
    const module = board.connections.find((c) => c.from.itemId === 'it_G3')!;
    expect(faultStory(board, partsOf(board), deriveBoard(board), module.id)).toBeNull();
  });
});

describe('where the volts go', () => {
  it.each(named)('$name: the stretches add up to the whole drop (Tellegen)', ({ board }) => {
    for (const scenario of solveScenarios(board, genericCatalogue, profileOf(board), defaultWorkshop))
      for (const flow of scenario.flows) {
        if (flow.key.endsWith('/input') || scenario.id === 'sun' || scenario.batteries.length > 1) continue;
        const sum = voltsAlong(board, flow).reduce((s, x) => s + x.volts, 0);
        expect(Math.abs(sum - Math.abs(flow.sourceV - flow.voltageV))).toBeLessThan(0.012);
      }
  });
});

describe('what stays live', () => {
  const hut = liveSets(mountainHutBoard(), genericCatalogue);
  it('every combination of the switches is there; opening one never makes more live', () => {
    expect(hut.rows.length).toBe(2 ** hut.switches.length);
    for (const a of hut.rows)
      for (const b of hut.rows)
        if (b.closed.every((id) => a.closed.includes(id))) {
          const alive = new Set(a.live.map((l) => l.itemId));
          expect(b.live.every((l) => alive.has(l.itemId))).toBe(true);
        }
    expect([...hut.order].sort()).toEqual([...hut.switches].sort());
  });
  it('batteries and what the sun feeds stay live with all switches open', () => {
    const never = new Map(hut.never.map((n) => [n.itemId, n.by]));
    expect(never.get('it_G1')).toContain('it_G1');
    // Controller and DC-DC charger stand on the bar, behind the bank's isolator: it lives by the sun and by the engine.
    expect([...never.get('it_X1')!].sort()).toEqual(['it_T2', 'it_T3']);
  });
});

describe('a DC-DC charger', () => {
  it('makes its output live only while something feeds its input', () => {
    const board = mountainHutBoard();
    const input = board.connections.filter((c) => [c.from, c.to].some((r) => r.itemId === 'it_F6'));
    expect(input.length).toBeGreaterThan(0);
    const cut = { ...board, connections: board.connections.filter((c) => !input.includes(c)) };
    const bar = liveSets(cut, genericCatalogue).never.find((n) => n.itemId === 'it_X1');
    expect(bar?.by).toEqual(['it_T2']);
  });
});

describe('room to grow', () => {
  const board = mountainHutBoard();
  const grow = (b: Board, factor: number) => growthOf(b, genericCatalogue, profileOf(b), defaultWorkshop, factor, 'M');
  it('twice the inverter asks for thicker trunk; built so, it asks for nothing more', () => {
    expect(grow(board, 1).steps).toEqual([]);
    const twice = grow(board, 2);
    expect(twice.steps.length).toBeGreaterThan(2);
    for (const s of twice.steps) expect(s.grownMm2).toBeGreaterThan(s.nowMm2);
    const built = applyCommands(board, twice.commands).board;
    expect(checkBoard(built, genericCatalogue).ok).toBe(true);
    expect(grow(built, 2).steps).toEqual([]);
  });
});

describe('filling an inverter before it is switched on', () => {
  // RC step, integrated.
  it('the resistor fills it to 99 % in the time given, and loses ½CV²', () => {
    const board = mountainHutBoard();
    const [row] = prechargeOf(board, partsOf(board), deriveBoard(board));
    const { farad, ohm, timeS, energyJ, firstA } = row!;
    const volts = board.brief.systemVoltageV;
    let [v, heat] = [0, 0];
    const step = timeS / 20000;
    for (let i = 0; i < 20000; i++) {
      const amps = (volts - v) / ohm;
      heat += amps * amps * ohm * step;
      v += (amps * step) / farad;
    }
    expect(v / volts).toBeCloseTo(0.99, 2);
    expect(heat / energyJ).toBeCloseTo(1, 2);
    expect(timeS).toBeLessThanOrEqual(3);
    expect(row!.inrushA!).toBeGreaterThan(100 * firstA);
  });
});

describe('changing a line', () => {
  const board = wiredCart();
  const parts = partsOf(board);
  const edgeOf = (b: Board, cableId: Id) => {
    const edge = oneLineOf(b, partsOf(b), deriveBoard(b), true).edges.find((e) => e.cableId === cableId);
    return edge!;
  };
  it('a part put into a line carries its current, and undo takes it out again', () => {
    const cable = board.cables.find((c) => edgeOf(board, c.id).from.itemId === 'it_F10')!;
    const edge = edgeOf(board, cable.id);
    const made = insertBetween(board, edge.connectionId, edge.from, parts.get('isolator-100') ?? isolator(), 'plus')!;
    const { board: after, inverse } = applyCommands(board, made.commands);
    const checked = checkBoard(after, genericCatalogue);
    expect(checked.ok ? [] : checked.problems).toEqual([]);
    const carried = (b: Board, id: Id) =>
      deriveBoard(b).sizing.wires.find((w) => w.connectionId === id)!.designCurrentA;
    expect(carried(after, edge.connectionId)).toBeCloseTo(carried(board, edge.connectionId), 9);
    const piece = after.connections.find((c) =>
      [c.from, c.to].some((r) => r.itemId === made.item.id && r.terminalId === 'line'),
    )!;
    expect(carried(after, piece.id)).toBeCloseTo(carried(board, edge.connectionId), 9);
    expect(applyCommands(after, inverse).board).toEqual(board);
  });
  it('a part with one terminal of that side cannot stand in a line', () => {
    const edge = edgeOf(board, board.cables[0]!.id);
    const load = [...parts.values()].find((p) => p.kind === 'load')!;
    expect(insertBetween(board, edge.connectionId, edge.from, load, 'plus')).toBeNull();
  });
  it('an end goes only to a free place of its own side', () => {
    const hut = mountainHutBoard();
    const edge = edgeOf(hut, cableOf(hut, 'W26').id);
    const places = otherPlaces(hut, partsOf(hut), edge.from);
    expect(places.map((p) => p.itemId)).toContain('it_X1');
    expect(places.map((p) => p.itemId)).not.toContain('it_X2');
    const moved = applyCommands(hut, moveEnd(hut, edge.connectionId, edge.from, places[0]!)).board;
    expect(checkBoard(moved, genericCatalogue).ok).toBe(true);
    const c = moved.connections.find((x) => x.id === edge.connectionId)!;
    expect([c.from.itemId, c.to.itemId]).toContain(places[0]!.itemId);
  });
  function isolator() {
    return [...parts.values()].find((p) => p.kind === 'isolator')!;
  }
});
