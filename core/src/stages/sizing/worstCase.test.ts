import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deriveStages } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands } from '../../document/commands.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileOf } from '../../profiles/ownRules.ts';
import { resistiveNetwork } from '../../solvers/resistiveNetwork.ts';
import { COPPER_BARS } from '../../tables/copperBars.ts';
import { demoBoards, deriveBoard, mountainHutBoard, repeaterShelterBoard } from '../../testing/demoBoards.ts';
import { circuitOf } from './electrical.ts';
import { besideOthers, LOST_OHM, withoutSource } from './lostBattery.ts';

const stagesOf = (board: Board) =>
  deriveStages(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

describe('ports by half a solve', () => {
  it('give what whole solves give, on random networks', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 20 }),
        fc.array(fc.tuple(fc.nat(19), fc.nat(19), fc.double({ min: 0.01, max: 100, noNaN: true })), { minLength: 2 }),
        fc.tuple(fc.nat(19), fc.nat(19), fc.nat(19), fc.nat(19)),
        (size, edges, picks) => {
          const chain = Array.from({ length: size - 1 }, (_, i) => ({ a: i, b: i + 1, conductanceS: 1 }));
          const more = edges.map(([a, b, conductanceS]) => ({ a: a % size, b: b % size, conductanceS }));
          const network = resistiveNetwork(size, [...chain, ...more]);
          const [p, q, r, s] = picks.map((n) => n % size) as [number, number, number, number];
          const injection = new Float64Array(size);
          injection[r]! += 1;
          injection[s]! -= 1;
          const v = network.solve(injection);
          const by = network.transferOhm(network.port(p, q), network.port(r, s));
          expect(Math.abs(by - (v[p]! - v[q]!))).toBeLessThan(1e-9);
        },
      ),
    );
  });
});

describe('a battery lost', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: taking it out by one more solve is the network factorised without it',
    (_, board) => {
      const { netlist, potentials, branchOhm } = stagesOf(board);
      const whole = circuitOf(netlist, branchOhm(true));
      const injection = new Float64Array(netlist.nodeCount);
      for (const c of netlist.consumers) {
        injection[c.plus]! -= 3;
        injection[c.minus]! += 3;
      }
      const v = whole.network.solve(injection);
      for (const lost of besideOthers(netlist, potentials)) {
        const left = withoutSource(whole, v, lost)!;
        const anew = circuitOf(netlist, branchOhm(true), true, (s) => (s === netlist.sources[lost] ? LOST_OHM : 1));
        const reference = anew.network.solve(injection);
        for (const b of netlist.branches)
          expect(left[b.a]! - left[b.b]!).toBeCloseTo(reference[b.a]! - reference[b.b]!, 6);
      }
    },
  );
  // Not where they may trip.
  it('sizes leads and fuses of the ones left, up to what they can give', () => {
    const carries = mountainHutBoard();
    const trips = { ...carries, settings: { ...carries.settings, lostBattery: 'trips' as const } };
    const seat = (board: Board) => deriveBoard(board).sizing.seats.find((s) => s.itemId === 'it_F1')!;
    // 115 A wanted, one battery gives 100 A (part sheet).
    expect(seat(carries).designCurrentA).toBeCloseTo(100, 6);
    expect(seat(trips).designCurrentA).toBeLessThan(60);
    expect(seat(carries).ratingA).toBeGreaterThan(seat(trips).ratingA!);
  });
  it('a plain string of batteries has none to lose', () => {
    const { netlist, potentials } = stagesOf(repeaterShelterBoard());
    expect(besideOthers(netlist, potentials)).toEqual([]);
  });
});

describe('banks in series and parallel', () => {
  /** Two strings of two, 24 V: string B with longer leads. */
  const mixed = (leadMm: number) =>
    new BoardBuilder({ systemVoltageV: 24, chemistry: 'agm', profileId: 'fixed-iec' }, [900, 600])
      .item('G1', 'battery-agm-12-200', { location: 'rack' })
      .item('G2', 'battery-agm-12-200', { location: 'rack' })
      .item('G3', 'battery-agm-12-200', { location: 'rack' })
      .item('G4', 'battery-agm-12-200', { location: 'rack' })
      .item('F1', 'holder-classT', { at: [100, 100] })
      .item('X1', 'bar-plus-6x10', { at: [500, 100] })
      .item('X2', 'bar-minus-6x10', { at: [500, 500] })
      .item('T1', 'inverter-24-2000', { at: [750, 300] })
      .wire('G1:plus', 'G2:minus', { runMm: 200 })
      .wire('G3:plus', 'G4:minus', { runMm: 200 })
      .wire('G2:plus', 'X1:s1', { runMm: 400, sheathed: true })
      .wire('G4:plus', 'X1:s2', { runMm: leadMm, sheathed: true })
      .wire('G1:minus', 'X2:s1', { runMm: 400 })
      .wire('G3:minus', 'X2:s2', { runMm: leadMm })
      .wire('X1:s3', 'F1:line')
      .wire('F1:load', 'T1:plus')
      .wire('X2:s3', 'T1:minus').board;
  // A longer lead shifts it.
  it('both of a string carry the same, equal strings share evenly', () => {
    const shares = (leadMm: number) => new Map(deriveBoard(mixed(leadMm)).sizing.bank.map((b) => [b.itemId, b]));
    const even = shares(400);
    for (const b of even.values()) expect(Math.abs(b.dischargeOff)).toBeLessThan(1e-9);
    const uneven = shares(2500);
    expect(uneven.get('it_G3')!.dischargeA).toBeCloseTo(uneven.get('it_G4')!.dischargeA, 6);
    expect(uneven.get('it_G1')!.dischargeOff).toBeCloseTo(-uneven.get('it_G3')!.dischargeOff, 6);
    expect(uneven.get('it_G1')!.dischargeOff).toBeGreaterThan(0.02);
  });
  it('unlike batteries in one bank are told; a fair share goes by capacity', () => {
    const board = mixed(400);
    const smaller: Board = {
      ...board,
      items: board.items.map((i) => (i.id === 'it_G4' ? { ...i, partId: 'battery-agm-12-100' } : i)),
    };
    const found = deriveBoard(smaller).findings.find((f) => f.kind === 'bank-mixed')!;
    expect(found.severity).toBe('warn');
    expect(deriveBoard(board).findings.map((f) => f.kind)).not.toContain('bank-mixed');
    const lithium: Board = {
      ...board,
      items: board.items.map((i) => (i.id === 'it_G4' ? { ...i, partId: 'battery-lifepo4-12-100' } : i)),
    };
    expect(deriveBoard(lithium).findings.find((f) => f.kind === 'bank-mixed')!.severity).toBe('stop');
  });
});

describe('what a conductor is cut from', () => {
  const hut = mountainHutBoard();
  /** The wire from isolator to bar, formed of flat copper. */
  const linkId = hut.cables.find((c) => c.cores[0]!.connectionId === 'cn_5')!.id;
  const formed: Board = {
    ...hut,
    cables: hut.cables.map((c) => (c.id === linkId ? { ...c, material: 'flatCopper' } : c)),
  };
  // Fits both studs.
  it('a formed link is the smallest bar of DIN 43671 that carries it', () => {
    const { sizing, cables, findings, parts } = deriveBoard(formed);
    const sized = sizing.cables.find((c) => c.cableId === linkId)!;
    const made = cables.find((c) => c.cableId === linkId)!;
    const bar = COPPER_BARS.find(([w, t]) => w * t === sized.conductor.value)!;
    // The table is for 35 °C; the boot room is at 25 °C.
    expect(bar[2] * Math.sqrt((65 - 25) / (65 - 35))).toBeCloseTo(sized.ampacityA, 6);
    expect(sized.ampacityA).toBeGreaterThanOrEqual(sized.requiredA - 1e-9);
    expect(made.flat).toBe(true);
    expect(made.cores[0]!.from.lugName).toMatch(/drilled for M/);
    // Hole to hole plus half a width beyond each.
    expect(made.cutMm).toBeCloseTo(made.lengthMm + bar[0], 6);
    expect(parts.find((p) => p.name.startsWith('Flat copper'))!.quantity).toBeGreaterThan(0);
    expect(findings.map((f) => f.kind)).not.toContain('lug-does-not-fit');
    // Solid copper, 1/58 Ω·mm²/m (IEC 60028), between the boot room and 65 °C as the square of its load has it.
    const wire = sizing.wires.find((w) => w.connectionId === 'cn_5')!;
    const barC = 25 + (65 - 25) * (sized.designCurrentA / sized.ampacityA) ** 2;
    const ohm = (made.lengthMm / 1000 / (58 * sized.conductor.value)) * (1 + 0.00393 * (barC - 20));
    expect(wire.resistanceOhm).toBeCloseTo(ohm, 9);
    expect(made.lengthMm).toBeLessThan(deriveBoard(hut).cables.find((c) => c.cableId === linkId)!.lengthMm);
  });
  it('a link too long to be formed by hand offers to be a cable', () => {
    const long = hut.cables.find((c) => c.cores[0]!.connectionId === 'cn_11')!;
    const board: Board = { ...hut, cables: hut.cables.map((c) => (c === long ? { ...c, material: 'flatCopper' } : c)) };
    const found = deriveBoard(board).findings.find((f) => f.kind === 'link-too-long')!;
    const mended = applyCommands(board, found.fixes[0]!.commands).board;
    expect(deriveBoard(mended).findings.map((f) => f.kind)).not.toContain('link-too-long');
  });
  it('flat copper to a clamp is a stop', () => {
    const clamped = hut.cables.find((c) =>
      hut.connections.some((x) => x.id === c.cores[0]!.connectionId && x.to.itemId === 'it_E1'),
    )!;
    const board: Board = {
      ...hut,
      cables: hut.cables.map((c) => (c === clamped ? { ...c, material: 'flatCopper' } : c)),
    };
    const found = deriveBoard(board);
    expect(found.findings.map((f) => f.kind)).toContain('no-size-fits');
    expect(found.sizing.cables.find((c) => c.cableId === clamped.id)!.conductor.rejected.at(-1)!.why).toMatch(
      /no stud|w1 leaves 11 mm/,
    );
  });
  // And never below what is needed.
  it('sizes a workshop keeps go before those it does not', () => {
    const kept = { ...defaultWorkshop, preferredAreasMm2: [2.5, 6, 16, 50] };
    const { sizing } = deriveStages(hut, genericCatalogue, profileOf(hut, kept), kept);
    let skipped = 0;
    for (const { conductor, ampacityA, designCurrentA } of sizing.cables) {
      expect(ampacityA).toBeGreaterThanOrEqual(designCurrentA - 1e-6);
      const passed = conductor.rejected.filter((r) => r.why.includes('the workshop does not keep it'));
      for (const { value, why } of passed) {
        expect(kept.preferredAreasMm2).not.toContain(value);
        expect(why).toMatch(/; (2\.5|6|16|50) mm² is kept$/);
        if (value < conductor.value) skipped++;
      }
      // A size it does not keep is taken only where no kept one fits above it.
      if (!kept.preferredAreasMm2.includes(conductor.value))
        expect(passed.every((r) => r.value < conductor.value)).toBe(true);
    }
    expect(skipped).toBeGreaterThan(5);
  });
});

describe('what starts', () => {
  it('a fuse that may be gone before a start is over is told; a soft start is not', () => {
    const hut = mountainHutBoard();
    const surgeOf = (board: Board) => deriveBoard(board).findings.filter((f) => f.kind === 'fuse-opens-on-surge');
    const found = surgeOf(hut);
    expect(found.length).toBeGreaterThan(0);
    const soft: Board = {
      ...hut,
      items: hut.items.map((i) => (i.load ? { ...i, load: { ...i.load, softStart: true } } : i)),
    };
    expect(surgeOf(soft)).toEqual([]);
  });
});

describe('a solar string', () => {
  /** Two 400 W modules in series: 99 V open at 25 °C, more in the cold. */
  const string = (isolatorId: string, [a, b, c, d]: [string, string, string, string]) =>
    new BoardBuilder({ systemVoltageV: 24, chemistry: 'lifepo4', profileId: 'fixed-iec' }, [900, 600])
      .item('G1', 'battery-lifepo4-24-100', { location: 'shelf' })
      .item('F1', 'holder-classT', { at: [100, 100] })
      .item('T1', 'mppt-150-35', { at: [400, 300] })
      .item('G2', 'solar-400', { location: 'roof' })
      .item('G3', 'solar-400', { location: 'roof' })
      .item('Q1', isolatorId, { at: [700, 300] })
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'T1:outPlus')
      .wire('G1:minus', 'T1:outMinus', { runMm: 500 })
      .wire('G2:minus', 'G3:plus', { runMm: 300 })
      .wire('G2:plus', `Q1:${a}`, { runMm: 4000 })
      .wire(`Q1:${b}`, 'T1:inPlus')
      .wire('G3:minus', c ? `Q1:${c}` : 'T1:inMinus', { runMm: 4000 })
      .wire(d ? `Q1:${d}` : 'G3:minus', 'T1:inMinus', { runMm: 4000 }).board;
  it('is parted only by what is made for its voltage on the coldest day', () => {
    const battery = deriveBoard(string('isolator-100', ['line', 'load', '', '']));
    const found = battery.findings.find((f) => f.kind === 'isolator-below-string')!;
    expect(found.severity).toBe('stop');
    expect(found.says).toMatch(/-Q1 is made for 48 V, the string it parts reaches 1\d\d V in the cold/);
    const solar = deriveBoard(string('isolator-solar-32', ['plusLine', 'plusLoad', 'minusLine', 'minusLoad']));
    expect(solar.findings.map((f) => f.kind)).not.toContain('isolator-below-string');
    expect(solar.findings.map((f) => f.kind)).not.toContain('string-too-high');
  });
});

describe('spares', () => {
  it('one link beside each kind used, none for breakers, as many as the workshop says', () => {
    const hut = mountainHutBoard();
    const fuses = (spareLinks: number) => {
      const workshop = { ...defaultWorkshop, spareLinks };
      return deriveStages(hut, genericCatalogue, profileOf(hut, workshop), workshop).partLines.filter(
        (l) => l.group === 'fuse',
      );
    };
    const [none, two] = [fuses(0), fuses(2)];
    expect(two.map((l) => l.partId)).toEqual(none.map((l) => l.partId));
    for (const [i, line] of two.entries()) expect(line.quantity).toBe(none[i]!.quantity + 2);
    expect(two[0]!.usedBy).toContain('spare');
  });
});

describe('room on the bars', () => {
  it('a full bar is told where the order asks for growth, and only there', () => {
    const hut = mountainHutBoard();
    const told = (growthShare: number) =>
      deriveBoard({ ...hut, brief: { ...hut.brief, growthShare } }).findings.filter(
        (f) => f.kind === 'bar-without-reserve',
      );
    expect(told(0)).toEqual([]);
    // Bars for 250 A: a tenth more they bear, three times they do not.
    expect(told(0.1)).toEqual([]);
    expect(told(2).map((f) => f.where.label)).toEqual(['-X1', '-X2']);
    const spare = hut.items.find((i) => i.id === 'it_X1')!;
    const full: Board = {
      ...hut,
      connections: [
        ...hut.connections,
        ...['s4'].map((s) => ({
          id: `cn_${s}`,
          from: { itemId: spare.id, terminalId: s },
          to: { itemId: 'it_E9', terminalId: 'acL' },
        })),
      ],
    };
    const found = deriveBoard({ ...full, brief: { ...full.brief, growthShare: 0.5 } }).findings;
    expect(found.find((f) => f.kind === 'bar-without-reserve')!.says).toContain('-X1 has no stud left');
  });
});
