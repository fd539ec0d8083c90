import type { Chemistry } from '../document/brief/brief.ts';

/**
 * How much more internal resistance a bank has when it is cold and aged, against a warm new one. General knowledge, no
 * source: cold about doubles a lithium battery, ageing adds half.
 */
export const COLD_AGED_FACTOR: Readonly<Record<Chemistry, number>> = { agm: 2.2, vented: 2.2, lifepo4: 3 };
export const COLD_AGED_SOURCE =
  'internal resistance cold and aged: lead-acid × 2.2, LiFePO4 × 3 (general knowledge, no source)';

/**
 * What insulation bears for the seconds of a short circuit, °C. Sources: IEC 60364-4-43 for insulated conductors,
 * IEC 60364-5-54 for bare copper in normal conditions (from memory).
 */
export const SHORT_END_C = { pvc70: 160, thermoplastic105: 160, bare: 200 } as const;

/** Copper-clad aluminium against copper of the same size. General knowledge, no source. */
export const CCA = { resistanceFactor: 1.58, ampacityFactor: 0.78 } as const;
