import { describe, expect, it } from 'vitest';
import { ngspicePrints } from '../../../testing/ngspice.ts';
import { derive } from '../../derive.ts';
import type { BenchStep } from '../../devices/benchStep.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { benchModelOf } from '../../practice/benchModel.ts';
import { profileById } from '../../profiles/profiles.ts';
import { demoBoards } from '../../testing/demoBoards.ts';
import { emfV } from '../netlist/potentials.ts';
import type { Defect } from './defect.ts';
import { SimulatedBench } from './simulate.ts';

const worlds = demoBoards()
  .slice(0, 3)
  .map((board) => {
    const profile = profileById(board.brief.profileId);
    return {
      name: board.brief.jobName,
      model: benchModelOf(board, genericCatalogue, profile, defaultWorkshop),
      steps: derive(board, genericCatalogue, profile, defaultWorkshop).bench,
    };
  });
type World = (typeof worlds)[number];

/** The same board with the same defect as a deck of its own for ngspice: resistors, sources behind theirs, loads of so many watts. */
function deckOf({ model }: World, defect: Defect, step: BenchStep): string {
  const { netlist, branchOhm, joinOhm, flows } = model.simulated;
  const { state } = step;
  const lines = ['* bench'];
  netlist.branches.forEach((b, i) => {
    let ohm = (branchOhm.get(b.key) ?? 1e-4) + (b.kind === 'wire' ? 2 * joinOhm : 0);
    if (b.kind === 'fuseSeat' && !state.seatsIn.includes(b.key)) return;
    if (b.kind === 'contact' && !state.isolatorsClosed) return;
    if (defect.kind === 'wrongFuse' && defect.key === b.key) ohm = defect.ohm;
    if ('connectionId' in defect && defect.connectionId === b.connectionId) {
      if (defect.kind === 'openWire') return;
      ohm += defect.kind === 'looseCrimp' ? defect.extraOhm : 0;
      if (defect.kind === 'thinConductor') ohm += (branchOhm.get(b.key) ?? 1e-4) * (defect.timesOhm - 1);
    }
    lines.push(`R${i} ${b.a + 1} ${b.b + 1} ${ohm}`);
  });
  netlist.sources.forEach((s, i) => {
    const weak = defect.kind === 'weakCell' && defect.itemId === s.item.id && s.element.kind === 'battery';
    const nominalV = s.element.kind === 'battery' ? s.element.nominalV : 0;
    const volts = emfV(s, 'nominal') * (weak ? (nominalV - defect.lessV) / nominalV : 1);
    lines.push(`V${i} s${i} ${s.minus + 1} DC ${volts}`, `RS${i} s${i} ${s.plus + 1} ${s.element.resistanceOhm}`);
  });
  // Far below this the way to a load has given way; nearer to nothing the simulator finds no start.
  const half = emfV(netlist.sources.find((s) => s.element.kind === 'battery')!, 'nominal') / 2;
  for (const [i, f] of flows.entries()) {
    if (!state.flowsOn.includes(f.key)) continue;
    const [p, m] = [f.sink.plus + 1, f.sink.minus + 1];
    const [from, to] = f.way === 'charge' ? [m, p] : [p, m];
    if (f.operating.kind === 'current') lines.push(`I${i} ${from} ${to} DC ${f.operating.currentA}`);
    else if (f.operating.kind === 'power')
      lines.push(`B${i} ${from} ${to} I=${f.operating.powerW}/max(v(${p},${m}),${half})`);
  }
  // What floats has a potential too.
  for (let n = 0; n < netlist.nodeCount; n++) lines.push(`RF${n} ${n + 1} 0 1e9`);
  const node = (r: { itemId: string; terminalId: string }) => netlist.nodeOf.get(`${r.itemId} ${r.terminalId}`)! + 1;
  const shown = step.probes.map((p) =>
    node(p.plus) === node(p.minus) ? '0' : `(v(${node(p.plus)})-v(${node(p.minus)}))`,
  );
  lines.push('.control', 'op', `print ${shown.join('+')}`, 'quit', '.endc', '.end');
  return `${lines.join('\n')}\n`;
}

const wire = ({ steps }: World, n: number) =>
  steps.filter((s) => s.basis?.kind === 'lead' || s.basis?.kind === 'segment').flatMap((s) => s.connectionId ?? [])[n]!;
const defects: [string, (w: World) => Defect][] = [
  ['a crimp of 20 mΩ', (w) => ({ kind: 'looseCrimp', connectionId: wire(w, 2), extraOhm: 0.02 })],
  ['a thinner conductor', (w) => ({ kind: 'thinConductor', connectionId: wire(w, 4), areaMm2: 1, timesOhm: 2.5 })],
  [
    'another fuse',
    (w) => ({
      kind: 'wrongFuse',
      key: w.steps.find((s) => s.basis?.kind === 'segment' && !s.connectionId)!.id.replace('load/segment/', ''),
      ohm: 0.05,
    }),
  ],
  [
    'a weak battery',
    ({ model }) => ({
      kind: 'weakCell',
      itemId: model.simulated.netlist.sources.find((s) => s.element.kind === 'battery')!.item.id,
      lessV: 0.8,
    }),
  ],
];

describe('the simulated board against ngspice', () => {
  it.each(defects)('%s: every volt and millivolt of the plan', { timeout: 120_000 }, (_, defectOf) => {
    for (const world of worlds) {
      const defect = defectOf(world);
      const bench = new SimulatedBench({ ...world.model.simulated, defects: [defect], seed: null });
      const steps = world.steps.filter(
        (s) =>
          s.method === 'reading' &&
          (s.measures === 'voltage' || s.measures === 'drop') &&
          s.probes.length > 0 &&
          s.basis?.kind !== 'lead' &&
          !s.state.apart &&
          !s.state.bridged &&
          s.state.isolatorsClosed,
      );
      expect(steps.length).toBeGreaterThan(8);
      for (const step of steps) {
        const [theirs] = ngspicePrints(deckOf(world, defect, step));
        const ours = bench.read(step);
        expect(Math.abs(ours - theirs!), `${world.name}: ${step.title}: ${ours} and ${theirs}`).toBeLessThan(
          2e-5 + 0.002 * Math.abs(theirs!),
        );
      }
    }
  });
});
