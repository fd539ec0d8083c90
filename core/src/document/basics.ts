/**
 * The board document: the one versioned value everything else is derived from.
 * Lengths are millimetres, angles degrees clockwise as seen on the shown face, electrical values SI.
 * Ids are opaque and stable; designations (IEC 81346, such as -F1) are labels and may change.
 */
export type Id = string;

export interface PointMm {
  xMm: number;
  yMm: number;
}

/** Either worked out by derive(), or held at a value by a named person for a reason. */
export type Choice<T> = { mode: 'auto' } | { mode: 'locked'; value: T; reason: string; who: string };

export type RotationDeg = 0 | 90 | 180 | 270;
