import type { PointMm } from '../../document/basics.ts';
import { APART_MM } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { type Laid, laidAmps, laidCables } from './laidCables.ts';

const PRACTICE = 'common practice, no source';

const parallelGap = (a: PointMm, b: PointMm, c: PointMm, d: PointMm): { gapMm: number; besideMm: number } | null => {
  const upright = Math.abs(a.xMm - b.xMm) < 0.5 && Math.abs(c.xMm - d.xMm) < 0.5;
  const level = Math.abs(a.yMm - b.yMm) < 0.5 && Math.abs(c.yMm - d.yMm) < 0.5;
  if (!upright && !level) return null;
  const [lo, hi, lo2, hi2] = upright
    ? [Math.min(a.yMm, b.yMm), Math.max(a.yMm, b.yMm), Math.min(c.yMm, d.yMm), Math.max(c.yMm, d.yMm)]
    : [Math.min(a.xMm, b.xMm), Math.max(a.xMm, b.xMm), Math.min(c.xMm, d.xMm), Math.max(c.xMm, d.xMm)];
  return {
    gapMm: upright ? Math.abs(a.xMm - c.xMm) : Math.abs(a.yMm - c.yMm),
    besideMm: Math.min(hi, hi2) - Math.max(lo, lo2),
  };
};

/** The longest stretch two cables run nearer than they should, mm; null where they only cross. */
function together(a: Laid, b: Laid, needMm: number, crossingMm: number): number | null {
  let most = 0;
  for (const p of a.paths)
    for (const q of b.paths) {
      if (p.panelId !== q.panelId || p.face !== q.face) continue;
      for (let i = 1; i < p.points.length; i++)
        for (let j = 1; j < q.points.length; j++) {
          const near = parallelGap(p.points[i - 1]!, p.points[i]!, q.points[j - 1]!, q.points[j]!);
          if (near && near.gapMm - (a.diameterMm + b.diameterMm) / 2 < needMm && near.besideMm > crossingMm)
            most = Math.max(most, near.besideMm);
        }
    }
  return most > 0 ? most : null;
}

/** Mains beside d.c., signals beside high current. */
export const notSeparated = finding({
  id: 'not-separated',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice', note: 'to know' },
  protects: 'whoever works on the d.c. side, where mains lies beside it; signals from heavy current',
  source: `separation (${PRACTICE}); local rules come first`,
  limits: {
    mainsMm: { value: APART_MM.mains, unit: 'mm', what: 'between mains and anything else', source: PRACTICE },
    signalMm: { value: APART_MM.signal, unit: 'mm', what: 'between a signal and heavy current', source: PRACTICE },
    heavyA: { value: 50, unit: 'A', what: 'current from which a signal keeps away', source: PRACTICE },
    crossingMm: { value: 60, unit: 'mm', what: 'side by side for less is a crossing', source: PRACTICE },
  },
  reads: { laidCables, laidAmps },
  judge: ({ laidCables, laidAmps }, { mainsMm, signalMm, heavyA, crossingMm }) => {
    const pairs = laidCables
      .filter((c) => c.family !== 'power')
      .flatMap((one) =>
        laidCables.flatMap((other) => {
          if (other.family === one.family || (other.family !== 'power' && one.cable.id > other.cable.id)) return [];
          const mains = one.family === 'mains' || other.family === 'mains';
          const heavy = laidAmps.get((other.family === 'power' ? other : one).cable.id)!;
          if (!mains && heavy < heavyA) return [];
          const beside = together(one, other, mains ? mainsMm : signalMm, crossingMm);
          return beside === null ? [] : [{ mains, a: one.cable, b: other.cable, besideMm: Math.round(beside) }];
        }),
      );
    const told = (mains: boolean) => {
      const own = pairs.filter((p) => p.mains === mains);
      const [first] = own;
      if (!first) return [];
      const each = own.map(({ a, b, besideMm }) => `${a.designation} and ${b.designation} for ${besideMm} mm`);
      return [
        {
          entity: `${first.a.id}/${first.b.id}`,
          severity: mains ? ('warn' as const) : ('note' as const),
          where: {
            label: [...new Set(own.flatMap(({ a, b }) => [a.designation, b.designation]))].join(', '),
            cableIds: [...new Set(own.flatMap(({ a, b }) => [a.id, b.id]))],
          },
          says: mains
            ? `Mains and d.c. run side by side: ${each.join(', ')}`
            : `Signals run beside heavy current: ${each.join(', ')}`,
          why: mains
            ? `${mainsMm} mm apart, or a wall between them; a licensed person decides`
            : `${signalMm} mm apart keeps the signal clean`,
        },
      ];
    };
    return [...told(true), ...told(false)];
  },
});
