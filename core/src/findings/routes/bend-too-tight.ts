import type { Command } from '../../document/commands.ts';
import { field } from '../../engine/fact.ts';
import { profile } from '../../stages/inputs.ts';
import type { Bend } from '../../stages/lengths/dress.ts';
import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';

const tightest = (bends: readonly Bend[]): Bend | null =>
  bends.reduce<Bend | null>((worst, b) => (worst && worst.radiusMm <= b.radiusMm ? worst : b), null);

/** Accepted routes that bend a cable tighter than it takes. */
export const bendTooTight = finding({
  id: 'bend-too-tight',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the cable and its lug: strands break and the joint is pulled',
  source: 'bend radius of the rule profile (common practice, no source)',
  limits: {
    toleranceMm: { value: 0.5, unit: 'mm', what: 'below the wanted radius', source: 'tolerance of the drawing' },
  },
  reads: { laidCables, bend: field(profile, 'bend') },
  judge: ({ laidCables, bend }, { toleranceMm }) =>
    laidCables.flatMap(({ cable, paths, diameterMm }) => {
      for (const path of paths) {
        if (path.provisional) continue;
        const tight = tightest(path.bends);
        if (!tight || tight.radiusMm >= tight.wantedMm - toleranceMm) continue;
        const segment = cable.segments.find((s) => s.kind === 'panelRoute' && s.panelId === path.panelId);
        const guess: Command[] = segment
          ? [
              {
                kind: 'set',
                collection: 'cables',
                id: cable.id,
                field: 'segments',
                value: cable.segments.map((s) =>
                  s.id === segment.id && s.kind === 'panelRoute'
                    ? { ...s, waypoints: [], laidBy: 'router' as const }
                    : s,
                ),
              },
            ]
          : [];
        return [
          {
            entity: cable.id,
            where: { label: cable.designation, cableIds: [cable.id], panelId: path.panelId },
            says: `${cable.designation} bends to ${Math.max(0, Math.round(tight.radiusMm))} mm at ${Math.round(tight.corner.xMm)}, ${Math.round(tight.corner.yMm)} mm; ${Math.round(tight.wantedMm)} mm is wanted`,
            why: `${diameterMm.toFixed(1)} mm cable, straight for barrel and strain behind its ends; a tighter bend breaks strands and pulls at the lug`,
            source: bend.source,
            fixes: guess.length > 0 ? [{ label: 'Give it back to the router', commands: guess }] : [],
          },
        ];
      }
      return [];
    }),
});
