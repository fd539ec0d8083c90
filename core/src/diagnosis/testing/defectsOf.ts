import type { BenchStep } from '../../devices/benchStep.ts';
import type { BenchModel } from '../../practice/benchModel.ts';
import { placeOf } from '../../practice/levels.ts';
import type { Random } from '../../solvers/random.ts';
import type { Defect } from '../../stages/bench/defect.ts';
import { CLASS5_OHM_PER_KM } from '../../tables/conductorResistance.ts';

const pick = <T>(from: readonly T[], random: Random): T => from[Math.floor(random.next() * from.length)]!;

/** Defects of every kind, of sizes that matter, at places the plan measures; each at another place. */
export function defectsOf(model: BenchModel, steps: readonly BenchStep[], count: number, random: Random): Defect[] {
  const { netlist, flows, branchOhm } = model.simulated;
  const own = steps.filter((s) => s.basis?.kind === 'lead' || s.basis?.kind === 'segment');
  const measuredA = new Map(
    own.flatMap((s) =>
      s.connectionId && s.basis && 'currentA' in s.basis
        ? [[s.connectionId, s.basis.currentA] as const]
        : s.connectionId && s.basis?.kind === 'lead'
          ? [[s.connectionId, s.basis.sentA] as const]
          : [],
    ),
  );
  const leads = [...measuredA.keys()];
  const batteries = netlist.sources.flatMap((s) =>
    s.element.kind === 'battery' ? [{ ...s, element: s.element }] : [],
  );
  const joined = steps.flatMap((s) =>
    s.id.startsWith('cold/continuity/') || s.id.startsWith('cold/lead/') ? [s.connectionId!] : [],
  );
  const seats = steps.filter((s) => s.basis?.kind === 'segment' && s.connectionId === null);
  const polar = flows.filter((f) => steps.some((s) => s.id.startsWith('cold/polarity/') && s.entityId === f.itemId));
  // What the limit of its own check is there to find, and no less.
  const stepOf = new Map(own.flatMap((s) => (s.connectionId ? [[s.connectionId, s] as const] : [])));
  const roomOf = (s: BenchStep) => 1.2 * (s.highLimit! - s.expected!) + 0.003;
  const leastOf = (connectionId: string) => roomOf(stepOf.get(connectionId)!) / measuredA.get(connectionId)!;
  const one = (): Defect => {
    const draw = random.next();
    if (draw < 0.04) return { kind: 'meterLead', extraOhm: 1.5 + 4 * random.next() };
    if (draw < 0.08) {
      const battery = pick(batteries, random);
      // Of several side by side the bank shows a part only: enough that it does, or that they do not match.
      return {
        kind: 'weakCell',
        itemId: battery.item.id,
        lessV: (1.4 + random.next()) * (battery.element.nominalV / 12),
      };
    }
    if (draw < 0.44) {
      const connectionId = pick(leads, random);
      return { kind: 'looseCrimp', connectionId, extraOhm: leastOf(connectionId) * 2 ** (random.next() * 6) };
    }
    if (draw < 0.62) return { kind: 'openWire', connectionId: pick(joined, random) };
    if (draw < 0.76 && polar.length > 0) return { kind: 'swappedPair', itemId: pick(polar, random).itemId };
    if (draw < 0.88 && seats.length > 0) {
      const step = pick(seats, random);
      const key = step.id.replace('load/segment/', '');
      return {
        kind: 'wrongFuse',
        key,
        ohm: branchOhm.get(key)! * (2.5 + 3 * random.next()) + 0.012 / (step.basis as { currentA: number }).currentA,
      };
    }
    const thick = leads.flatMap((connectionId) => {
      const area = model.areaMm2.get(connectionId);
      const branch = netlist.branches.find((b) => b.connectionId === connectionId);
      const smaller = Object.keys(CLASS5_OHM_PER_KM)
        .map(Number)
        .filter((a) => a < (area ?? 0))
        .sort((a, b) => b - a)[1];
      if (!area || !branch || !smaller) return [];
      const timesOhm = CLASS5_OHM_PER_KM[String(smaller)]! / CLASS5_OHM_PER_KM[String(area)]!;
      const more = branchOhm.get(branch.key)! * (timesOhm - 1) * measuredA.get(connectionId)!;
      return more > roomOf(stepOf.get(connectionId)!)
        ? [{ kind: 'thinConductor' as const, connectionId, areaMm2: smaller, timesOhm }]
        : [];
    });
    return thick.length > 0 ? pick(thick, random) : one();
  };
  const found: Defect[] = [];
  while (found.length < count) {
    const next = one();
    if (!found.some((d) => placeOf(d) === placeOf(next))) found.push(next);
  }
  return found;
}
