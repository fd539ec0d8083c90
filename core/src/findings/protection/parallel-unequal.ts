import { field, rows } from '../../engine/fact.ts';
import { cableLengths, connections, netlist, sizing } from '../../stages/stages.ts';
import { sizeText } from '../../tables/awg.ts';
import { ohmPerKmOf } from '../../tables/conductorResistance.ts';
import { type Draft, finding } from '../finding.ts';
import { nodeAt } from '../places.ts';
import { cableAt } from '../views.ts';

/** Conductors side by side between the same two places that do not share alike. */
export const parallelUnequal = finding({
  id: 'parallel-unequal',
  subject: 'protection',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'the shorter or thicker of a doubled lead: it works harder than its half',
  source: 'parallel conductors share alike where length and section are alike (IEC 60364-4-43 433.4, from memory)',
  limits: {
    apartShare: {
      value: 0.1,
      unit: '',
      what: 'how far the shares may lie from equal',
      source: 'common practice, no source',
    },
  },
  reads: {
    netlist,
    connections,
    cableAt,
    lengths: rows(cableLengths, ['cableId', 'lengthMm']),
    sizes: rows(field(sizing, 'cables'), ['cableId', 'conductor']),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'designCurrentA']),
  },
  judge: ({ netlist, connections, cableAt, lengths, sizes, wires }, { apartShare }) => {
    const lengthOf = new Map(lengths.map((l) => [l.cableId, l.lengthMm]));
    const sizeOf = new Map(sizes.map((s) => [s.cableId, s.conductor.value]));
    const ampsOf = new Map(wires.map((w) => [w.connectionId, w.designCurrentA]));
    const between = new Map<string, { designation: string; cableId: string; lengthMm: number; areaMm2: number }[]>();
    for (const c of connections) {
      const cable = cableAt.get(c.id);
      const [lengthMm, areaMm2] = [lengthOf.get(cable?.id ?? ''), sizeOf.get(cable?.id ?? '')];
      if (!cable || lengthMm === undefined || areaMm2 === undefined || !(ampsOf.get(c.id)! > 1)) continue;
      const key = [nodeAt(netlist, c.from), nodeAt(netlist, c.to)].sort((a, b) => a - b).join(' ');
      between.set(key, [
        ...(between.get(key) ?? []),
        { designation: cable.designation, cableId: cable.id, lengthMm, areaMm2 },
      ]);
    }
    return [...between.values()].flatMap((own): Draft<'warn'>[] => {
      if (own.length < 2) return [];
      const siemens = own.map((w) => 1 / (ohmPerKmOf(w.areaMm2, 'copper') * w.lengthMm));
      const sum = siemens.reduce((s, g) => s + g, 0);
      const shares = siemens.map((g) => g / sum);
      const even = 1 / own.length;
      if (shares.every((s) => Math.abs(s - even) <= apartShare * even)) return [];
      const worst = shares.indexOf(Math.max(...shares));
      return [
        {
          entity: own.map((w) => w.cableId).join('/'),
          where: { label: own.map((w) => w.designation).join(', '), cableIds: own.map((w) => w.cableId) },
          says: `${own.map((w) => w.designation).join(' and ')} run side by side and differ: ${own[worst]!.designation} takes ${Math.round(shares[worst]! * 100)} % of the current`,
          why: `${own.map((w) => `${w.designation} ${Math.round(w.lengthMm)} mm of ${sizeText(w.areaMm2)}`).join(', ')}: alike in length, section and ends, their ratings add; unlike, the one with less resistance carries more`,
        },
      ];
    });
  },
});
