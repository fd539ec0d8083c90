import type { PointMm } from '../../document/basics.ts';
import { rows } from '../../engine/fact.ts';
import { steady } from '../../engine/stage.ts';
import { inside } from '../../solvers/polygon.ts';
import { fact } from '../../stages/inputs.ts';
import { onPanel } from '../../stages/lengths/geometry.ts';
import { cableLengths } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { shorterScrews } from './screws.ts';
import { at, SHEET, standing } from './standing.ts';

/** What lies behind the board is all of the cables that screws in front can meet. */
const pathsBehind = steady('pathsBehind', { lengths: rows(cableLengths, ['cableId', 'paths']) }, ({ lengths }) =>
  lengths.filter((l) => l.paths.some((p) => p.face === 'back')),
);

function nearPath(p: PointMm, points: readonly PointMm[], reachMm: number): boolean {
  return points.some((b, i) => {
    const a = points[i - 1];
    if (!a) return false;
    const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const t = Math.max(0, Math.min(1, ((p.xMm - a.xMm) * dx + (p.yMm - a.yMm) * dy) / (dx * dx + dy * dy || 1)));
    return Math.hypot(p.xMm - a.xMm - t * dx, p.yMm - a.yMm - t * dy) <= reachMm;
  });
}

/** Screws that come out where a part or a cable is behind. */
export const screwHitsBehind = finding({
  id: 'screw-hits-behind',
  subject: 'space',
  station: 'board',
  severity: { stop: 'destroys' },
  protects: 'what is behind: the screw goes into a cable or a device',
  source: SHEET,
  limits: {
    reachMm: {
      value: 12,
      unit: 'mm',
      what: 'from the middle of a cable within which a screw meets it',
      source: 'common practice, no source',
    },
  },
  reads: {
    standing,
    pathsBehind,
    panels: fact('panels', ['id', 'partScrewMm', 'thicknessMm', 'backClearanceMm']),
    cables: fact('cables', ['id', 'designation']),
  },
  judge: ({ standing, pathsBehind, panels, cables }, { reachMm }) =>
    panels.flatMap((panel) => {
      const own = standing.filter((s) => s.panel.id === panel.id);
      const throughMm = panel.partScrewMm - panel.thicknessMm;
      if (throughMm <= 0 || panel.backClearanceMm <= 0) return [];
      const behind = own.filter((s) => s.face === 'back');
      return own
        .filter((s) => s.face === 'front' && s.part.body.heldBy === 'screws')
        .flatMap((s) => {
          const points = s.part.mountHoles.map((h) => onPanel(s.item, h)!);
          const hit = behind.find((b) => b.bottomMm < throughMm && points.some((p) => inside(p, b.outline)));
          const lies = pathsBehind.find((l) =>
            l.paths.some(
              (p) => p.panelId === panel.id && p.face === 'back' && points.some((q) => nearPath(q, p.points, reachMm)),
            ),
          );
          const cable = lies && cables.find((c) => c.id === lies.cableId);
          if (!hit && !cable) return [];
          return [
            {
              entity: s.item.id,
              where: { ...at(s), cableIds: cable ? [cable.id] : [] },
              says: `A screw of ${s.item.designation} comes out where ${hit ? hit.item.designation : cable!.designation} is`,
              why: `${panel.partScrewMm} mm in ${panel.thicknessMm} mm of board: ${Math.round(throughMm)} mm stand out behind`,
              fixes: [shorterScrews(panel)],
            },
          ];
        });
    }),
});
