import { field } from '../../engine/fact.ts';
import { sizing } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** Batteries in parallel that do not share evenly. */
export const bankUnbalanced = finding({
  id: 'bank-unbalanced',
  subject: 'banks',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the batteries: the one that works hardest ages first',
  source: 'currents of the solved network, by the resistances of batteries and links',
  limits: {
    offShare: {
      value: 0.1,
      unit: '',
      what: 'off its share by capacity, discharging or charging',
      source: 'common practice, no source',
    },
  },
  reads: { bank: field(sizing, 'bank'), names },
  judge: ({ bank, names }, { offShare }) => {
    const most = (b: (typeof bank)[number]) => Math.max(Math.abs(b.dischargeOff), Math.abs(b.chargeOff));
    const off = bank.filter((b) => most(b) > offShare);
    if (off.length === 0) return [];
    // Of two the one that works harder is named: it ages first.
    const hardest = (b: (typeof bank)[number]) => Math.max(b.dischargeOff, b.chargeOff);
    const worst = off.reduce((w, b) => (hardest(b) > hardest(w) ? b : w));
    const percent = (x: number) => `${x > 0 ? '+' : ''}${Math.round(x * 100)} %`;
    const way = Math.abs(worst.dischargeOff) >= Math.abs(worst.chargeOff) ? 'discharging' : 'charging';
    const name = nameOf(names, worst.itemId);
    return [
      {
        entity: 'bank',
        where: { label: name, itemIds: bank.map((b) => b.itemId) },
        says: `${name} works ${percent(way === 'discharging' ? worst.dischargeOff : worst.chargeOff)} off its share when ${way}`,
        why: `${bank.map((b) => `${nameOf(names, b.itemId)} ${amps(b.dischargeA)} out, ${amps(b.chargeA)} in`).join('; ')}: take plus from one end and minus from the other, or give each equal leads to bars`,
      },
    ];
  },
});
