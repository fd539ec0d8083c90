import type { CutProblem } from '../solvers/cutting/problem.ts';

/**
 * A cutting problem as a mixed-integer programme in CPLEX LP text, for a solver that knows nothing of cutting: how many
 * of each order come from each rod (x), whether a rod is started (y) and keeps a useful rest (k), and what it costs (c).
 * Rods that may be bought without end are offered `bought` times.
 */
export function cutMilp(problem: CutProblem, bought = 0): string {
  const rods = problem.stocks.flatMap((s, k) =>
    Array.from({ length: Number.isFinite(s.count) ? s.count : bought }, () => ({ ...s, k })),
  );
  const { orders, kerfMm } = problem;
  const longest = (r: (typeof rods)[number]) => r.lengthMm + kerfMm;
  const term = (n: number, name: string) => `${n < 0 ? '-' : '+'} ${Math.abs(n)} ${name}`;
  const lines: string[] = ['Minimize', ' obj:'];
  rods.forEach((r, i) => {
    lines.push(`  ${term(1000 * r.openMm, `y${i}`)} ${term(r.weightPermille, `c${i}`)}`);
  });
  lines.push('Subject To');
  orders.forEach((o, j) => {
    lines.push(` d${j}: ${rods.map((_, i) => `+ 1 x${j}_${i}`).join(' ')} = ${o.count}`);
  });
  rods.forEach((r, i) => {
    const taken = orders.map((o, j) => term(o.lengthMm + kerfMm, `x${j}_${i}`)).join(' ');
    const useful = Math.max(0, r.lengthMm - r.minUsefulMm);
    // Kept: at most up to the useful rest. Used up: the whole rod.
    lines.push(` u${i}: ${taken} ${term(-longest(r), `y${i}`)} ${term(longest(r) - useful, `k${i}`)} <= 0`);
    lines.push(` k${i}: + 1 k${i} - 1 y${i} <= 0`);
    lines.push(` s${i}: + 1 c${i} ${term(-r.lengthMm, `y${i}`)} ${term(r.lengthMm, `k${i}`)} >= 0`);
    lines.push(
      ` t${i}: + 1 c${i} ${taken.replaceAll('+', '-')} ${term(longest(r), `y${i}`)} ${term(-longest(r), `k${i}`)} >= 0`,
    );
  });
  lines.push('Bounds');
  orders.forEach((o, j) => {
    rods.forEach((_, i) => {
      lines.push(` 0 <= x${j}_${i} <= ${o.count}`);
    });
  });
  lines.push('General', ` ${orders.flatMap((_, j) => rods.map((_r, i) => `x${j}_${i}`)).join(' ')}`);
  lines.push('Binary', ` ${rods.flatMap((_, i) => [`y${i}`, `k${i}`]).join(' ')}`, 'End', '');
  return lines.join('\n');
}
