import { whoCounts } from '../../document/connection/counts.ts';
import { fact, powerOf } from '../../stages/inputs.ts';
import { connections } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { bank } from './bank.ts';

/** Sources the brief names and nothing on the board takes. */
export const sourceUnused = finding({
  id: 'source-unused',
  subject: 'power',
  station: 'power',
  severity: { note: 'to know' },
  protects: 'the forecast: the year is run without the source',
  source: 'sources sheet against the parts of the board',
  limits: {},
  reads: {
    bank,
    elements,
    connections,
    power: powerOf(['sun', 'alternator', 'mains', 'generator']),
    items: fact('items', ['partId']),
  },
  judge: ({ bank, elements, connections, power, items }) => {
    if (bank === null) return [];
    const counts = whoCounts(connections);
    const has = (source: 'solar' | 'dcdc') =>
      elements.of('charger').some((c) => c.element.source === source && counts(c.item.id));
    const relay = items.some((i) => i.partId.startsWith('relay-vsr'));
    const mainsCharger = elements.of('mainsCharger').some((c) => counts(c.item.id));
    const missing: [boolean, string, string][] = [
      [power.sun !== null && !has('solar'), 'sun', 'no solar controller is on the board'],
      [power.alternator !== null && !has('dcdc') && !relay, 'an alternator', 'no charger or relay takes it'],
      [power.mains !== null && !mainsCharger, 'mains', 'no mains charger is on the board'],
      [power.generator !== null && !mainsCharger, 'a generator', 'no mains charger is on the board'],
      [power.sun === null && has('solar'), 'no sun', 'a solar controller is on the board'],
    ];
    return missing
      .filter(([is]) => is)
      .map(([, what, why]) => ({
        entity: what,
        where: { label: 'sources sheet' },
        says: `The sources sheet names ${what}, and ${why}`,
        why: 'the year is run without it; take it off the sheet, or put its charger on the board',
      }));
  },
});
