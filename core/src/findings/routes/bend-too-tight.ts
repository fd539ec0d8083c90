import type { PointMm } from '../../document/basics.ts';
import type { Command } from '../../document/commands.ts';
import { BEND_FACTOR, BEND_SOURCE } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';

/**
 * The tightest inner radius a right-angled path of waypoints asks of its cable: at each corner the bend has half of the
 * shorter stretch beside it (a whole one at an end) to turn in.
 */
export function tightestBend(points: readonly PointMm[], diameterMm: number): { radiusMm: number; at: PointMm } | null {
  let worst: { radiusMm: number; at: PointMm } | null = null;
  for (let i = 1; i < points.length - 1; i++) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const [inMm, outMm] = [Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm), Math.hypot(c.xMm - b.xMm, c.yMm - b.yMm)];
    if (inMm < 1e-6 || outMm < 1e-6) continue;
    const dot = ((b.xMm - a.xMm) * (c.xMm - b.xMm) + (b.yMm - a.yMm) * (c.yMm - b.yMm)) / (inMm * outMm);
    const turn = Math.acos(Math.max(-1, Math.min(1, dot)));
    if (turn < 0.05) continue;
    const room = Math.min(i === 1 ? inMm : inMm / 2, i === points.length - 2 ? outMm : outMm / 2);
    // The centre line of an arc that turns by `turn` within `room` of its corner; the inner side lies half a cable further in.
    const radiusMm = room / Math.tan(turn / 2) - diameterMm / 2;
    if (!worst || radiusMm < worst.radiusMm) worst = { radiusMm, at: b };
  }
  return worst;
}

/** Accepted routes that bend a cable tighter than it takes. */
export const bendTooTight = finding({
  id: 'bend-too-tight',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the cable and its lug: strands break and the joint is pulled',
  source: BEND_SOURCE,
  limits: {
    radiusDiameters: { value: BEND_FACTOR, unit: '', what: 'inner radius over outer diameter', source: BEND_SOURCE },
    toleranceMm: { value: 0.5, unit: 'mm', what: 'below the wanted radius', source: 'tolerance of the drawing' },
  },
  reads: { laidCables },
  judge: ({ laidCables }, { radiusDiameters, toleranceMm }) =>
    laidCables.flatMap(({ cable, paths, diameterMm }) => {
      const needMm = radiusDiameters * diameterMm;
      for (const path of paths) {
        if (path.provisional) continue;
        const tight = tightestBend(path.points, diameterMm);
        if (!tight || tight.radiusMm >= needMm - toleranceMm) continue;
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
            says: `${cable.designation} bends to ${Math.max(0, Math.round(tight.radiusMm))} mm at ${Math.round(tight.at.xMm)}, ${Math.round(tight.at.yMm)} mm; ${Math.round(needMm)} mm is wanted`,
            why: `${diameterMm.toFixed(1)} mm cable; a tighter bend breaks strands and pulls at the lug`,
            fixes: guess.length > 0 ? [{ label: 'Give it back to the router', commands: guess }] : [],
          },
        ];
      }
      return [];
    }),
});
