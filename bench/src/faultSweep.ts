import { deriveStages } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileById } from '@ombrik/core/profiles/profiles';
import { backsOf } from '@ombrik/core/stages/faults/backs';
import { faultModel } from '@ombrik/core/stages/faults/faultModel';
import { faultShape } from '@ombrik/core/stages/faults/faultShape';
import { emfV } from '@ombrik/core/stages/netlist/potentials';
import { circuitOf } from '@ombrik/core/stages/sizing/electrical';
import { COLD_AGED_FACTOR } from '@ombrik/core/tables/sourceCorners';
import { boardWith } from './boards.ts';
import { median, simulate, timed } from './measure.ts';

const SIZES = [30, 100, 300, 1000];

function sweepOf(connections: number) {
  const board = boardWith(connections);
  const profile = profileById(board.brief.profileId);
  const stages = deriveStages(board, genericCatalogue, profile, defaultWorkshop);
  const { potentials, demand } = stages;
  const run = () => {
    // A netlist of its own each time, so that its wiring is analysed anew and nothing is remembered.
    const netlist = { ...stages.netlist };
    const own = { ...potentials };
    const faults = faultModel({
      netlist,
      potentials: own,
      backs: backsOf(netlist, own),
      states: stages.plan.wirings,
      shapes: stages.plan.wirings.map((w) => faultShape(netlist, own, w.closed, w.id)),
      flows: demand.flows,
      carriesA: () => 1,
      strong: { branchOhm: stages.branchOhm(false), emf: 'full', sourceFactor: () => 1 },
      weak: {
        branchOhm: stages.branchOhm(true),
        emf: 'low',
        sourceFactor: (s) => (s.element.kind === 'battery' ? COLD_AGED_FACTOR[s.element.chemistry] : 1),
      },
    });
    let count = 0;
    netlist.branches.forEach((branch, b) => {
      if (faults.strongestAt(branch.a) !== null) count++;
      if (faults.strongestAt(branch.b) !== null) count++;
      count += faults.sidesOf(b).length;
    });
    return count;
  };
  return { board, stages, run };
}

/** The same bolted faults, one after the other in one process of the simulator. */
function deckOf({ stages }: ReturnType<typeof sweepOf>, withFaults: boolean): { deck: string; faults: number } {
  const { netlist, potentials } = stages;
  const circuit = circuitOf(netlist, stages.branchOhm(false));
  const base = netlist.sources.find((s) => potentials.nodeV[s.minus]! < 0.5)!.minus;
  const name = (n: number) => (n === base ? '0' : `n${n}`);
  const lines = ['* bolted faults'];
  netlist.branches.forEach((b, i) => {
    if (circuit.conductanceS[i]! > 0)
      lines.push(`R${i} ${name(b.a)} ${name(b.b)} ${(1 / circuit.conductanceS[i]!).toPrecision(12)}`);
  });
  netlist.sources.forEach((s, i) => {
    lines.push(
      `VE${i} e${i} ${name(s.minus)} DC ${emfV(s, 'full')}`,
      `RE${i} e${i} ${name(s.plus)} ${circuit.sourceOhm[i]!.toPrecision(12)}`,
    );
  });
  const nodes = [...new Set(netlist.branches.flatMap((b) => [b.a, b.b]))].filter((n) => potentials.nodeV[n]! >= 0.5);
  for (let n = 0; n < netlist.nodeCount; n++) if (n !== base) lines.push(`RG${n} ${name(n)} 0 1e12`);
  lines.push('.control', 'op');
  if (withFaults) for (const n of nodes) lines.push(`alter RG${n} = 1e-7`, 'op', `alter RG${n} = 1e12`);
  lines.push('quit', '.endc', '.end');
  return { deck: `${lines.join('\n')}\n`, faults: nodes.length };
}

/** Solve and full sweep at four sizes, its growth, and the sweep at 300 against the simulator's loop. */
export function faultSweepTable(): string[] {
  const out = [
    '| connections | nodes | solve and full sweep, both corners | currents found |',
    '| --- | --- | --- | --- |',
  ];
  const found = SIZES.map((connections) => {
    const sweep = sweepOf(connections);
    let count = 0;
    for (let i = 0; i < 60; i++) count = sweep.run();
    const ms = median(Array.from({ length: 31 }, () => timed(() => void sweep.run())));
    const n = sweep.board.connections.length;
    out.push(`| ${n} | ${sweep.stages.netlist.nodeCount} | ${ms.toFixed(2)} ms | ${count} |`);
    return { n, ms, sweep };
  });
  const [hundred, threeHundred, thousand] = [found[1]!, found[2]!, found[3]!];
  const exponent = Math.log(thousand.ms / hundred.ms) / Math.log(thousand.n / hundred.n);
  const idle = simulate('idle300', deckOf(threeHundred.sweep, false).deck, 5);
  const { deck, faults } = deckOf(threeHundred.sweep, true);
  const whole = simulate('faults300', deck, 3);
  const loop = whole - idle;
  out.push(
    '',
    `Growth from 100 to 1000 connections: exponent ${exponent.toFixed(2)}; goal under 1.2.`,
    '',
    `At 300 connections one simulator process that loops over ${faults} faults of the largest corner takes ${loop.toFixed(0)} ms without its start and ${whole.toFixed(0)} ms with it: ${(loop / threeHundred.ms).toFixed(0)} and ${(whole / threeHundred.ms).toFixed(0)} times the sweep of both corners; goal 50.`,
  );
  return out;
}
