import type { FuseStyle, LinkCurve } from '../document/part/part.ts';
import type { StyleCurve } from '../solvers/timeCurrent.ts';

/** Bands by style, generic: a maker's own curve replaces them. */
export const TIME_CURRENT: Readonly<Record<FuseStyle, StyleCurve>> = {
  blade: {
    gates: [
      { multiple: 1.1, minS: 360000, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.35, minS: 0.75, maxS: 600 },
      { multiple: 2, minS: 0.15, maxS: 5 },
      { multiple: 3.5, minS: 0.08, maxS: 0.5 },
      { multiple: 6, minS: 0.03, maxS: 0.1 },
    ],
    leastS: 0,
    letThroughPerA2: null,
    source:
      'ISO 8820-3 blade: 110 % at least 100 h, 135 % 0.75–600 s, 200 % 0.15–5 s, 350 % 0.08–0.5 s, 600 % 0.03–0.1 s (from memory)',
  },
  sf30: {
    gates: [
      { multiple: 1.1, minS: 14400, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.35, minS: 60, maxS: 1800 },
      { multiple: 2, minS: 2, maxS: 60 },
      { multiple: 3.5, minS: 0.2, maxS: 7 },
      { multiple: 6, minS: 0.04, maxS: 1 },
    ],
    leastS: 0,
    letThroughPerA2: null,
    source: 'ISO 8820-5 SF30 bolt-down, slower than blade (generic band, from memory; the maker’s sheet replaces it)',
  },
  sf51: {
    gates: [
      { multiple: 1.1, minS: 14400, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.35, minS: 120, maxS: 1800 },
      { multiple: 2, minS: 4, maxS: 100 },
      { multiple: 3.5, minS: 0.4, maxS: 10 },
      { multiple: 6, minS: 0.08, maxS: 1.5 },
    ],
    leastS: 0,
    letThroughPerA2: null,
    source: 'ISO 8820-5 SF51 bolt-down, slower than blade (generic band, from memory; the maker’s sheet replaces it)',
  },
  classT: {
    gates: [
      { multiple: 1.1, minS: 14400, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.35, minS: 60, maxS: 7200 },
      { multiple: 2, minS: 5, maxS: 480 },
      { multiple: 4, minS: 0.2, maxS: 3 },
      { multiple: 8, minS: 0.01, maxS: 0.06 },
    ],
    leastS: 0,
    letThroughPerA2: 2.2,
    source:
      'UL 248-15 Class T, fast and current limiting (generic band and let-through, from memory; the maker’s sheet replaces it)',
  },
  anl: {
    gates: [
      { multiple: 1.1, minS: 14400, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.4, minS: 60, maxS: 3600 },
      { multiple: 2, minS: 2, maxS: 60 },
      { multiple: 4, minS: 0.15, maxS: 1.5 },
      { multiple: 8, minS: 0.02, maxS: 0.2 },
    ],
    leastS: 0,
    letThroughPerA2: null,
    source: 'ANL type: makers’ curves only (generic band, from memory; the maker’s sheet replaces it)',
  },
  cube: {
    gates: [
      { multiple: 1.1, minS: 14400, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.35, minS: 120, maxS: 1800 },
      { multiple: 2, minS: 1, maxS: 15 },
      { multiple: 3.5, minS: 0.3, maxS: 5 },
      { multiple: 6, minS: 0.1, maxS: 1 },
    ],
    leastS: 0,
    letThroughPerA2: null,
    source: 'post-mounted cube type: makers’ curves only (generic band, from memory; the maker’s sheet replaces it)',
  },
  breakerThermal: {
    gates: [
      { multiple: 1.05, minS: 3600, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.35, minS: 60, maxS: 3600 },
      { multiple: 2, minS: 12, maxS: 60 },
      { multiple: 4, minS: 2, maxS: 8 },
      { multiple: 6, minS: 0.8, maxS: 4 },
    ],
    leastS: 0.03,
    letThroughPerA2: null,
    source: 'thermal breaker: makers’ curves only (generic band, from memory; the maker’s sheet replaces it)',
  },
  breakerDin: {
    gates: [
      { multiple: 1.13, minS: 3600, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.45, minS: 60, maxS: 3600 },
      { multiple: 2.55, minS: 1, maxS: 60 },
      { multiple: 7, minS: 0.1, maxS: 12 },
      { multiple: 15, minS: 0.003, maxS: 0.05 },
    ],
    leastS: 0.003,
    letThroughPerA2: null,
    source:
      'IEC 60898-3, d.c. curve C: 113 % at least 1 h, 145 % within 1 h, 255 % 1–60 s, trips at once between 7 and 15 times (from memory)',
  },
  breakerHydraulic: {
    gates: [
      { multiple: 1, minS: 3600, maxS: Number.POSITIVE_INFINITY },
      { multiple: 1.25, minS: 10, maxS: 130 },
      { multiple: 2, minS: 2, maxS: 20 },
      { multiple: 6, minS: 0.1, maxS: 2 },
      { multiple: 10, minS: 0.01, maxS: 0.05 },
    ],
    leastS: 0.008,
    letThroughPerA2: null,
    source:
      'hydraulic-magnetic breaker, medium delay: makers’ curves only (generic band, from memory; the maker’s sheet replaces it)',
  },
};

/**
 * The curve that counts for a link: its maker's own where one was entered, else the band of its style.
 * @example
 * curveOf('blade', null).gates.length > 1; // true
 */
export const curveOf = (style: FuseStyle, own: LinkCurve | null): StyleCurve =>
  own ? { ...own, leastS: TIME_CURRENT[style].leastS } : TIME_CURRENT[style];

/** A battery's own electronics: they open after this, s, once their current is passed. General knowledge, no source. */
export const BMS_OPENS_S = { minS: 0.0005, maxS: 0.02 };
