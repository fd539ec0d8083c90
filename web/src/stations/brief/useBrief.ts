import type { Brief } from '@ombrik/core/document/brief/brief';
import type { Command } from '@ombrik/core/document/commands';
import type { BoardSettings } from '@ombrik/core/document/settings/settings';
import { useJob } from '../../session/useJob.ts';

/** Edits of the order and of the settings of the board, each of one field. */
export function useBrief() {
  const job = useJob();
  return {
    set: <F extends keyof Brief>(field: F, value: Brief[F]) =>
      job.edit(`Brief: ${field}`, [{ kind: 'setBrief', field, value } as Command]),
    setting: <F extends keyof BoardSettings>(field: F, value: BoardSettings[F]) =>
      job.edit(`Setting: ${field}`, [{ kind: 'setSetting', field, value } as Command]),
  };
}
