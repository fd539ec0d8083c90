import { field } from '../../engine/fact.ts';
import { laterCurrent } from '../../formulas/power.ts';
import { briefOf } from '../../stages/inputs.ts';
import { parts, sizing } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { names, used } from '../views.ts';

/** Room on the bars for the growth the order asks for: rating and a stud to put it on. */
export const barWithoutReserve = finding({
  id: 'bar-without-reserve',
  subject: 'bars',
  station: 'circuit',
  severity: { note: 'to know' },
  protects: 'what the customer wants later: a larger bar costs least now',
  source: 'growth on the order sheet; studs and rating from the part sheet',
  limits: {
    growthShare: { setBy: 'job', unit: '', what: 'growth to make ready for', source: 'order sheet' },
  },
  reads: { bars: field(sizing, 'bars'), names, parts, used, brief: briefOf(['growthShare']) },
  judge: ({ bars, names, parts, used, brief: { growthShare } }) => {
    if (growthShare <= 0) return [];
    return bars.flatMap((bar) => {
      const item = names.get(bar.itemId)!;
      const part = parts.get(item.partId);
      if (part?.kind !== 'busBar' || bar.designCurrentA <= 0) return [];
      const free = part.terminals.filter((t) => !used.has(`${item.id} ${t.id}`)).length;
      const laterA = laterCurrent.compute({ designCurrentA: bar.designCurrentA, growthShare });
      const short = laterA > bar.ratingA * (1 + 1e-9) && bar.designCurrentA <= bar.ratingA;
      if (free > 0 && !short) return [];
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id] },
          says: short
            ? `${item.designation} has no room to grow: ${amps(laterA)} later, rated ${amps(bar.ratingA)}`
            : `${item.designation} has no stud left for what comes later`,
          why: `the order asks to be ready for ${Math.round(growthShare * 100)} % more: a larger bar, or one with more studs, costs least now`,
        },
      ];
    });
  },
});
