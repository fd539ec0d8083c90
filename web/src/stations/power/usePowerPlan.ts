import type { Command } from '@ombrik/core/document/commands';
import type { PowerPlan } from '@ombrik/core/document/power/power';
import { useJob } from '../../session/useJob.ts';

/** Edits of the power plan, each of one field. */
export function usePowerPlan() {
  const job = useJob();
  return <F extends keyof PowerPlan>(field: F, value: PowerPlan[F], what: string) =>
    job.edit(`Power: ${what}`, [{ kind: 'setPower', field, value } as Command]);
}
