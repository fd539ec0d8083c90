import { netlist, potentials } from '../../stages/stages.ts';
import { REST_VOLTAGE_PER_12V, REST_VOLTAGE_SOURCE } from '../../tables/batteryVoltage.ts';
import { CHEMISTRY_NAME } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** Relays that sense for themselves, with thresholds that do not suit the bank they sense. */
export const thresholdWrong = finding({
  id: 'threshold-wrong',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the bank: the relay lets it be emptied, or never lets go',
  source: REST_VOLTAGE_SOURCE,
  limits: {
    sagV: {
      value: 1,
      unit: 'V per 12 V',
      what: 'how far an empty bank sags under load below its rest',
      source: 'common practice, no source',
    },
  },
  reads: { netlist, potentials, names },
  judge: ({ netlist, potentials, names }, { sagV }) =>
    netlist.consumers.flatMap(({ item, element, plus }) => {
      if (element.kind !== 'coil' || element.senses === null || element.needs !== 'cellsGiveCharge') return [];
      const bank = netlist.sources.find(
        (s) => s.element.kind === 'battery' && potentials.netOf[s.plus] === potentials.netOf[plus],
      );
      if (bank?.element.kind !== 'battery') return [];
      const { chemistry, nominalV } = bank.element;
      const scale = nominalV / 12;
      const leastV = (REST_VOLTAGE_PER_12V[chemistry].lowV - sagV) * scale;
      const { openV, closeV } = element.senses;
      const back = REST_VOLTAGE_PER_12V[chemistry].fullV * scale;
      const low = openV < leastV - 1e-9;
      if (!low && closeV <= back + 1e-9) return [];
      return [
        {
          entity: item.id,
          where: { label: nameOf(names, item.id), itemIds: [item.id, bank.item.id] },
          says: low
            ? `${nameOf(names, item.id)} opens at ${openV} V; ${CHEMISTRY_NAME[chemistry]} is empty long before, about ${leastV.toFixed(1)} V under load`
            : `${nameOf(names, item.id)} closes again at ${closeV} V, which ${CHEMISTRY_NAME[chemistry]} at rest never reaches (${back.toFixed(1)} V full)`,
          why: 'set it, or take one made for the chemistry: the battery’s own electronics would cut everything first',
        },
      ];
    }),
});
