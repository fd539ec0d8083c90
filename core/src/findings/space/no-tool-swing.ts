import type { PointMm } from '../../document/basics.ts';
import { inside, segmentsCross } from '../../solvers/polygon.ts';
import { onPanel } from '../../stages/lengths/geometry.ts';
import { spannerMm } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { at, type Standing, standing } from './standing.ts';

const LARGEST_STUD_MM = 20;
const DIRECTIONS = 24;

/** The most directions side by side in which a spanner of a length swings free of walls about a point. */
function freeTogether(stud: PointMm, reachMm: number, walls: readonly Standing[]): number {
  const free = Array.from({ length: DIRECTIONS }, (_, k) => {
    const a = (2 * Math.PI * k) / DIRECTIONS;
    const end = { xMm: stud.xMm + reachMm * Math.cos(a), yMm: stud.yMm + reachMm * Math.sin(a) };
    return walls.every(
      (w) =>
        !inside(end, w.outline) &&
        w.outline.every((p, i) => !segmentsCross(stud, end, p, w.outline[(i + 1) % w.outline.length]!)),
    );
  });
  let [run, most] = [0, 0];
  for (let k = 0; k < 2 * DIRECTIONS; k++) {
    run = free[k % DIRECTIONS] ? run + 1 : 0;
    most = Math.max(most, run);
  }
  return most;
}

/** Studs no spanner swings at: parts taller than the stud stand all round it. */
export const noToolSwing = finding({
  id: 'no-tool-swing',
  subject: 'space',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the joint: nobody can torque it',
  source: 'room for the tool at every stud (common practice, no source)',
  limits: {
    freeDirections: {
      value: 5,
      unit: `of ${DIRECTIONS}`,
      what: 'directions side by side a ring spanner wants: a sixth of a turn and a little',
      source: 'common practice, no source',
    },
    lugMm: { value: 5, unit: 'mm', what: 'height of lug and nut on the stud', source: 'common practice, no source' },
  },
  reads: { standing },
  judge: ({ standing }, { freeDirections, lugMm }) =>
    standing.flatMap((s) => {
      const reachMost = spannerMm(LARGEST_STUD_MM);
      const { box } = s;
      // Only what stands near the part at all can be in the way of any of its studs.
      const near = standing.filter(
        (o) =>
          o !== s &&
          o.panel.id === s.panel.id &&
          o.face === s.face &&
          o.box.leftMm < box.rightMm + reachMost &&
          o.box.rightMm > box.leftMm - reachMost &&
          o.box.topMm < box.bottomMm + reachMost &&
          o.box.bottomMm > box.topMm - reachMost,
      );
      for (const t of s.part.terminals) {
        if (t.attachment.kind !== 'stud') continue;
        const stud = onPanel(s.item, t)!;
        const reachMm = spannerMm(t.attachment.diameterMm);
        const heightMm = s.bottomMm + t.zMm + lugMm;
        const walls = near.filter(
          ({ box: b, topMm }) =>
            topMm > heightMm &&
            b.leftMm < stud.xMm + reachMm &&
            b.rightMm > stud.xMm - reachMm &&
            b.topMm < stud.yMm + reachMm &&
            b.bottomMm > stud.yMm - reachMm,
        );
        if (walls.length === 0 || freeTogether(stud, reachMm, walls) >= freeDirections) continue;
        return [
          {
            entity: `${s.item.id}/${t.id}`,
            where: { ...at(s), terminals: [{ itemId: s.item.id, terminalId: t.id }] },
            says: `No spanner swings at ${s.item.designation}:${t.name}`,
            why: `a spanner for M${t.attachment.diameterMm} is about ${reachMm} mm long, and ${walls.map((w) => w.item.designation).join(', ')} stand taller all round`,
          },
        ];
      }
      return [];
    }),
});
