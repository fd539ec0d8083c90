import { deriveStages } from '../derive.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from '../profiles/profile.ts';
import { emfV } from '../stages/netlist/potentials.ts';
import { circuitOf, operatingPoint } from '../stages/sizing/electrical.ts';

export interface SpiceDeck {
  text: string;
  /** What this program computes for the same operating point: volts by node name. */
  nodeV: Record<string, number>;
}

/**
 * The sized network at its operating point (everything on, hot copper) as a SPICE deck: sources with their internal
 * resistance, branches as resistors, constant-power loads as current sources that depend on their own voltage.
 * @example
 * spiceDeck(board, catalogue, profile, workshop).text.trimEnd().endsWith('.end'); // true
 */
export function spiceDeck(board: Board, catalogue: Catalogue, profile: Profile, workshop: Workshop): SpiceDeck {
  const { netlist, demand, branchOhm } = deriveStages(board, catalogue, profile, workshop);
  const flows = demand.flows.filter((f) => f.way !== 'charge');
  const hotOhm = branchOhm(true);
  const circuit = circuitOf(netlist, hotOhm);
  const point = operatingPoint(circuit, flows, 'nominal');
  const name = (node: number) => (circuit.network.referenceOf(node) === node ? '0' : `n${node}`);
  const number = (x: number) => x.toPrecision(12);
  const lines = [`* ${board.brief.jobName.replace(/[^\x20-\x7e]/g, '?')}: operating point, everything on, hot copper`];
  netlist.branches.forEach((b, i) => {
    lines.push(`R${i + 1} ${name(b.a)} ${name(b.b)} ${number(Math.max(hotOhm(b, i), 1e-7))} ; ${b.key}`);
  });
  netlist.sources.forEach((s, i) => {
    lines.push(`V${i + 1} e${i + 1} ${name(s.minus)} DC ${number(emfV(s, 'nominal'))} ; ${s.key}`);
    lines.push(`RS${i + 1} e${i + 1} ${name(s.plus)} ${number(s.element.resistanceOhm)}`);
  });
  flows.forEach((flow, i) => {
    const [p, m] = [name(flow.sink.plus), name(flow.sink.minus)];
    const { operating } = flow;
    if (flow.supply) {
      const amps = number(operating.kind === 'current' ? operating.currentA : 0);
      flow.modules.forEach((module, k) => {
        lines.push(`IP${i + 1}_${k + 1} ${name(module.minus)} ${name(module.plus)} DC ${amps}`);
      });
      lines.push(`IL${i + 1} ${p} ${m} DC ${amps} ; ${flow.key}`);
    } else if (operating.kind === 'power')
      lines.push(`B${i + 1} ${p} ${m} I = ${number(operating.powerW)} / V(${p},${m}) ; ${flow.key}`);
    else if (operating.kind === 'current')
      lines.push(`I${i + 1} ${p} ${m} DC ${number(operating.currentA)} ; ${flow.key}`);
    else lines.push(`RL${i + 1} ${p} ${m} ${number(operating.ohm)} ; ${flow.key}`);
  });
  // Where the search for constant-power loads starts: the voltages without load.
  const idle = operatingPoint(circuit, [], 'nominal').nodeV;
  const named = Array.from({ length: netlist.nodeCount }, (_, n) => n).filter((n) => name(n) !== '0');
  lines.push(`.nodeset ${named.map((n) => `V(${name(n)})=${idle[n]!.toFixed(4)}`).join(' ')}`);
  lines.push('.options reltol=1e-9 abstol=1e-12 vntol=1e-9 gmin=1e-15', '.op', '.end');
  return { text: `${lines.join('\n')}\n`, nodeV: Object.fromEntries(named.map((n) => [name(n), point.nodeV[n]!])) };
}
