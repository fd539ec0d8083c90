import type { Id } from '../document/basics.ts';

/** Small things a board is held together with, by kind and size. */
export const FASTENER_KINDS = ['screw', 'spacer', 'clip', 'grommet', 'edgeSleeve'] as const;
export type FastenerKind = (typeof FASTENER_KINDS)[number];

const NAME: Readonly<Record<FastenerKind, (a: number, b: number) => string>> = {
  screw: (diameter, length) => `screw ⌀ ${diameter} × ${length} mm`,
  spacer: (length) => `spacer ${length} mm`,
  clip: (diameter) => `clip for ⌀ ${diameter} mm`,
  grommet: (diameter) => `grommet for ⌀ ${diameter} mm`,
  edgeSleeve: (diameter) => `sleeve for ⌀ ${diameter} mm`,
};

/**
 * The article of a fastener: `fastener-screw-5x16`, `fastener-clip-8`.
 * @example
 * fastenerId('screw', 5, 16); // 'fastener-screw-5x16'
 */
export const fastenerId = (kind: FastenerKind, a: number, b?: number): Id =>
  `fastener-${kind}-${a}${b === undefined ? '' : `x${b}`}`;

/**
 * What an article of a fastener is called; null where it is none.
 * @example
 * fastenerName('fastener-clip-8'); // 'clip for ⌀ 8 mm'
 */
export function fastenerName(id: Id): string | null {
  const found = /^fastener-([a-zA-Z]+)-(\d+(?:\.\d+)?)(?:x(\d+(?:\.\d+)?))?$/.exec(id);
  const kind = FASTENER_KINDS.find((k) => k === found?.[1]);
  // A screw has a length beside its diameter, nothing else has.
  if (!found || !kind || (kind === 'screw') !== (found[3] !== undefined)) return null;
  return NAME[kind](Number(found[2]), Number(found[3] ?? 0));
}

/** Sizes a store is offered; others are named by the boards that want them. Common practice, no source. */
export const USUAL_FASTENERS: readonly Id[] = [
  ...[3.5, 4, 5, 6].flatMap((d) => [12, 16, 20, 25, 30].map((l) => fastenerId('screw', d, l))),
  ...[10, 15, 20, 25, 30].map((l) => fastenerId('spacer', l)),
  ...[4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20].map((d) => fastenerId('clip', d)),
  ...[8, 10, 12, 16, 20, 25, 32].map((d) => fastenerId('grommet', d)),
];
