import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ngspice } from '../../testing/ngspice.ts';
import { deriveStages } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { PROFILES, profileById } from '../profiles/profiles.ts';
import { collapseAt, solveConstantPower } from '../solvers/constantPower.ts';
import { emfV } from '../stages/netlist/potentials.ts';
import { type Circuit, operatingPoint } from '../stages/sizing/electrical.ts';
import { demoBoards, deriveBoard, mountainHutBoard, wiredCart } from '../testing/demoBoards.ts';
import { type Scenario, solveScenarios } from './scenarios.ts';

const scenariosOf = (board: Board) =>
  solveScenarios(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
const _stagesOf = (board: Board) =>
  deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);

/** Twelve boards: the demos at their own and at three other sets of run lengths. */
const twelve = demoBoards().flatMap((board) =>
  [1, 0.4, 2.2, 5].map((stretch) => ({
    name: `${board.brief.jobName}, runs × ${stretch}`,
    board: {
      ...board,
      cables: board.cables.map((c) => ({
        ...c,
        segments: c.segments.map((s) =>
          s.kind === 'measuredRun' ? { ...s, lengthMm: Math.round(s.lengthMm * stretch) } : s,
        ),
      })),
    },
  })),
);

describe('constant-power loads by Newton', () => {
  it('one load is the root of V² − E·V + P·R = 0 (closed form)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 60, noNaN: true }),
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (e, r, share) => {
          const power = (share * e * e) / (4 * r);
          const { voltageV, converged } = solveConstantPower({ openV: [e], ohm: [[r]] }, [power]);
          expect(converged).toBe(true);
          expect(voltageV[0]!).toBeCloseTo((e + Math.sqrt(e * e - 4 * power * r)) / 2, 6);
        },
      ),
      { seed: 2, numRuns: 100 },
    );
  });
  // Textbook.
  it('a load of more than E²/4R has no solution, and the line gives way at E/2R', () => {
    const network = { openV: [24], ohm: [[0.05]] };
    expect(solveConstantPower(network, [4000]).converged).toBe(false);
    const { share, currentA } = collapseAt(network, [4000]);
    expect(share * 4000).toBeCloseTo((24 * 24) / (4 * 0.05), 0);
    expect(Math.abs(currentA[0]! - 24 / 0.1)).toBeLessThan(1);
  });
});

/** A scenario as a deck: constant powers as sources that take P/V, constant currents as they are. */
function scenarioDeck(scenario: Scenario, circuit: Circuit, base: number, startV: readonly number[]): string {
  const name = (n: number) => (n === base ? '0' : `n${n}`);
  const lines = ['* an operating point'];
  circuit.netlist.branches.forEach((b, i) => {
    if (circuit.conductanceS[i]! > 0)
      lines.push(`R${i} ${name(b.a)} ${name(b.b)} ${(1 / circuit.conductanceS[i]!).toPrecision(14)}`);
  });
  circuit.netlist.sources.forEach((s, i) => {
    lines.push(
      `VE${i} e${i} ${name(s.minus)} DC ${emfV(s, scenario.state)}`,
      `RE${i} e${i} ${name(s.plus)} ${circuit.sourceOhm[i]!.toPrecision(14)}`,
    );
  });
  scenario.flows.forEach(({ flow, factor }, i) => {
    const [plus, minus] = [name(flow.sink.plus), name(flow.sink.minus)];
    const { operating: o } = flow;
    if (o.kind === 'power') lines.push(`B${i} ${plus} ${minus} I=${o.powerW * factor}/max(v(${plus},${minus}),5)`);
    else if (o.kind === 'resistance') lines.push(`RL${i} ${plus} ${minus} ${o.ohm}`);
    else {
      const [from, to] = flow.way === 'charge' ? [minus, plus] : [plus, minus];
      lines.push(`I${i} ${from} ${to} DC ${o.currentA * factor}`);
      flow.modules.forEach((m, k) => {
        lines.push(`IM${i}x${k} ${name(m.minus)} ${name(m.plus)} DC ${o.currentA * factor}`);
      });
    }
  });
  for (let n = 0; n < circuit.netlist.nodeCount; n++) if (n !== base) lines.push(`RG${n} ${name(n)} 0 1e9`);
  // Another system floats: one point of it is held, through which nothing can flow.
  const { islandOf } = circuit.network;
  const held = new Set([islandOf[base]!]);
  circuit.netlist.sources.forEach((s, i) => {
    if (held.has(islandOf[s.minus]!)) return;
    held.add(islandOf[s.minus]!);
    lines.push(`RH${i} ${name(s.minus)} 0 1`);
  });
  // Where the search for constant powers starts: the voltages without load, and near a collapse what we found, shared
  // between the poles. Wherever it starts, it has to end on its own equations.
  const idle = Float64Array.from(operatingPoint(circuit, [], scenario.state).nodeV);
  scenario.flows.forEach(({ flow }, i) => {
    const lost = idle[flow.sink.plus]! - idle[flow.sink.minus]! - startV[i]!;
    if (flow.operating.kind !== 'power' || !(lost > 0)) return;
    idle[flow.sink.plus]! -= lost / 2;
    idle[flow.sink.minus]! += lost / 2;
  });
  const starts = Array.from(idle, (v, n) => (n === base ? '' : `V(${name(n)})=${(v - idle[base]!).toFixed(3)}`));
  lines.push(`.nodeset ${starts.join(' ')}`);
  lines.push('.options reltol=1e-9 abstol=1e-12 vntol=1e-9 itl1=500', '.op', '.end');
  return `${lines.join('\n')}\n`;
}

describe('scenarios against ngspice', () => {
  it.each(twelve)('$name: every load’s voltage in every scenario within 0.1 %', ({ board }) => {
    const solved: { scenario: Scenario; circuit: Circuit }[] = [];
    const profile = profileById(board.brief.profileId);
    const results = solveScenarios(board, genericCatalogue, profile, defaultWorkshop, (scenario, circuit) =>
      solved.push({ scenario, circuit }),
    );
    const { netlist } = solved[0]!.circuit;
    const base = netlist.sources.find((s) => s.element.kind === 'battery')!.minus;
    let compared = 0;
    for (const [k, result] of results.entries()) {
      if (result.collapsed.length > 0) continue;
      const { scenario, circuit } = solved[k]!;
      const startV = result.flows.map((f) => f.voltageV);
      const theirs = ngspice(scenarioDeck(scenario, circuit, base, startV));
      const at = (n: number) => (n === base ? 0 : theirs[`n${n}`]!);
      for (const [i, { flow }] of scenario.flows.entries()) {
        const volts = at(flow.sink.plus) - at(flow.sink.minus);
        expect(Math.abs(result.flows[i]!.voltageV - volts) / volts, `${result.title} ${flow.key}`).toBeLessThan(0.001);
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(10);
  });
});

describe('scenarios', () => {
  const hut = mountainHutBoard();
  const by = (board: Board) => new Map(scenariosOf(board).map((s) => [s.id, s]));
  // But for the lost battery and the surge.
  it('every scenario stays within what sizing counted on', () => {
    const { sizing } = deriveBoard(hut);
    for (const scenario of scenariosOf(hut).filter((s) => s.id !== 'lost' && s.id !== 'surge'))
      for (const w of scenario.wireA) {
        const designed = sizing.wires.find((x) => x.connectionId === w.connectionId)!.designCurrentA;
        expect(Math.abs(w.currentA), `${scenario.title} ${w.connectionId}`).toBeLessThanOrEqual(designed * 1.02 + 0.05);
      }
  });
  it('currents balance at the bank: loads, losses and batteries agree', () => {
    for (const s of scenariosOf(hut)) {
      const bank = s.batteries.reduce((sum, b) => sum + b.currentA, 0);
      const shunt = s.elementA.find((e) => e.key === 'item/it_R1/r')!.currentA;
      expect(Math.abs(bank)).toBeCloseTo(Math.abs(shunt), 6);
    }
  });
  it('a lost battery leaves all to the other', () => {
    const lost = by(hut).get('lost')!;
    const [one, two] = lost.batteries.map((b) => b.currentA);
    expect(Math.min(Math.abs(one!), Math.abs(two!))).toBeLessThan(0.01);
    expect(lost.flows.length).toBe(by(hut).get('everything')!.flows.length);
  });
  it('a load no line can feed is named with the current at which it gives way', () => {
    const cart = wiredCart();
    const greedy = {
      ...cart,
      items: cart.items.map((i) =>
        i.id === 'it_E2' ? { ...i, load: { ...i.load!, rating: { kind: 'watts' as const, powerW: 9000 } } } : i,
      ),
    };
    const [collapsed] = by(greedy).get('everything')!.collapsed;
    expect(collapsed!.itemId).toBe('it_E2');
    expect(collapsed!.currentA).toBeGreaterThan(20);
    expect(Number.isFinite(collapsed!.currentA)).toBe(true);
  });
});

describe('bank sharing', () => {
  /** Two batteries in parallel by links, taken off at the same end or diagonally. */
  const bankOf = (takeOff: 'same' | 'diagonal'): Board => {
    const b = new BoardBuilder({ systemVoltageV: 12, chemistry: 'agm', profileId: 'craft-iso' }, [600, 400]);
    b.item('G1', 'battery-agm-12-100', { location: 'tray' })
      .item('G2', 'battery-agm-12-100', { location: 'tray' })
      .item('F1', 'holder-classT', { at: [100, 80] })
      .item('X1', 'bar-plus-6x8', { at: [320, 80] })
      .item('X2', 'bar-minus-6x8', { at: [320, 300] })
      .item('T1', 'inverter-12-800', { location: 'shelf' })
      .wire('G1:plus', 'G2:plus', { runMm: 400, sheathed: true })
      .wire('G1:minus', 'G2:minus', { runMm: 400, sheathed: true })
      .wire('G1:plus', 'F1:line', { runMm: 200, sheathed: true })
      .wire('F1:load', 'X1:s1')
      .wire(takeOff === 'same' ? 'G1:minus' : 'G2:minus', 'X2:s1', { runMm: 200 })
      .wire('X1:s3', 'T1:plus', { runMm: 500 })
      .wire('X2:s3', 'T1:minus', { runMm: 500 });
    return b.board;
  };
  // Kirchhoff.
  it('the same end works the near battery harder, the diagonal shares evenly', () => {
    const off = (board: Board) => deriveBoard(board).sizing.bank.map((x) => x.dischargeOff);
    const same = off(bankOf('same'));
    expect(same[0]!).toBeGreaterThan(0.01);
    expect(same[0]! + same[1]!).toBeCloseTo(0, 9);
    const diagonal = off(bankOf('diagonal'));
    expect(Math.abs(diagonal[0]!)).toBeLessThan(1e-9);
  });
});

describe('findings of the circuit engine', () => {
  const rules = (board: Board) => deriveBoard(board).findings.map((f) => f.kind);
  const withPart = (board: Board, itemId: Id, partId: Id): Board => ({
    ...board,
    items: board.items.map((i) => (i.id === itemId ? { ...i, partId, inserts: [] } : i)),
  });
  const material = (board: Board, cableId: Id, value: 'cca' | 'unknown'): Board => ({
    ...board,
    cables: board.cables.map((c) => (c.id === cableId ? { ...c, material: value } : c)),
  });
  it('a polarised breaker the wrong way round is a stop, and its fix turns it', () => {
    const board = withPart(mountainHutBoard(), 'it_F7', 'breaker-hydraulic-100');
    expect(rules(board)).not.toContain('breaker-reversed');
    const turned: Board = {
      ...board,
      connections: board.connections.map((c) => ({
        ...c,
        ...Object.fromEntries(
          (['from', 'to'] as const)
            .filter((e) => c[e].itemId === 'it_F7')
            .map((e) => [e, { itemId: 'it_F7', terminalId: c[e].terminalId === 'line' ? 'load' : 'line' }]),
        ),
      })),
    };
    const found = deriveBoard(turned).findings.find((f) => f.kind === 'breaker-reversed')!;
    expect(found.severity).toBe('stop');
    expect(rules(applyCommands(turned, found.fixes[0]!.commands).board)).not.toContain('breaker-reversed');
  });
  // Worked: 148.5 × 1.1.
  it('three 49.5 V modules in series pass 150 V in the cold; two do not', () => {
    expect(rules(demoBoards()[2]!)).not.toContain('string-too-high');
    const board = demoBoards()[2]!;
    const module = board.items.find((i) => i.id === 'it_G6')!;
    const three: Board = {
      ...board,
      items: [...board.items, { ...module, id: 'it_G7', designation: '-G7' }],
      connections: board.connections
        .map((c) =>
          c.from.itemId === 'it_G6' && c.from.terminalId === 'minus'
            ? { ...c, from: { itemId: 'it_G7', terminalId: 'minus' } }
            : c,
        )
        .concat({
          id: 'cn_x',
          from: { itemId: 'it_G6', terminalId: 'minus' },
          to: { itemId: 'it_G7', terminalId: 'plus' },
        }),
    };
    expect(rules(three)).toContain('string-too-high');
  });
  // Behind a DC-DC charger it is not.
  it('a lithium bank joined to an alternator by a relay is a stop', () => {
    expect(rules(mountainHutBoard())).not.toContain('lithium-on-alternator');
    const b = new BoardBuilder({ systemVoltageV: 12, chemistry: 'lifepo4', profileId: 'craft-iso' }, [600, 400]);
    b.item('G1', 'battery-lifepo4-12-100', { location: 'tray' })
      .item('G2', 'feed-12', { location: 'engine' }, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
      .item('K1', 'relay-vsr-120', { at: [200, 200] })
      .wire('G2:plus', 'K1:line', { runMm: 200, sheathed: true })
      .wire('K1:load', 'G1:plus', { runMm: 200, sheathed: true })
      .wire('G2:minus', 'G1:minus', { runMm: 900 });
    expect(rules(b.board)).toContain('lithium-on-alternator');
  });
  // Unknown cable cannot be confirmed.
  it('copper-clad aluminium is sized thicker than copper for the same load', () => {
    const hut = mountainHutBoard();
    const area = (board: Board) => deriveBoard(board).sizing.cables.find((c) => c.cableId === 'cb_30')!;
    expect(
      area(material(hut, 'cb_30', 'cca')).ampacityA / area(material(hut, 'cb_30', 'cca')).conductor.value,
    ).toBeLessThan(area(hut).ampacityA / area(hut).conductor.value);
    expect(area(material(hut, 'cb_30', 'cca')).conductor.value).toBeGreaterThanOrEqual(area(hut).conductor.value);
    expect(rules(material(hut, 'cb_30', 'unknown'))).toContain('conductor-unknown');
  });
  it('a locked conductor that its fuse’s let-through would burn is a stop', () => {
    const hut = mountainHutBoard();
    const thin: Board = {
      ...hut,
      cables: hut.cables.map((c) =>
        c.id === 'cb_9' ? { ...c, conductorMm2: { mode: 'locked', value: 1.5, reason: 'test', who: 'test' } } : c,
      ),
    };
    expect(rules(thin)).toContain('fault-withstand');
    expect(rules(hut)).not.toContain('fault-withstand');
  });
  it.each(PROFILES.map((p) => [p.name, p] as const))(
    '%s: the hut sizes to an end, every conductor survives its fuse',
    (_, profile) => {
      const hut = mountainHutBoard();
      const { sizing } = deriveBoard({ ...hut, brief: { ...hut.brief, profileId: profile.id } });
      expect(sizing.settled).toBe(true);
      for (const c of sizing.cables) expect(c.ampacityA).toBeGreaterThanOrEqual(c.designCurrentA - 1e-6);
      for (const w of sizing.wires)
        if (w.clearing?.passedA2s != null)
          expect(w.clearing.passedA2s).toBeLessThanOrEqual(w.clearing.withstandA2s * (1 + 1e-9));
      for (const rule of [profile.bundle, profile.drop, profile.unfused, profile.minAreaMm2])
        expect(rule.source).not.toBe('');
    },
  );
});
