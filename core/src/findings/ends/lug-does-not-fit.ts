import { catalogue, parts } from '../../stages/stages.ts';
import { endsThatFit, whyNoEnd, whyNotThis } from '../../stages/terminations/terminates.ts';
import { finding } from '../finding.ts';
import { terminalAt } from '../places.ts';
import { cableOf, names } from '../views.ts';
import { atEnd, ends } from './oneEnd.ts';

/** Lugs that do not fit their stud, locked or because nothing fits. */
export const lugDoesNotFit = finding({
  id: 'lug-does-not-fit',
  subject: 'ends',
  station: 'cables',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: the end does not go on the terminal',
  source: 'catalogue: lug and terminal (palm widths after DIN 46235, from memory)',
  limits: {},
  reads: { ends, cableOf, names, parts, catalogue },
  judge: ({ ends, cableOf, names, parts, catalogue }) =>
    ends.flatMap((one) => {
      const { made, coreId, side, end } = one;
      if (end.lug.mode === 'auto' && end.lug.fits) return [];
      const terminal = terminalAt({ names, parts }, end.ref);
      if (!terminal) return [];
      if (endsThatFit(made.areaMm2, terminal, catalogue.lugs).some((l) => l.id === end.lug.value)) return [];
      const cable = cableOf.get(made.cableId)!;
      const lug = catalogue.lugs.find((l) => l.id === end.lug.value);
      return [
        {
          ...atEnd(one),
          says: lug
            ? `${lug.name} does not fit ${made.designation} at ${end.at}`
            : `No cable end fits ${made.designation} at ${end.at}`,
          why:
            (lug && whyNotThis(lug, made.areaMm2, terminal, catalogue.lugs)) ??
            whyNoEnd(made.areaMm2, terminal, catalogue.lugs),
          fixes:
            end.lug.mode === 'locked'
              ? [
                  {
                    label: 'Let the lug be worked out',
                    commands: [
                      {
                        kind: 'set',
                        collection: 'cables',
                        id: cable.id,
                        field: 'cores',
                        value: cable.cores.map((c) =>
                          c.id === coreId ? { ...c, [`${side}Lug`]: { mode: 'auto' as const } } : c,
                        ),
                      },
                    ],
                  },
                ]
              : [],
        },
      ];
    }),
});
