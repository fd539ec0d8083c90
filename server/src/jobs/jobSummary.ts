import type { Board } from '@ombrik/core/document/board';
import type { StationName, StationStatus } from '@ombrik/core/stations';

/** What the wall shows of a job beside its row. */
export interface JobSummary {
  jobName: string;
  customer: string;
  systemVoltageV: number;
  stations: StationStatus[];
  stops: number;
  leadTimeDays: number;
  next: StationName | null;
  waitsFor: string;
}

/** The row of a job nobody has worked out yet: what the order says, so that it is seen and found from the start. */
export const firstSummary = ({ brief }: Board): JobSummary => ({
  jobName: brief.jobName,
  customer: brief.customer,
  systemVoltageV: brief.systemVoltageV,
  stations: [],
  stops: 0,
  leadTimeDays: 0,
  next: 'brief',
  waitsFor: 'its numbers, which are being worked out',
});
/** What a first row is made of: nothing that was worked out. */
export const NOTHING_YET = '';
