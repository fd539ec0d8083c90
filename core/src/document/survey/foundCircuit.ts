import type { Id } from '../basics.ts';

/** A circuit as found on a rework job. */
export interface FoundCircuit {
  id: Id;
  name: string;
  /** Null: nobody could tell. */
  conductorMm2: number | null;
  fuseA: number | null;
  fate: 'stays' | 'goes' | 'open';
  notes: string;
  /** Photos, by attachment id. */
  photos: Id[];
}
