import type { Hole, Panel } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import { bundleMm } from '../../layout/throughHoles.ts';
import { inside, toEdge } from '../../solvers/polygon.ts';
import { HOLE_GAP, HOLE_GAP_SOURCE, LINING_MM } from '../../tables/layoutPractice.ts';
import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';
import type { Laid } from './routeChecks.ts';

const PRACTICE = 'common practice, no source';

const rimGapMm = (a: Hole, b: Hole) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) - (a.diameterMm + b.diameterMm) / 2;

/** Pass-through holes: room for what goes through, wood between them and to the edge, an edge that does not cut. */
export function holeChecks(context: CheckContext, cables: readonly Laid[]): Finding[] {
  const found: Finding[] = [];
  const set = (panel: Panel, hole: Hole): Command[] => [
    {
      kind: 'set',
      collection: 'panels',
      id: panel.id,
      field: 'holes',
      value: panel.holes.map((h) => (h.id === hole.id ? hole : h)),
    },
  ];
  for (const panel of context.board.panels) {
    panel.holes.forEach((hole, n) => {
      const name = `Hole ${n + 1} of ${panel.name}`;
      const through = cables.filter((l) =>
        l.cable.segments.some((s) => s.kind === 'passThrough' && s.holeId === hole.id),
      );
      const where = { label: name, panelId: panel.id, cableIds: through.map((l) => l.cable.id) };
      const say = (rule: string, severity: Finding['severity'], says: string, why: string, source: string) =>
        makeFinding({ rule, severity, station: 'board', where, says, why, source }, `${panel.id}/${hole.id}`);
      // A bundle of round cables fills about two thirds of a round hole at best.
      const roomMm = hole.diameterMm - LINING_MM[hole.lining];
      const needsMm = through.length === 1 ? through[0]!.diameterMm * 1.1 : bundleMm(through.map((l) => l.diameterMm));
      if (through.length > 0 && needsMm > roomMm + 1e-6) {
        const diameterMm = Math.ceil(needsMm + LINING_MM[hole.lining]);
        found.push({
          ...say(
            'hole-too-small',
            'stop',
            `${name} leaves ${Math.round(roomMm)} mm, ${through.map((l) => l.cable.designation).join(', ')} ${through.length === 1 ? 'needs' : 'need'} ${Math.ceil(needsMm)} mm`,
            `${hole.diameterMm} mm less its ${hole.lining === 'none' ? 'bare edge' : hole.lining}`,
            `two thirds of a hole filled at most (${PRACTICE})`,
          ),
          fixes: [{ label: `Drill it ${diameterMm} mm`, commands: set(panel, { ...hole, diameterMm }) }],
        });
      }
      if (through.length > 0 && hole.lining === 'none')
        found.push({
          ...say(
            'hole-unlined',
            'warn',
            `${name} has a bare edge against ${through.map((l) => l.cable.designation).join(', ')}`,
            'wood and plastic edges saw through insulation as things shake',
            `pass-throughs take a grommet or a sleeve (${PRACTICE})`,
          ),
          fixes: [{ label: 'Line it with a grommet', commands: set(panel, { ...hole, lining: 'grommet' }) }],
        });
      const { distanceMm } = toEdge(hole, panel.outline);
      const rimMm = distanceMm - hole.diameterMm / 2;
      const edgeMm = Math.max(HOLE_GAP.minMm, (HOLE_GAP.factor * hole.diameterMm) / 2);
      if (!inside(hole, panel.outline) || rimMm < edgeMm - 1e-6)
        found.push(
          say(
            'hole-near-edge',
            inside(hole, panel.outline) && rimMm > 0 ? 'warn' : 'stop',
            `${name} leaves ${Math.round(rimMm)} mm to the edge, ${Math.round(edgeMm)} mm is wanted`,
            `${hole.diameterMm} mm hole in ${panel.thicknessMm} mm ${panel.material}`,
            HOLE_GAP_SOURCE,
          ),
        );
      panel.holes.slice(n + 1).forEach((other, k) => {
        const gapMm = rimGapMm(hole, other);
        const needMm = Math.max(HOLE_GAP.minMm, HOLE_GAP.factor * Math.max(hole.diameterMm, other.diameterMm));
        if (gapMm >= needMm - 1e-6) return;
        found.push(
          makeFinding(
            {
              rule: 'holes-close',
              severity: 'warn',
              station: 'board',
              where,
              says: `${name} and hole ${n + 2 + k} leave ${Math.round(gapMm)} mm between them, ${Math.round(needMm)} mm is wanted`,
              why: 'the bridge breaks out as the second is drilled: one larger hole, or further apart',
              source: HOLE_GAP_SOURCE,
            },
            `${panel.id}/${hole.id}/${other.id}`,
          ),
        );
      });
    });
  }
  return found;
}
