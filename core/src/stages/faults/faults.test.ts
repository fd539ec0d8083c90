import { describe, expect, it } from 'vitest';
import { ngspicePrints } from '../../../testing/ngspice.ts';
import { deriveStages } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { demoBoards } from '../../testing/demoBoards.ts';
import { meshBoard } from '../../testing/meshBoards.ts';
import { boardsOf } from '../../testing/randomBoards.ts';
import { emfV } from '../netlist/potentials.ts';
import { backsOf } from './backs.ts';
import { strongestShort } from './faultModel.ts';
import { type FaultNet, faultNet, type Short } from './faultNet.ts';
import { faultShape } from './faultShape.ts';
import { CARRIES_SHARE, guardingOf, protects } from './layers.ts';

/** Small against every loop of a board, and large enough for the simulator's matrix. */
const AS_GOOD_AS_NONE_OHM = 1e-6;

/** The fault network of a board in each of its states, and every short at either end of every conductor. */
function shortsOf(board: Board) {
  const stages = deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
  const { netlist, potentials, plan, demand } = stages;
  const charging = demand.flows.filter((f) => f.way === 'charge');
  const backs = backsOf(netlist, potentials);
  return plan.wirings.map((state) => {
    const net = faultNet(faultShape(netlist, potentials, state.closed, state.id), {
      branchOhm: stages.branchOhm(false),
      emf: 'full',
      sourceFactor: () => 1,
      charging,
    });
    const wires = netlist.branches.flatMap((b) => (b.connectionId ? [b.a, b.b] : []));
    const shorts = [...new Set(wires)].flatMap((node) => strongestShort(net, node, backs) ?? []);
    // A charger whose way is open has nothing to give into.
    const reaching = charging.filter(({ sink }) => !Number.isNaN(net.openV(sink.plus, sink.minus)));
    return { stages, net, shorts, closed: state.closed, charging: reaching };
  });
}

/** The same in the simulator, one process for all shorts of a board: currents of every branch, short by short. */
function simulated({ stages, shorts, closed, charging }: ReturnType<typeof shortsOf>[number]): number[][] {
  const { netlist } = stages;
  const lines = ['* bolted shorts'];
  const cold = stages.branchOhm(false);
  netlist.branches.forEach((b, i) => {
    if (closed[i]) lines.push(`R${i} n${b.a} n${b.b} ${Math.max(cold(b, i), 1e-7).toPrecision(14)}`);
  });
  netlist.sources.forEach((s, i) => {
    lines.push(`VE${i} e${i} n${s.minus} DC ${emfV(s, 'full')}`, `RE${i} e${i} n${s.plus} ${s.element.resistanceOhm}`);
  });
  charging.forEach(({ sink, designCurrentA }, i) => {
    lines.push(`IC${i} n${sink.minus} n${sink.plus} DC ${designCurrentA}`);
  });
  for (let n = 0; n < netlist.nodeCount; n++) lines.push(`RG${n} n${n} 0 1e5`);
  shorts.forEach(({ node, back }, k) => {
    lines.push(`RS${k} n${node} n${back} 1e9`);
  });
  const shown = netlist.branches.flatMap((_, i) => (closed[i] ? [i] : []));
  lines.push('.options reltol=1e-9 abstol=1e-12 vntol=1e-12 gmin=1e-15', '.control');
  shorts.forEach((_, k) => {
    lines.push(`alter RS${k} = ${AS_GOOD_AS_NONE_OHM}`, 'op');
    for (const i of shown) lines.push(`print @r${i}[i]`);
    lines.push(`alter RS${k} = 1e9`);
  });
  lines.push('quit', '.endc', '.end');
  const printed = ngspicePrints(`${lines.join('\n')}\n`);
  return shorts.map((_, k) => {
    const amps = new Array<number>(netlist.branches.length).fill(0);
    shown.forEach((i, n) => {
      amps[i] = printed[k * shown.length + n]!;
    });
    return amps;
  });
}

/** Devices that carry more than a twentieth of a short. */
const carriers = (net: FaultNet, amps: readonly number[], totalA: number): string[] =>
  net.shape.netlist.branches.flatMap((b, i) =>
    protects(b) && Math.abs(amps[i]!) > CARRIES_SHARE * totalA ? [b.key] : [],
  );

function compare(board: Board): { shorts: number; worst: number } {
  let [count, worst] = [0, 0];
  for (const state of shortsOf(board)) {
    const { net, shorts } = state;
    if (shorts.length === 0) continue;
    const theirs = simulated(state);
    shorts.forEach((short: Short, k) => {
      const own = net.shape.netlist.branches.map((_, i) => net.currentIn(i, short));
      own.forEach((amps, i) => {
        worst = Math.max(worst, Math.abs(amps - theirs[k]![i]!) / short.totalA);
      });
      // One that stands on the very edge of a twentieth may fall to either side by the rounding of two programs.
      const edge = new Set(
        net.shape.netlist.branches.flatMap((b, i) =>
          Math.abs(Math.abs(own[i]!) - CARRIES_SHARE * short.totalA) < 0.0005 * short.totalA ? [b.key] : [],
        ),
      );
      const surely = (amps: readonly number[]) => carriers(net, amps, short.totalA).filter((key) => !edge.has(key));
      expect(surely(own)).toEqual(surely(theirs[k]!));
      count++;
    });
  }
  return { shorts: count, worst };
}

const SHARE = process.env.OMBRIK_FULL ? 1 : 4;

describe('shorts against ngspice', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))('%s: every current of every short', (_, board) => {
    const { shorts, worst } = compare(board);
    expect(shorts).toBeGreaterThan(10);
    expect(worst).toBeLessThan(0.005);
  });
  // 200 in the full run, every fourth of them each time.
  it('200 boards by chance: the devices that carry a short are the same', { timeout: 240_000 }, () => {
    const boards = boardsOf(meshBoard, 200, 7).filter((_, n) => n % SHARE === 0);
    let [total, off] = [0, 0];
    for (const board of boards) {
      const { shorts, worst } = compare(board);
      total += shorts;
      off = Math.max(off, worst);
    }
    expect(total).toBeGreaterThan((200 / SHARE) * 8);
    expect(off).toBeLessThan(0.005);
  });
  it('devices told as layers are among those that carry it', () => {
    for (const board of boardsOf(meshBoard, 40, 9))
      for (const { net, shorts } of shortsOf(board))
        for (const short of shorts) {
          const { layers } = guardingOf(net, short, short.node, short.totalA, -1);
          for (const { devices, currentA } of layers) {
            const sum = currentA.reduce((s, a) => s + a, 0);
            expect(sum).toBeGreaterThan(0.5 * short.totalA);
            for (const d of devices) expect(Math.abs(net.currentIn(d, short))).toBeGreaterThan(0.049 * short.totalA);
          }
        }
  });
});
