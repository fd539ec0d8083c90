import { connectTerminals } from '../../document/connection/connect.ts';
import { fact } from '../../stages/inputs.ts';
import { netlist, parts, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName } from '../places.ts';
import { names, surfaces, used } from '../views.ts';
import { bankNet, freeSpots } from './freeSpots.ts';
import { unfedDevices, wordsOf } from './unfed.ts';

/** Devices whose plus is fed and whose minus leads nowhere. */
export const noReturn = finding({
  id: 'no-return',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'whoever looks for a way back through a frame or a hand',
  source: 'a circuit needs a way out and a way back (Kirchhoff)',
  limits: {},
  reads: {
    unfedDevices,
    netlist,
    potentials,
    parts,
    names,
    used,
    items: surfaces,
    cables: fact('cables', ['id', 'designation']),
  },
  judge: ({ unfedDevices, cables, names, ...at }) =>
    unfedDevices
      .filter((u) => u.plusFed && !u.minusFed)
      .map(({ item, key, minusRef, minusOpen }) => {
        const spot = freeSpots(at, 'minus', bankNet(at.netlist, at.potentials, 'minus'))[0];
        return {
          entity: key,
          where: { label: item.designation, itemIds: [item.id], terminals: minusRef ? [minusRef] : [] },
          says: `${wordsOf(item)} has no return`,
          why: 'its plus side is fed, its minus side reaches no source',
          fixes:
            spot && minusRef && minusOpen
              ? [
                  {
                    label: `Return to ${placeName({ names, parts: at.parts }, spot)}`,
                    commands: connectTerminals({ items: at.items, cables }, spot, minusRef, { seed: 'return' }),
                  },
                ]
              : [],
        };
      }),
});
