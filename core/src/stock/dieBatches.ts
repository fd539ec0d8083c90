import type { Id } from '../document/basics.ts';
import { compareNatural } from '../engine/compareText.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';
import type { CableProgress } from './cableSteps.ts';
import { daysBetween } from './workingDays.ts';

/** A job whose cables are made. */
export interface CrimpJob {
  jobId: Id;
  number: number;
  name: string;
  wantedOn: string | null;
  cables: readonly MadeCable[];
  progress: ReadonlyMap<Id, Pick<CableProgress, 'steps'>>;
}

/** Ends of several jobs that one die presses in one go. */
export interface DieBatch {
  dieId: string;
  toolName: string;
  ends: number;
  jobs: {
    jobId: Id;
    number: number;
    name: string;
    wantedOn: string | null;
    cables: { cableId: Id; designation: string; ends: number; cut: boolean }[];
  }[];
}

/** Jobs wanted further apart than this are not crimped together, days. Common practice, no source. */
const TOGETHER_DAYS = 21;

/**
 * What is still to be crimped on all jobs, die by die, so that a die is set up once: the die of the job that is wanted
 * first in front; jobs wanted much later than the first of a die wait for their own turn.
 * @example
 * dieBatches([]); // []
 */
export function dieBatches(jobs: readonly CrimpJob[]): DieBatch[] {
  const byWish = [...jobs].sort((a, b) => compareNatural(a.wantedOn ?? '9', b.wantedOn ?? '9') || a.number - b.number);
  const batches = new Map<string, DieBatch>();
  for (const { progress, cables, ...job } of byWish) {
    for (const cable of cables) {
      const steps = progress.get(cable.cableId)?.steps ?? [];
      const isDone = (step: string) => steps.some((s) => s.step === step && s.done && !s.older);
      if (cable.lead || isDone('crimped')) continue;
      const ends = cable.cores.flatMap((c) => [c.from, c.to]).flatMap((e) => e.crimp ?? []);
      for (const dieId of new Set(ends.map((e) => e.dieId))) {
        const own = ends.filter((e) => e.dieId === dieId);
        const batch: DieBatch = batches.get(dieId) ?? { dieId, toolName: own[0]!.toolName, ends: 0, jobs: [] };
        const first = batch.jobs[0]?.wantedOn;
        if (first && (!job.wantedOn || daysBetween(first, job.wantedOn) > TOGETHER_DAYS)) continue;
        let line = batch.jobs.find((j) => j.jobId === job.jobId);
        if (!line) {
          line = { ...job, cables: [] };
          batch.jobs.push(line);
        }
        line.cables.push({
          cableId: cable.cableId,
          designation: cable.designation,
          ends: own.length,
          cut: isDone('cut'),
        });
        batch.ends += own.length;
        batches.set(dieId, batch);
      }
    }
  }
  return [...batches.values()];
}
