import { field, rows } from '../../engine/fact.ts';
import { briefOf, fact } from '../../stages/inputs.ts';
import { mainsLines, sizing } from '../../stages/stages.ts';
import { sizeText } from '../../tables/awg.ts';
import { MAINS_LEAST, mainsLeastMm2, mainsMostA } from '../../tables/mainsConductors.ts';
import { ampsInWords as amps } from '../../words.ts';
import { type Draft, finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';
import { LICENSED } from './licensed.ts';
import { unlockFix } from './unlockFix.ts';

/** Mains conductors thinner than what stands ahead of them asks. */
export const mainsCableThin = finding({
  id: 'mains-cable-thin',
  subject: 'mains',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the cable: what stands ahead of it lets through more than it carries',
  source: 'least conductor behind a mains breaker, by the school of its voltage (from memory)',
  limits: {
    leastMm2: {
      setBy: 'job',
      unit: 'mm²',
      what: 'least conductor behind a device, by the mains voltage',
      source: 'tables',
    },
  },
  reads: {
    mainsLines,
    names,
    sizes: rows(field(sizing, 'cables'), ['cableId', 'conductor']),
    cables: fact('cables', ['id', 'designation', 'cores']),
    brief: briefOf(['mainsVoltageV']),
  },
  judge: ({ mainsLines, names, sizes, cables, brief: { mainsVoltageV } }) => {
    const sizeOf = new Map(sizes.map((s) => [s.cableId, s.conductor]));
    return cables.flatMap((cable): Draft<'stop'>[] => {
      const conductor = sizeOf.get(cable.id);
      const ahead = cable.cores
        .flatMap((k) => mainsLines.wires.get(k.connectionId) ?? [])
        .reduce<{ currentA: number; itemId: string } | null>((m, a) => (!m || a.currentA > m.currentA ? a : m), null);
      if (!ahead || !conductor) return [];
      const mostA = mainsMostA(mainsVoltageV, conductor.value);
      if (ahead.currentA <= mostA + 1e-9) return [];
      const least = mainsLeastMm2(mainsVoltageV, ahead.currentA);
      return [
        {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id], itemIds: [ahead.itemId] },
          says: `${cable.designation}, ${sizeText(conductor.value)}, stands behind ${amps(ahead.currentA)} of ${nameOf(names, ahead.itemId)}: it may stand behind ${mostA > 0 ? amps(mostA) : 'none'}`,
          why: `${mostA > 0 ? `a breaker of ${amps(mostA)} ahead of it, or ` : ''}${least === null ? 'a thicker cable than this program knows of' : sizeText(least)}. ${LICENSED}`,
          source: MAINS_LEAST[mainsVoltageV].source,
          fixes: conductor.mode === 'locked' && least !== null ? unlockFix(cable.id) : [],
        },
      ];
    });
  },
});
