import type { Id } from '../basics.ts';

/** A warning somebody has looked at and lets stand; it counts as long as the finding says what it said then. */
export interface AcceptedFinding {
  id: Id;
  findingId: string;
  /** What it said when it was accepted: other numbers are another question. */
  says: string;
  who: string;
  reason: string;
  /** The day, as 2026-12-18. */
  on: string;
}
