import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import { workshopOf } from '../../stages/inputs.ts';
import { catalogue, parts } from '../../stages/stages.ts';
import { endsThatFit } from '../../stages/terminations/terminates.ts';
import { finding } from '../finding.ts';
import { terminalAt } from '../places.ts';
import { cableOf, names } from '../views.ts';
import { ends, lockLugs, type OneEnd } from './oneEnd.ts';

/** Barrels no tool in the shop has a die for, said while the board is still on the screen, all in one. */
export const dieMissing = finding({
  id: 'die-missing',
  subject: 'ends',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the joint: a barrel pressed with another die gets warm and lets go',
  source: 'workshop: crimping tools; DIN 46235 die codes (from memory)',
  limits: { dies: { setBy: 'workshop', unit: '', what: 'dies the shop owns', source: 'workshop: crimping tools' } },
  reads: { ends, cableOf, names, parts, catalogue, workshop: workshopOf(['tools']) },
  judge: ({ ends, cableOf, names, parts, catalogue, workshop }) => {
    const owned = new Set(workshop.tools.flatMap((t) => t.dies));
    const missing = new Map<string, OneEnd[]>();
    for (const one of ends) {
      const { crimp } = one.end;
      if (!crimp || owned.has(crimp.dieId)) continue;
      missing.set(crimp.dieId, [...(missing.get(crimp.dieId) ?? []), one]);
    }
    const at = [...missing.values()].flat();
    if (at.length === 0) return [];
    const { lug } = catalogueIndex(catalogue);
    const wires = [...new Set(at.map((o) => o.made.designation))];
    // Another end of the same terminals whose die is there.
    const others = at.flatMap((one) => {
      const terminal = terminalAt({ names, parts }, one.end.ref);
      const other = terminal
        ? endsThatFit(one.made.areaMm2, terminal, catalogue.lugs).find((l) => owned.has(l.dieId))
        : undefined;
      return other ? [{ one, lugId: other.id }] : [];
    });
    const few = wires.slice(0, 4).join(', ');
    const dies = [...missing].map(
      ([dieId, own]) => `“${dieId}” for ${own.length} ${own.length === 1 ? 'end' : 'ends'}`,
    );
    return [
      {
        entity: 'dies',
        where: {
          label: `${few}${wires.length > 4 ? ' and others' : ''}`,
          cableIds: [...new Set(at.map((o) => o.made.cableId))],
          itemIds: [...new Set(at.map((o) => o.end.ref.itemId))],
          terminals: at.map((o) => o.end.ref),
        },
        says: `No tool in the shop has the die ${dies.join(', ')} (${few}${wires.length > 4 ? ' and others' : ''})`,
        why: `${lug.get(at[0]!.end.lug.value ?? '')?.name ?? 'the end'} ${missing.size > 1 ? 'and the like are' : 'is'} pressed with it; the die must match the barrel. Get the die, have them pressed, or take another size`,
        fixes:
          others.length === at.length
            ? [
                {
                  label: 'Use ends the shop has dies for',
                  commands: lockLugs(cableOf, others, `the shop has no die ${[...missing.keys()].join(', ')}`),
                },
              ]
            : [],
      },
    ];
  },
});
