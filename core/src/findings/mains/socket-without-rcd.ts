import type { Id } from '../../document/basics.ts';
import { mainsLines, netlist } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { elements, names } from '../views.ts';
import { LICENSED } from './licensed.ts';

/** Sockets that some way in feeds past every residual-current device. */
export const socketWithoutRcd = finding({
  id: 'socket-without-rcd',
  subject: 'mains',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'whoever holds what is plugged in, with wet hands on wet ground',
  source: 'residual-current device of at most 30 mA ahead of sockets (IEC 60364-4-41 411.3.3, from memory)',
  limits: {
    residualMa: {
      value: 30,
      unit: 'mA',
      what: 'residual current that must open the line',
      source: 'IEC 60364-4-41 411.3.3 (from memory)',
    },
  },
  reads: { mainsLines, netlist, elements, names },
  judge: ({ mainsLines, netlist, elements, names }, { residualMa }) => {
    const bare = elements.of('mainsSocket').flatMap(({ item, element }): Id[] => {
      const ahead = mainsLines.at.get(netlist.nodeOf.get(`${item.id} ${element.line}`)!);
      return ahead && (ahead.residualMa === null || ahead.residualMa > residualMa) ? [item.id] : [];
    });
    if (bare.length === 0) return [];
    return [
      {
        entity: 'sockets',
        where: { label: namesOf(names, bare), itemIds: bare },
        says: `${namesOf(names, bare)}: a way in has no residual-current device of ${residualMa} mA`,
        why: `of every source, the inverter too: one ahead of the sockets sees them all. ${LICENSED}`,
      },
    ];
  },
});
