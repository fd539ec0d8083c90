import { profile } from '../../stages/inputs.ts';
import { connections, netlist } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { framedItems } from './framedItems.ts';

/** Loads that return through a frame under rules that ask for a wire. */
export const frameReturn = finding({
  id: 'frame-return',
  subject: 'wiring',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'the frame: current in it eats joints and strays past the shunt',
  source: 'frame return of the profile',
  limits: {
    allowed: { setBy: 'profile', unit: '', what: 'whether a frame may carry returns', source: 'frame return' },
  },
  reads: { netlist, connections, profile, names },
  judge: ({ netlist, connections, profile, names }) => {
    const ids = [...new Set(framedItems(netlist, connections).map((f) => f.itemId))];
    if (ids.length === 0 || profile.frameReturn.allowed) return [];
    const label = namesOf(names, ids);
    return [
      {
        entity: 'board',
        where: { label, itemIds: ids },
        says: `${label} ${ids.length > 1 ? 'return' : 'returns'} through the frame`,
        why: 'the rules this board follows ask for a wire of its own back; both drops stand on the Branches sheet',
        source: profile.frameReturn.source,
      },
    ];
  },
});
