import { field } from '../../engine/fact.ts';
import { sizing } from '../../stages/stages.ts';
import { barFor, COPPER_BARS_SOURCE } from '../../tables/copperBars.ts';
import { ampsApart } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** Contacts, shunts and bars against the worst-case current that goes through them. */
export const seriesRating = finding({
  id: 'series-rating',
  subject: 'bars',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'whatever stands in series: a contact, shunt or bar past its rating overheats',
  source: 'part sheet: rated current',
  limits: {
    ratingA: {
      setBy: 'part sheet',
      unit: 'A',
      what: 'rated current of the contact, shunt or bar',
      source: 'part sheet',
    },
  },
  reads: { bars: field(sizing, 'bars'), elements: field(sizing, 'elements'), names },
  judge: ({ bars, elements, names }) => {
    const over = <T extends { designCurrentA: number; ratingA: number }>(list: readonly T[]) =>
      list.filter((e) => e.designCurrentA > e.ratingA * (1 + 1e-9));
    const place = (e: { itemId: string; designCurrentA: number; ratingA: number }) => {
      const name = nameOf(names, e.itemId);
      const [rated, through] = ampsApart(e.ratingA, e.designCurrentA);
      return {
        where: { label: name, itemIds: [e.itemId] },
        says: `${name} is rated ${rated}, ${through} goes through it`,
      };
    };
    return [
      ...over(elements).map((e) => ({
        entity: e.key,
        ...place(e),
        why: 'everything in series carries the worst-case current',
      })),
      ...over(bars).map((b) => {
        const enough = barFor(b.designCurrentA);
        return {
          entity: b.itemId,
          ...place(b),
          why: enough
            ? `what goes in comes out; a plain copper bar of ${enough} mm would do`
            : 'what goes in comes out; no single bar of the table does: two side by side',
          source: `part sheet; ${COPPER_BARS_SOURCE}`,
        };
      }),
    ];
  },
});
