import type { TerminalRef } from '../../document/connection/connection.ts';
import { madeEnds, parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName, terminalAt } from '../places.ts';
import { names } from '../views.ts';
import type { EndedCable } from './oneEnd.ts';

/** Clamps with more than they hold: a looped branch puts two conductors into one. */
export const clampOverfull = finding({
  id: 'clamp-overfull',
  subject: 'ends',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the joint: a clamp that holds too much lets one of them go',
  source: 'part sheet: clamping range; two conductors to a clamp (common practice, no source)',
  limits: {
    conductors: { value: 2, unit: '', what: 'conductors in one clamp', source: 'common practice, no source' },
    maxMm2: { setBy: 'part sheet', unit: 'mm²', what: 'area the clamp takes', source: 'part sheet' },
  },
  reads: { madeEnds, names, parts },
  judge: ({ madeEnds, names, parts }, { conductors }) => {
    const held = new Map<string, { ref: TerminalRef; cables: EndedCable[] }>();
    for (const made of madeEnds)
      for (const core of made.cores)
        for (const { ref, attachment } of [core.from, core.to]) {
          if (attachment !== 'clamp') continue;
          const key = `${ref.itemId} ${ref.terminalId}`;
          const own = held.get(key);
          if (own) own.cables.push(made);
          else held.set(key, { ref, cables: [made] });
        }
    return [...held.values()].flatMap(({ ref, cables }) => {
      const clamp = cables.length > 1 ? terminalAt({ names, parts }, ref)?.attachment : undefined;
      if (clamp?.kind !== 'clamp') return [];
      const areaMm2 = cables.reduce((s, c) => s + c.areaMm2, 0);
      if (cables.length <= conductors && areaMm2 <= clamp.maxMm2 + 1e-9) return [];
      const name = placeName({ names, parts }, ref);
      return [
        {
          entity: `${ref.itemId}/${ref.terminalId}`,
          where: { label: name, itemIds: [ref.itemId], cableIds: cables.map((c) => c.cableId), terminals: [ref] },
          says:
            cables.length > conductors
              ? `${cables.length} conductors in the clamp ${name}, at most ${conductors}`
              : `${cables.map((c) => c.designation).join(' and ')} together are ${areaMm2} mm², the clamp ${name} takes ${clamp.maxMm2} mm²`,
          why: 'a clamp that holds more than it is made for lets one of them go: loop on from a bar or a block',
        },
      ];
    });
  },
});
