import { usedTerminals } from '../../document/actions/connect.ts';
import { barFor, COPPER_BARS_SOURCE } from '../../tables/copperBars.ts';
import { ampsInWords as amps } from '../../words.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Bus bars against everything that goes through them. */
function bars(context: CheckContext): Finding[] {
  return context.sizing.bars
    .filter((b) => b.designCurrentA > b.ratingA * (1 + 1e-9))
    .map((b) => {
      const item = context.items.get(b.itemId)!;
      const enough = barFor(b.designCurrentA);
      return makeFinding(
        {
          rule: 'series-rating',
          severity: 'stop',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} is rated ${amps(b.ratingA)}, ${amps(b.designCurrentA)} goes through it`,
          why: enough
            ? `half the sum of what its wires carry; a plain copper bar of ${enough} mm would do`
            : 'half the sum of what its wires carry; no single bar of the table does: two side by side',
          source: `part sheet; ${COPPER_BARS_SOURCE}`,
        },
        b.itemId,
      );
    });
}

/** Room on the bars for the growth the order asks for: rating and a stud to put it on. */
function reserve(context: CheckContext): Finding[] {
  const { growthShare } = context.board.brief;
  if (growthShare <= 0) return [];
  const used = usedTerminals(context.board.connections);
  return context.sizing.bars.flatMap((bar) => {
    const item = context.items.get(bar.itemId)!;
    const part = partOf(context, item);
    if (part?.kind !== 'busBar' || bar.designCurrentA <= 0) return [];
    const free = part.terminals.filter((t) => !used.has(`${item.id} ${t.id}`)).length;
    const laterA = bar.designCurrentA * (1 + growthShare);
    const short = laterA > bar.ratingA * (1 + 1e-9) && bar.designCurrentA <= bar.ratingA;
    if (free > 0 && !short) return [];
    return [
      makeFinding(
        {
          rule: 'bar-without-reserve',
          severity: 'note',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id] },
          says: short
            ? `${item.designation} has no room to grow: ${amps(laterA)} later, rated ${amps(bar.ratingA)}`
            : `${item.designation} has no stud left for what comes later`,
          why: `the order asks to be ready for ${Math.round(growthShare * 100)} % more: a larger bar, or one with more studs, costs least now`,
          source: 'growth on the order sheet; studs and rating from the part sheet',
        },
        item.id,
      ),
    ];
  });
}

/** Bus bars: what they carry, and what they could. */
export const barChecks = (context: CheckContext): Finding[] => [...bars(context), ...reserve(context)];
