import type { BenchStep } from '../../devices/benchStep.ts';
import type { InstrumentKind } from '../../document/workshop/instrument.ts';
import { type BenchConditions, lineCurrentA } from './limitsAt.ts';

/** What an instrument is told to do while a step is read. */
export interface Drive {
  /** Which kind of instrument does it. */
  by: Extract<InstrumentKind, 'supply' | 'electronicLoad'>;
  currentA: number;
}

/** What a supply that sends a current through a lead may rise to when a clip falls off, V. Common practice, no source. */
export const SENDING_LIMIT_V = 2;
/** So near a current has to come to what was asked, as a share of it. Common practice, no source. */
export const DRIVEN_WITHIN = 0.02;

/**
 * What the program may do at a step by itself: send the current through a lead, or draw that of a consumer in its place.
 * @returns null where a step is read as the board is
 * @example
 * driveOf({ basis: { kind: 'lead', copperOhm: 0, joints: 2, sentA: 10 } }, { bankV: null, ambientC: 20 })?.by; // 'supply'
 */
export function driveOf({ basis }: Pick<BenchStep, 'basis'>, { bankV }: BenchConditions): Drive | null {
  if (basis?.kind === 'lead') return { by: 'supply', currentA: basis.sentA };
  if (basis?.kind === 'segment') return { by: 'electronicLoad', currentA: basis.currentA };
  if (basis?.kind !== 'line' || (bankV === null && basis.operating.kind !== 'current')) return null;
  const { copperOhm, fusesOhm, partsOhm } = basis.line;
  return {
    by: 'electronicLoad',
    currentA: lineCurrentA(basis.operating, bankV ?? 0, copperOhm + fusesOhm + partsOhm),
  };
}
