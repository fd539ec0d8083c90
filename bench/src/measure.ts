import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Times in ms, and the circuit simulator as the reference of a run. */
export const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;
/** What so large a share of them stays under: 0.95 is 95 of 100. */
export const share = (xs: readonly number[], of: number): number => {
  const sorted = [...xs].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * of))] ?? Number.NaN;
};
export const timed = (work: () => void): number => {
  const began = performance.now();
  work();
  return performance.now() - began;
};

/** Median time of the simulator's whole process on a deck, ms. */
export function simulate(name: string, deck: string, times = 9): number {
  const folder = mkdtempSync(join(tmpdir(), 'ombrik-bench-'));
  const file = join(folder, `${name}.cir`);
  writeFileSync(file, deck);
  const runs = Array.from({ length: times }, () =>
    timed(() => {
      const { status } = spawnSync('ngspice', ['-b', file], { stdio: 'ignore' });
      if (status !== 0) throw new Error(`ngspice ended with ${status} on ${name}`);
    }),
  );
  rmSync(folder, { recursive: true });
  return median(runs);
}
