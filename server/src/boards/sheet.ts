import type { Board } from '@ombrik/core/document/board';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import type { JobRow } from '../jobs/jobRow.ts';

/** A job at one revision, not derived yet. */
export interface JobSheet {
  job: JobRow;
  revision: number;
  board: Board;
  workshop: Workshop;
}
/** Of a dossier what the floor, the store and the wall go by: a tenth of it, quickly handed from thread to thread. */
export type FloorDossier = Pick<Dossier, 'cables' | 'parts' | 'bench' | 'findings'>;
/** A job at one revision with what the floor, the store and the wall go by. */
export interface JobFile extends JobSheet {
  dossier: FloorDossier;
  dossierFingerprint: string;
}

/** What a dossier comes from; `key` names it, so that a thread derives the same sheet once. */
export interface SheetWork {
  key: string;
  board: Board;
  workshop: Workshop;
}

/** Names what a sheet's dossier depends on, besides the core itself. */
export const sheetKey = ({ job, revision, workshop }: JobSheet): string => `${job.id}/${revision}/${workshop.version}`;
/** A sheet as a thread derives it. */
export const sheetWork = (sheet: JobSheet): SheetWork => ({
  key: sheetKey(sheet),
  board: sheet.board,
  workshop: sheet.workshop,
});
