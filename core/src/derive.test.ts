import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ngspice } from '../testing/ngspice.ts';
import { Deriving, derive, deriveStages } from './derive.ts';
import { genericCatalogue } from './devices/genericCatalogue.ts';
import type { Board } from './document/board.ts';
import { applyCommands, type Command } from './document/commands.ts';
import { duplicateCable } from './document/connection/connect.ts';
import { placeItem } from './document/item/items.ts';
import { defaultWorkshop } from './document/workshop/workshop.ts';
import { explain, traceAll } from './explain.ts';
import { spiceDeck } from './export/spice.ts';
import { profileById } from './profiles/profiles.ts';
import { circuitOf, operatingPoint } from './stages/sizing/electrical.ts';
import { demoBoards, deriveBoard, mountainHutBoard, wiredCart } from './testing/demoBoards.ts';

const full = Boolean(process.env.OMBRIK_FULL);

/** A board changed at random: loads, lengths, ambient. For sweeps; the seed names the case. */
function varied(board: Board, seed: number): Board {
  let state = seed * 2654435761;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return {
    ...board,
    items: board.items.map((i) =>
      i.load
        ? {
            ...i,
            load: {
              ...i.load,
              rating:
                next() < 0.6
                  ? { kind: 'watts', powerW: 5 + next() * 90 }
                  : { kind: 'amps', currentA: 0.2 + next() * 4 },
            },
          }
        : i,
    ),
    cables: board.cables.map((c) => ({
      ...c,
      segments: c.segments.map((s) =>
        s.kind === 'measuredRun' ? { ...s, lengthMm: Math.round(200 + next() * 9000) } : s,
      ),
    })),
  };
}

describe('node voltages against ngspice', () => {
  const cases = demoBoards().flatMap((board) =>
    Array.from({ length: full ? 40 : 4 }, (_, n) => ({
      name: board.brief.jobName,
      n,
      board: n === 0 ? board : varied(board, n),
    })),
  );
  it.each(cases)('$name, variation $n: within 0.1 %', ({ board }) => {
    const deck = spiceDeck(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
    const reference = ngspice(deck.text);
    const names = Object.keys(deck.nodeV);
    expect(names.length).toBeGreaterThan(20);
    for (const name of names) {
      const [ours, theirs] = [deck.nodeV[name]!, reference[name]!];
      expect(Math.abs(ours - theirs), `${name}: ${ours} against ${theirs}`).toBeLessThan(
        Math.max(0.001 * Math.abs(theirs), 1e-4),
      );
    }
  });
});

describe('the solved network', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: Kirchhoff at every node, and energy in equals energy out',
    (_, board) => {
      const stages = deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
      const flows = stages.demand.flows.filter((f) => f.way === 'discharge');
      const circuit = circuitOf(stages.netlist, stages.branchOhm(true));
      const point = operatingPoint(circuit, flows, 'nominal');
      const net = new Float64Array(stages.netlist.nodeCount);
      stages.netlist.branches.forEach((b, i) => {
        net[b.a]! -= point.branchA[i]!;
        net[b.b]! += point.branchA[i]!;
      });
      flows.forEach((f, i) => {
        net[f.sink.plus]! -= point.flowA[i]!;
        net[f.sink.minus]! += point.flowA[i]!;
      });
      const sources = new Set(stages.netlist.sources.flatMap((s) => [s.plus, s.minus]));
      net.forEach((sum, node) => {
        if (!sources.has(node)) expect(Math.abs(sum)).toBeLessThan(1e-6);
      });
      const used = flows.reduce(
        (s, f, i) => s + point.flowA[i]! * (point.nodeV[f.sink.plus]! - point.nodeV[f.sink.minus]!),
        0,
      );
      const lost = stages.netlist.branches.reduce(
        (s, b, i) => s + point.branchA[i]! * (point.nodeV[b.a]! - point.nodeV[b.b]!),
        0,
      );
      const given = stages.netlist.sources.reduce(
        (s, source) => s + net[source.plus]! * -1 * (point.nodeV[source.plus]! - point.nodeV[source.minus]!),
        0,
      );
      expect(used + lost).toBeCloseTo(given, 4);
    },
  );
});

describe('sizing', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: every conductor carries its current and its fuse',
    (_, board) => {
      const { sizing } = deriveBoard(board);
      expect(sizing.settled).toBe(true);
      for (const c of sizing.cables) expect(c.ampacityA).toBeGreaterThanOrEqual(c.requiredA - 1e-6);
      for (const s of sizing.seats)
        if (!s.spare) expect(s.ratingA!).toBeGreaterThanOrEqual(1.25 * s.designCurrentA - 1e-6);
      for (const d of sizing.drops) expect(d.share).toBeLessThanOrEqual(d.limitShare + 1e-9);
    },
  );
  it('each of two batteries in parallel is guarded by its own fuse, the trunk by both', () => {
    const hut = mountainHutBoard();
    const own = deriveBoard(hut).sizing.wires.find((w) => w.connectionId === 'cn_5')!;
    expect(own.guardKeys).toEqual(['item/it_F8/seat']);
    // The same without its main fuse.
    const main = hut.connections.find((c) => c.from.itemId === 'it_F8')!;
    const without: Board = {
      ...hut,
      connections: hut.connections
        .filter((c) => c !== main)
        .map((c) => (c.to.itemId === 'it_F8' ? { ...c, to: main.to } : c)),
      cables: hut.cables.filter((c) => c.cores[0]!.connectionId !== main.id),
    };
    const { sizing } = deriveBoard(without);
    const guards = (id: string) => sizing.wires.find((w) => w.connectionId === id)!.guardKeys;
    expect(guards('cn_1')).toEqual(['item/it_F1/seat']);
    expect(guards('cn_2')).toEqual(['item/it_F2/seat']);
    expect(guards('cn_5')).toEqual(['item/it_F1/seat', 'item/it_F2/seat']);
    expect(guards('cn_26')).toEqual(['item/it_F10/f1']);
  });
  it('a thicker locked conductor never drops more (property)', () => {
    const board = wiredCart();
    const dropOf = (mm2: number) => {
      const locked = {
        ...board,
        cables: board.cables.map((c) =>
          c.id === 'cb_13'
            ? { ...c, conductorMm2: { mode: 'locked' as const, value: mm2, reason: 'test', who: 'test' } }
            : c,
        ),
      };
      return (
        deriveBoard(locked).sizing.wires.find(
          (w) => w.connectionId === board.cables.find((c) => c.id === 'cb_13')?.cores[0]?.connectionId,
        )?.dropV ?? 0
      );
    };
    const own = board.cables.find((c) => c.segments.some((s) => s.kind === 'measuredRun'))!;
    expect(own).toBeDefined();
    const sizes = [1, 1.5, 2.5, 4, 6];
    sizes.slice(1).forEach((s, i) => {
      expect(dropOf(s)).toBeLessThanOrEqual(dropOf(sizes[i]!) + 1e-12);
    });
  });
  it('a doubled lead shares the current evenly (Kirchhoff)', () => {
    const board = mountainHutBoard();
    const trunk = board.cables.find((c) => c.id === 'cb_9')!;
    const doubled = applyCommands(board, duplicateCable(board, trunk)).board;
    const copy = doubled.cables.at(-1)!;
    expect(copy.designation).toBe(`W${board.cables.length + 1}`);
    const currentOf = (b: Board, connectionId: string) =>
      deriveBoard(b).sizing.wires.find((w) => w.connectionId === connectionId)!.designCurrentA;
    const whole = currentOf(board, 'cn_9');
    const [one, two] = [currentOf(doubled, 'cn_9'), currentOf(doubled, copy.cores[0]!.connectionId)];
    expect(one + two).toBeCloseTo(whole, 6);
    expect(one).toBeCloseTo(two, 6);
  });
  it('40 A continuous gets a 50 A fuse, 1.2 A gets 2 A (common practice, no source)', () => {
    const cart = wiredCart();
    const withAmps = (currentA: number) => ({
      ...cart,
      items: cart.items.map((i) =>
        i.id === 'it_E1' ? { ...i, load: { ...i.load!, rating: { kind: 'amps' as const, currentA } } } : i,
      ),
    });
    const rating = (b: Board) => deriveBoard(b).sizing.seats.find((s) => s.seatId === 'f1')!.ratingA;
    expect(rating(withAmps(1.2))).toBe(2);
    expect(rating(withAmps(8))).toBe(10);
  });
  it('shows both feeder schools and follows the chosen one', () => {
    const board = mountainHutBoard();
    const seat = (b: Board) => deriveBoard(b).sizing.seats.find((s) => s.itemId === 'it_F7')!;
    expect(seat(board).fusesSchoolA).toBeCloseTo(25.5, 6);
    expect(seat(board).minimumA).toBeCloseTo(seat(board).loadsSchoolA, 9);
    const other = { ...board, settings: { ...board.settings, feederSchool: 'summedFuses' as const } };
    expect(seat(other).minimumA).toBeCloseTo(25.5, 6);
  });
});

describe('incremental equals full', () => {
  it('after any run of edits', () => {
    const start = mountainHutBoard();
    const profile = profileById(start.brief.profileId);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(12), fc.nat(60), fc.integer({ min: 20, max: 700 })), { minLength: 1, maxLength: 6 }),
        (edits) => {
          const deriving = new Deriving();
          let board = start;
          derive(board, genericCatalogue, profile, defaultWorkshop, deriving);
          for (const [kind, pick, n] of edits) {
            const item = board.items[pick % board.items.length]!;
            const cable = board.cables[pick % board.cables.length]!;
            const edit: Command[] = [
              () =>
                placeItem(board, item.id, {
                  kind: 'panel',
                  panelId: 'pn_main',
                  face: 'front',
                  xMm: n,
                  yMm: n / 2,
                  rotationDeg: 90,
                }),
              (): Command[] => [
                { kind: 'set', collection: 'items', id: item.id, field: 'designation', value: `-N${n}` },
              ],
              (): Command[] =>
                item.load
                  ? [
                      {
                        kind: 'set',
                        collection: 'items',
                        id: item.id,
                        field: 'load',
                        value: { ...item.load, rating: { kind: 'watts', powerW: n } },
                      },
                    ]
                  : [],
              (): Command[] => [
                {
                  kind: 'set',
                  collection: 'cables',
                  id: cable.id,
                  field: 'conductorMm2',
                  value: n % 2 ? { mode: 'auto' } : { mode: 'locked', value: 10, reason: 'r', who: 'w' },
                },
              ],
              (): Command[] => [{ kind: 'setBrief', field: 'ambientC', value: n / 20 }],
              (): Command[] => [{ kind: 'remove', collection: 'cables', id: cable.id }],
              (): Command[] => [{ kind: 'setSetting', field: 'endSlackMm', value: n % 60 }],
              (): Command[] => [{ kind: 'set', collection: 'items', id: item.id, field: 'name', value: `Part ${n}` }],
              (): Command[] => {
                const load = item.load && { ...item.load, essential: n % 2 === 0 };
                const usage = { kind: 'perDay' as const, hoursPerDay: n % 24 };
                return load
                  ? [{ kind: 'set', collection: 'items', id: item.id, field: 'load', value: { ...load, usage } }]
                  : [];
              },
              (): Command[] => [{ kind: 'setBrief', field: 'notes', value: `said ${n}` }],
              (): Command[] => [{ kind: 'setBrief', field: 'growthShare', value: (n % 9) / 3 }],
              (): Command[] => [{ kind: 'setSetting', field: 'lostBattery', value: n % 2 === 0 ? 'trips' : 'carries' }],
              (): Command[] => [
                {
                  kind: 'set',
                  collection: 'cables',
                  id: cable.id,
                  field: 'material',
                  value: n % 2 ? 'cca' : 'flatCopper',
                },
              ],
            ][kind]!();
            board = applyCommands(board, edit).board;
            const incremental = derive(board, genericCatalogue, profile, defaultWorkshop, deriving);
            expect(incremental).toEqual(derive(board, genericCatalogue, profile, defaultWorkshop));
          }
        },
      ),
      { seed: 2, numRuns: full ? 200 : 30 },
    );
  });
});

describe('figures explain themselves', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: every traced value is the dossier’s, every origin leads on',
    (_, board) => {
      const entries = traceAll(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
      const dossier = deriveBoard(board);
      for (const cable of dossier.cables) {
        expect(entries.get(`cable/${cable.cableId}/lengthMm`)!.value).toBe(cable.lengthMm);
        expect(entries.get(`cable/${cable.cableId}/cutMm`)!.value).toBe(cable.cutMm);
      }
      for (const c of dossier.sizing.cables)
        expect(entries.get(`cable/${c.cableId}/ampacityA/${c.conductor.value}`)!.value).toBe(c.ampacityA);
      for (const w of dossier.sizing.wires) {
        expect(entries.get(`connection/${w.connectionId}/dropV`)!.value).toBe(w.dropV);
        expect(entries.get(`connection/${w.connectionId}/designCurrentA`)!.value).toBeCloseTo(w.designCurrentA, 9);
      }
      for (const d of dossier.sizing.drops) expect(entries.get(`flow/${d.key}/dropShare`)!.value).toBe(d.share);
      const tree = explain(entries, `cable/${dossier.cables[0]!.cableId}/conductorMm2`)!;
      expect(tree.inputs.find((i) => i.name === 'ampacityA')?.from?.source).toContain('table of the rule profile');
    },
  );
  it('an address that names nothing has no explanation', () => {
    expect(explain(new Map(), 'nothing/here')).toBeNull();
  });
});
