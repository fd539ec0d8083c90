import { airWords } from '../../stages/heat/heat.ts';
import { collection, fact } from '../../stages/inputs.ts';
import { heat } from '../../stages/stages.ts';
import { ELECTRONICS_AIR_C } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { PRACTICE } from './standing.ts';

const NAMED = 3;

/** Lids under which, and panels behind which, the air gets warmer than electronics are made for. */
export const airTooWarm = finding({
  id: 'air-too-warm',
  subject: 'space',
  station: 'board',
  severity: { warn: 'disappoints' },
  protects: 'what is shut in with the heat: converters give less, and everything ages sooner',
  source: `simple rule for sealed enclosures, IEC TR 60890 for the surface (from memory); what electronics stand is ${PRACTICE}`,
  limits: {
    airC: { value: ELECTRONICS_AIR_C, unit: '°C', what: 'air most electronics are rated for', source: PRACTICE },
  },
  reads: { heat, panels: collection('panels'), items: fact('items', ['id', 'designation', 'place']) },
  judge: ({ heat, panels, items }, { airC }) =>
    heat.flatMap(({ panelId, lid, behind, parts }) => {
      const panel = panels.find((p) => p.id === panelId)!;
      return [
        { air: lid, face: 'front', entity: panelId, where: 'Under the lid of', cure: 'a deeper box' },
        { air: behind, face: 'back', entity: `${panelId}/back`, where: 'Behind', cure: 'more room behind' },
      ].flatMap(({ air, face, entity, where, cure }) => {
        if (!air || air.airC <= airC) return [];
        const here = new Map(
          items.flatMap((i) => ('face' in i.place && i.place.face === face ? [[i.id, i.designation] as const] : [])),
        );
        const own = parts.filter((p) => here.has(p.itemId));
        const cablesW = air.lossW - own.reduce((sum, p) => sum + p.lossW, 0);
        const most = own.slice(0, NAMED);
        const words = most.map((p) => `${here.get(p.itemId)} ${Math.round(p.lossW)} W`);
        return [
          {
            entity,
            where: { label: panel.name, itemIds: most.map((p) => p.itemId), panelId },
            says: `${where} ${panel.name} the air gets ${airWords(air.airC)}, everything at full work`,
            why: `${Math.round(air.lossW)} W have ${air.areaM2.toFixed(2)} m² to leave by: ${Math.round(air.riseK)} K more than outside. ${[...words, `cables ${Math.round(cablesW)} W`].join(', ')}. Vents low and high, a fan, ${cure}, or the hot parts outside it`,
          },
        ];
      });
    }),
});
