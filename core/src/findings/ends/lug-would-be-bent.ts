import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import { rows } from '../../engine/fact.ts';
import { cableLengths, catalogue, made, parts } from '../../stages/stages.ts';
import { endsThatFit } from '../../stages/terminations/terminates.ts';
import { finding } from '../finding.ts';
import { terminalAt } from '../places.ts';
import { cableOf, names } from '../views.ts';
import { atEnd, endsOf, lockLugs } from './oneEnd.ts';

/** A straight lug whose cable has to go through the board at once would be bent at its neck. */
export const lugWouldBeBent = finding({
  id: 'lug-would-be-bent',
  subject: 'ends',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the lug: a bent palm cracks at its neck',
  source: 'geometry of the lug; bend radius (common practice, no source)',
  limits: {
    bendDiameters: {
      value: 4,
      unit: '',
      what: 'cable diameters a cable needs behind a straight lug to bend',
      source: 'common practice, no source',
    },
    fromMm2: {
      value: 10,
      unit: 'mm²',
      what: 'smallest conductor whose lug is stiff enough to be bent by it',
      source: 'common practice, no source',
    },
  },
  reads: {
    made: rows(made, ['cableId', 'designation', 'cores', 'areaMm2', 'cableTypeId']),
    paths: rows(cableLengths, ['cableId', 'paths']),
    cableOf,
    names,
    parts,
    catalogue,
  },
  judge: ({ made, paths, cableOf, names, parts, catalogue }, { bendDiameters, fromMm2 }) => {
    const { lug, cableType } = catalogueIndex(catalogue);
    return made.flatMap((cable) => {
      const { segments } = cableOf.get(cable.cableId)!;
      // Only cables that go through a board at all.
      if (!segments.some((s) => s.kind === 'passThrough')) return [];
      const lies = paths.find((p) => p.cableId === cable.cableId)?.paths ?? [];
      return endsOf(cable).flatMap((one) => {
        const { side, end } = one;
        const found = lug.get(end.lug.value ?? '');
        if (found?.kind !== 'lug' || found.angleDeg !== 0 || found.areaMm2 < fromMm2) return [];
        const way = side === 'from' ? segments : [...segments].reverse();
        // Onto the board, then straight through it.
        if (way[0]?.kind !== 'panelRoute' || way[1]?.kind !== 'passThrough') return [];
        const path = side === 'from' ? lies[0] : lies.at(-1);
        if (!path || path.provisional) return [];
        let runMm = 0;
        for (let i = 1; i < path.points.length; i++)
          runMm += Math.hypot(
            path.points[i]!.xMm - path.points[i - 1]!.xMm,
            path.points[i]!.yMm - path.points[i - 1]!.yMm,
          );
        const diameterMm = cableType.get(cable.cableTypeId ?? '')?.outerDiameterMm ?? 5;
        const needsMm = found.setbackMm + found.barrelDepthMm + bendDiameters * diameterMm;
        if (runMm >= needsMm) return [];
        const terminal = terminalAt({ names, parts }, end.ref);
        const angled = terminal
          ? endsThatFit(cable.areaMm2, terminal, catalogue.lugs).find((l) => l.angleDeg === 90)
          : undefined;
        return [
          {
            ...atEnd(one),
            says: `${cable.designation} goes through the board ${Math.round(runMm)} mm from the stud of ${end.at}: its lug would have to be bent`,
            why: `barrel and bend of ${found.name} need ${Math.round(needsMm)} mm (${bendDiameters} cable diameters); a bent palm cracks at its neck`,
            fixes: angled
              ? [
                  {
                    label: `Angled: ${angled.name}`,
                    commands: lockLugs(cableOf, [{ one, lugId: angled.id }], 'through the board beside the stud'),
                  },
                ]
              : [],
          },
        ];
      });
    });
  },
});
