import { gasAirflow, ventArea } from '../../formulas/gas.ts';
import { fact } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { elements, names } from '../views.ts';

/** Vented lead-acid gives hydrogen: the air it wants, wherever it stands, in a box of its own too. */
export const ventedWantsAir = finding({
  id: 'vented-wants-air',
  subject: 'banks',
  station: 'power',
  severity: { note: 'to know' },
  protects: 'whoever strikes a spark there: hydrogen burns from 4 % in air',
  source: 'IEC 62485-2: Q = 0.05·n·I·C/1000, opening 28·Q (from memory)',
  limits: {
    boostMaPerAh: {
      value: 20,
      unit: 'mA/Ah',
      what: 'gassing current of vented lead-acid, boosted',
      source: 'IEC 62485-2 (from memory)',
    },
    cellV: { value: 2, unit: 'V', what: 'nominal voltage of a lead cell', source: 'lead-acid' },
  },
  reads: { elements, names, items: fact('items', ['id', 'place']) },
  judge: ({ elements, names, items }, { boostMaPerAh, cellV }) => {
    const placeOf = new Map(
      items.map((i) => [i.id, i.place.kind === 'location' ? i.place.location : 'on the board'] as const),
    );
    const byPlace = new Map<string, { id: string; airM3PerH: number }[]>();
    for (const { item, element } of elements.of('battery')) {
      if (element.chemistry !== 'vented') continue;
      const airM3PerH = gasAirflow.compute({
        cells: element.nominalV / cellV,
        gassingMaPerAh: boostMaPerAh,
        capacityAh: element.capacityAh,
      });
      const at = placeOf.get(item.id) ?? '';
      byPlace.set(at, [...(byPlace.get(at) ?? []), { id: item.id, airM3PerH }]);
    }
    return [...byPlace].map(([at, own]) => {
      const airM3PerH = own.reduce((s, o) => s + o.airM3PerH, 0);
      const ids = own.map((o) => o.id);
      return {
        entity: at,
        where: { label: namesOf(names, ids), itemIds: ids },
        says: `${namesOf(names, ids)}, ${at}: ${airM3PerH.toFixed(1)} m³ of air an hour, openings of ${Math.ceil(ventArea.compute({ airM3PerH }))} cm² low and high`,
        why: 'vented lead-acid gives off hydrogen while it is boosted: openings to the outside, the one low, the other at the very top, nothing that sparks above the caps; a box off the board wants them too',
      };
    });
  },
});
