import type { BenchStep } from '../devices/benchStep.ts';
import type { Finding } from '../findings/registry.ts';
import { isOpen } from '../findings/settled.ts';
import type { BenchProgress } from '../stages/bench/benchProgress.ts';
import type { BuildCounts } from '../stations.ts';

/** What still stands between a board and its way out, by station. */
export interface OpenToShip {
  station: 'board' | 'build' | 'test';
  says: string;
  /** Whether it may go out all the same, said so by a person. */
  mayGo: boolean;
}

/**
 * What is still open before a board is shipped.
 * @param released the revision it is made to; null while it is not released
 * @param build how far it is built; null while it is not on the floor
 * @example
 * openToShip({ revision: 1, released: null, findings: [], build: null, progress: { dcPassed: true, passedCount: 1, dcCount: 1 }, mains: [] })[0].says; // 'the board is not released'
 */
export function openToShip({
  revision,
  released,
  findings,
  build,
  progress,
  mains,
}: {
  revision: number;
  released: number | null;
  findings: readonly Pick<Finding, 'severity' | 'says' | 'accepted'>[];
  build: BuildCounts | null;
  progress: Pick<BenchProgress, 'dcPassed' | 'passedCount' | 'dcCount'>;
  /** Checks of the mains side, and whether each was signed by a licensed person. */
  mains: readonly { step: Pick<BenchStep, 'title'>; signed: boolean }[];
}): OpenToShip[] {
  const stops = findings.filter((f) => f.severity === 'stop');
  const warnings = findings.filter((f) => f.severity === 'warn' && isOpen(f as Finding));
  const unsigned = mains.filter((m) => !m.signed);
  return [
    ...(released === null ? [{ station: 'board' as const, says: 'the board is not released', mayGo: false }] : []),
    ...(released !== null && released !== revision
      ? [
          {
            station: 'board' as const,
            says: `the drawing is at revision ${revision}, the floor builds ${released}: release it, or take the change back`,
            mayGo: false,
          },
        ]
      : []),
    ...stops.map((f) => ({ station: 'board' as const, says: f.says, mayGo: false })),
    ...warnings.map((f) => ({ station: 'board' as const, says: f.says, mayGo: true })),
    ...(build && build.problems > 0
      ? [{ station: 'build' as const, says: `${build.problems} reports of the floor are not settled`, mayGo: false }]
      : []),
    ...(build && build.done < build.steps
      ? [
          {
            station: 'build' as const,
            says: `${build.steps - build.done} steps of the build are not done`,
            mayGo: true,
          },
        ]
      : []),
    ...(progress.dcPassed
      ? []
      : [
          {
            station: 'test' as const,
            says: `the bench test has passed ${progress.passedCount} of ${progress.dcCount} checks`,
            mayGo: false,
          },
        ]),
    ...unsigned.map(({ step }) => ({
      station: 'test' as const,
      says: `${step.title} is not signed by a licensed person: it may not be used before`,
      mayGo: true,
    })),
  ];
}
