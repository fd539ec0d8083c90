import { inside, segmentsCross } from '../../solvers/polygon.ts';
import { onPanel } from '../lengths/geometry.ts';
import type { Finding } from './finding.ts';
import { at, judge, type Standing } from './standing.ts';

/** How long the spanner for a stud is, mm. Common practice, no source. */
export const spannerMm = (studMm: number): number => 60 + 8 * studMm;
const DIRECTIONS = 24;
/** A ring spanner wants this many directions beside each other: a sixth of a turn. */
const FREE_DIRECTIONS = 5;

/** Studs no spanner swings at: parts taller than the stud stand all round it. */
export function toolSwing(all: readonly Standing[]): Finding[] {
  return all.flatMap((s): Finding[] => {
    const reachMost = spannerMm(20);
    const { box } = s;
    // Only what stands near the part at all can be in the way of any of its studs.
    const taller = all.filter(
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
      const at_ = onPanel(s.item, t)!;
      const reachMm = spannerMm(t.attachment.diameterMm);
      const heightMm = s.bottomMm + t.zMm + 5;
      const walls = taller.filter(
        ({ box: b, topMm }) =>
          topMm > heightMm &&
          b.leftMm < at_.xMm + reachMm &&
          b.rightMm > at_.xMm - reachMm &&
          b.topMm < at_.yMm + reachMm &&
          b.bottomMm > at_.yMm - reachMm,
      );
      if (walls.length === 0) continue;
      const free = Array.from({ length: DIRECTIONS }, (_, k) => {
        const a = (2 * Math.PI * k) / DIRECTIONS;
        const end = { xMm: at_.xMm + reachMm * Math.cos(a), yMm: at_.yMm + reachMm * Math.sin(a) };
        return walls.every(
          (w) =>
            !inside(end, w.outline) &&
            w.outline.every((p, i) => !segmentsCross(at_, end, p, w.outline[(i + 1) % w.outline.length]!)),
        );
      });
      let [run, most] = [0, 0];
      for (let k = 0; k < 2 * DIRECTIONS; k++) {
        run = free[k % DIRECTIONS] ? run + 1 : 0;
        most = Math.max(most, run);
      }
      if (most >= FREE_DIRECTIONS) continue;
      return [
        judge(
          'no-tool-swing',
          'warn',
          { ...at(s), terminals: [{ itemId: s.item.id, terminalId: t.id }] },
          `No spanner swings at ${s.item.designation}:${t.name}`,
          `a spanner for M${t.attachment.diameterMm} is about ${reachMm} mm long, and ${walls.map((w) => w.item.designation).join(', ')} stand taller all round`,
          'room for the tool at every stud (common practice, no source)',
          `${s.item.id}/${t.id}`,
        ),
      ];
    }
    return [];
  });
}
