/** Hands-on minutes of the work at a board. Common practice, no source: a workshop's own records replace them. */
export const WORK_MINUTES = {
  /** A panel sawn to size, and each corner beyond four. */
  cut: 12,
  cornerMore: 4,
  /** A hole marked, drilled and cleaned. */
  hole: 1.2,
  /** Per square metre of panel, both faces and all edges. */
  surfacePerM2: { plywood: 25, plastic: 8, absPanel: 6 },
  lining: 1,
  label: 0.7,
  /** A part set down and aligned, and each of its screws. */
  mount: 2,
  screw: 0.6,
  spacer: 0.5,
  link: 4,
  /** A cable laid, each clip, each hole it goes through, its sleeve. */
  lay: 1.5,
  clip: 0.5,
  through: 0.7,
  sleeve: 1.5,
  clamp: 0.8,
  plug: 0.4,
  /** A stud: its stack laid, torqued and marked, and each lug more than one. */
  torque: 1.2,
  lug: 0.4,
  cover: 0.8,
  strap: 4,
  fusesOut: 2,
  look: 6,
  /** A piece of a kit counted out, marked and packed. */
  count: 0.5,
  /** A board set in its box, its glands and lid. */
  box: 10,
} as const;

/** How long a surface dries before anything is put on it, minutes. Common practice, no source: the tin says. */
export const DRY_MINUTES = { plywood: 240, plastic: 0, absPanel: 0 } as const;

/** Spanner over a stud's nut, mm across flats. Source: ISO 4032 hexagon nuts (from memory). */
export const NUT_AF_MM: Readonly<Record<number, number>> = { 4: 7, 5: 8, 6: 10, 8: 13, 10: 16, 12: 18 };
