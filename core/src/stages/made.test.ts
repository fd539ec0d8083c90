import { describe, expect, it } from 'vitest';
import { type ScenarioResult, solveScenarios } from '../circuit/scenarios.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { demoBoards, deriveBoard } from '../testing/demoBoards.ts';
import { emfV } from './netlist/potentials.ts';
import type { Circuit } from './sizing/electrical.ts';

const named = demoBoards().map((b) => [b.brief.jobName, b] as const);

describe('what is made agrees with what is drawn', () => {
  it.each(named)('%s: every core is cut once, at its length, and every lug is in the parts list', (_, board) => {
    const { cables, cuts, parts } = deriveBoard(board);
    expect(cuts.flatMap((g) => g.pieces.map((p) => p.cableId)).sort()).toEqual(cables.map((c) => c.cableId).sort());
    for (const group of cuts) {
      expect(group.totalMm).toBeCloseTo(
        group.pieces.reduce((s, p) => s + p.cutMm, 0),
        6,
      );
      const lengths = group.pieces.map((p) => p.cutMm);
      expect([...lengths].sort((a, b) => b - a)).toEqual(lengths);
      for (const p of group.pieces) expect(p.areaMm2).toBe(group.areaMm2);
    }
    const lugs = new Map<string, number>();
    for (const c of cables)
      for (const core of c.cores)
        for (const end of [core.from, core.to])
          if (end.lug.value) lugs.set(end.lug.value, (lugs.get(end.lug.value) ?? 0) + 1);
    for (const [lugId, count] of lugs)
      expect(parts.find((p) => p.partId === lugId)?.quantity).toBeGreaterThanOrEqual(count);
    for (const line of parts)
      if (line.priceEach !== null && line.total !== null)
        expect(line.total).toBeCloseTo(Math.round(line.priceEach * line.quantity * 100) / 100, 2);
  });
  // And no wire is stacked twice.
  it.each(named)('%s: on every stud the widest palm lies at the bottom', (_, board) => {
    for (const stack of deriveBoard(board).stacks) {
      const palms = stack.layers.map((l) => l.palmWidthMm);
      expect([...palms].sort((a, b) => b - a)).toEqual(palms);
      expect(new Set(stack.layers.map((l) => l.connectionId)).size).toBe(stack.layers.length);
    }
  });
});

describe('sizing, whatever the board', () => {
  const withRating = (board: Board, key: string, linkId: string): Board => {
    const [, itemId, seatId] = key.split('/');
    return {
      ...board,
      items: board.items.map((i) =>
        i.id === itemId
          ? {
              ...i,
              inserts: [
                ...i.inserts.filter((x) => x.seatId !== seatId),
                {
                  seatId: seatId!,
                  link: { mode: 'locked' as const, value: linkId, reason: 'one size up', who: 'test' },
                },
              ],
            }
          : i,
      ),
    };
  };
  it.each(named)('%s: a fuse one size up never lets a smaller cable pass (property)', (_, board) => {
    const before = deriveBoard(board).sizing;
    let tried = 0;
    for (const seat of before.seats.filter((s) => !s.spare && s.ratingA !== null)) {
      const link = genericCatalogue.fuseLinks
        .filter((l) => l.style === seat.style && l.ratingA > seat.ratingA!)
        .sort((a, b) => a.ratingA - b.ratingA)[0];
      if (!link) continue;
      const after = deriveBoard(withRating(board, seat.key, link.id)).sizing;
      expect(after.seats.find((s) => s.key === seat.key)!.ratingA).toBe(link.ratingA);
      // Drop may be shared out anew between the stretches, but nothing behind the fuse may carry less than the fuse.
      for (const wire of after.wires.filter((w) => w.guardKeys.length === 1 && w.guardKeys[0] === seat.key)) {
        const cable = board.cables.find((c) => c.cores.some((k) => k.connectionId === wire.connectionId))!;
        const sized = after.cables.find((c) => c.cableId === cable.id)!;
        if (sized.guardUnmet) continue;
        expect(sized.ampacityA, cable.designation).toBeGreaterThanOrEqual(wire.guardRatingA! * (1 - 1e-9));
      }
      tried++;
    }
    expect(tried).toBeGreaterThan(2);
  });
  // None over its drop.
  it.each(named)('%s: no fuse is under its current, no conductor under its fuse', (_, board) => {
    const { sizing, findings } = deriveBoard(board);
    const complained = new Set(findings.flatMap((f) => f.where.cableIds));
    for (const wire of sizing.wires) {
      const cable = board.cables.find((c) => c.cores.some((k) => k.connectionId === wire.connectionId));
      const sized = sizing.cables.find((c) => c.cableId === cable?.id);
      if (!sized || complained.has(sized.cableId)) continue;
      expect(sized.ampacityA).toBeGreaterThanOrEqual(wire.designCurrentA * (1 - 1e-9));
      if (wire.guardRatingA !== null) {
        expect(wire.guardRatingA).toBeGreaterThanOrEqual(wire.designCurrentA * (1 - 1e-9));
        expect(sized.ampacityA).toBeGreaterThanOrEqual(wire.guardRatingA * (1 - 1e-9));
      }
    }
    for (const drop of sizing.drops) expect(drop.share).toBeLessThanOrEqual(drop.limitShare * (1 + 1e-9));
  });
  it.each(named)('%s: a shorter board is never a weaker fault (property)', (_, board) => {
    const shorter = {
      ...board,
      cables: board.cables.map((c) => ({
        ...c,
        conductorMm2: { mode: 'locked' as const, value: 16, reason: 'held', who: 'test' },
        segments: c.segments.map((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm: s.lengthMm * 0.6 } : s)),
      })),
    };
    const longer = {
      ...shorter,
      cables: shorter.cables.map((c, i) => ({ ...c, segments: board.cables[i]!.segments })),
    };
    const [near, far] = [shorter, longer].map((b) => deriveBoard(b).sizing.wires);
    near!.forEach((w, i) => {
      if (w.faultA !== null) expect(w.faultA).toBeGreaterThanOrEqual(far![i]!.faultA! * (1 - 1e-9));
      if (w.faultSmallestA !== null)
        expect(w.faultSmallestA).toBeGreaterThanOrEqual(far![i]!.faultSmallestA! * (1 - 1e-9));
    });
  });
});

describe('Kirchhoff and the energy balance', () => {
  const solved = (board: Board) => {
    const circuits: Circuit[] = [];
    const scenarios = solveScenarios(
      board,
      genericCatalogue,
      profileOf(board, defaultWorkshop),
      defaultWorkshop,
      (_, c) => circuits.push(c),
    );
    return scenarios.map((scenario, i) => ({ scenario, circuit: circuits[i]! }));
  };
  it.each(named)('%s: at every node of every scenario, what comes in goes out', (_, board) => {
    for (const { scenario, circuit } of solved(board)) {
      const { netlist } = circuit;
      const net = new Float64Array(netlist.nodeCount);
      const current = currentsOf(scenario);
      for (const b of netlist.branches) {
        net[b.a]! -= current.get(b.key) ?? 0;
        net[b.b]! += current.get(b.key) ?? 0;
      }
      // Ports of sources and loads take the rest; every other node must balance by itself.
      const ports = new Set(
        [
          ...netlist.sources,
          ...netlist.solar,
          ...netlist.consumers,
          ...netlist.charging,
          ...netlist.chargers.flatMap((c) => [c.input, c.output]),
        ].flatMap((p) => [p.plus, p.minus]),
      );
      for (let n = 0; n < net.length; n++)
        if (!ports.has(n)) expect(Math.abs(net[n]!), `${scenario.title}, node ${n}`).toBeLessThan(1e-5);
    }
  });
  it.each(named)('%s: what the bank gives is what wires, sources and loads use', (_, board) => {
    const { scenario, circuit } = solved(board).find((s) => s.scenario.id === 'everything')!;
    const { netlist } = circuit;
    const current = currentsOf(scenario);
    const bank = new Map(scenario.batteries.map((b) => [b.itemId, b.currentA]));
    let givenW = 0;
    let usedW = scenario.flows.reduce((s, f) => s + f.currentA * f.voltageV, 0);
    netlist.sources.forEach((s, i) => {
      const amps = bank.get(s.item.id) ?? 0;
      givenW += emfV(s, 'nominal') * amps;
      usedW += amps * amps * circuit.sourceOhm[i]!;
    });
    netlist.branches.forEach((b, i) => {
      if (circuit.conductanceS[i]! > 0) usedW += (current.get(b.key) ?? 0) ** 2 / circuit.conductanceS[i]!;
    });
    expect(givenW).toBeGreaterThan(10);
    expect(Math.abs(givenW - usedW) / givenW).toBeLessThan(1e-4);
  });
});

const currentsOf = (scenario: ScenarioResult) =>
  new Map([
    ...scenario.wireA.map((w) => [`connection/${w.connectionId}`, w.currentA] as const),
    ...scenario.elementA.map((e) => [e.key, e.currentA] as const),
  ]);
