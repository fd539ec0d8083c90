import { connectTerminals } from '../../document/connection/connect.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import { fact } from '../../stages/inputs.ts';
import { electricLoads, netlist, parts, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName } from '../places.ts';
import { names, surfaces, used } from '../views.ts';
import { bankNet, freeSpots } from './freeSpots.ts';

/** Required terminals that nothing is connected to: the still-to-connect list. */
export const terminalUnconnected = finding({
  id: 'terminal-unconnected',
  subject: 'wiring',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the part does not work, or not safely, with the terminal open',
  source: 'part sheet: required terminal',
  limits: {},
  reads: {
    netlist,
    potentials,
    parts,
    names,
    electricLoads,
    used,
    items: surfaces,
    service: fact('items', ['id', 'inService']),
    cables: fact('cables', ['id', 'designation']),
  },
  judge: ({ names, electricLoads, cables, service, ...at }) => {
    const { parts, items } = at;
    const { used } = at;
    const dead = new Set(service.filter((i) => !i.inService).map((i) => i.id));
    const isLoad = new Set(electricLoads.filter((l) => l.load).map((l) => l.id));
    let first: TerminalRef | null | undefined;
    const firstFree = () => {
      first ??= freeSpots(at, 'minus', bankNet(at.netlist, at.potentials, 'minus'))[0] ?? null;
      return first;
    };
    return items.flatMap((item) =>
      (dead.has(item.id) ? [] : (parts.get(item.partId)?.terminals ?? []))
        .filter((t) => t.required && !used.has(`${item.id} ${t.id}`))
        .map((t) => {
          const ref = { itemId: item.id, terminalId: t.id };
          const spot = t.polarity === 'minus' && isLoad.has(item.id) ? firstFree() : null;
          const label = placeName({ names, parts }, ref);
          return {
            entity: `${item.id}/${t.id}`,
            where: { label, itemIds: [item.id], terminals: [ref] },
            says: `${label} is not connected`,
            why: 'the part does not work, or does not work safely, with this terminal open',
            fixes: spot
              ? [
                  {
                    label: `Connect to ${placeName({ names, parts }, spot)}`,
                    commands: connectTerminals({ items, cables }, spot, ref, { seed: 'fix' }),
                  },
                ]
              : [],
          };
        }),
    );
  },
});
