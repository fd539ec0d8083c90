import type { Id } from '../document/basics.ts';
import type { Dossier } from '../dossier.ts';

export type How = 'changed' | 'new' | 'gone';
/** What of a board that is on the floor another board of the same job would be otherwise. */
export interface Touched {
  cables: readonly { cableId: Id; designation: string; how: How }[];
  parts: readonly { partId: Id; name: string; unit: string; from: number; to: number }[];
  /** Checks of the bench that are new or ask for something else. */
  checks: number;
}

type Seen = Pick<Dossier, 'cables' | 'parts' | 'bench'>;
const A_LITTLE = 1e-6;

function cablesOf(before: Seen, after: Seen): Touched['cables'] {
  const now = new Map(after.cables.map((c) => [c.cableId, c]));
  const had = new Set(before.cables.map((c) => c.cableId));
  return [
    ...before.cables.flatMap(({ cableId, designation, fingerprint }) => {
      const then = now.get(cableId);
      const how: How | null = !then ? 'gone' : then.fingerprint !== fingerprint ? 'changed' : null;
      return how ? [{ cableId, designation, how }] : [];
    }),
    ...after.cables
      .filter((c) => !had.has(c.cableId))
      .map(({ cableId, designation }) => ({ cableId, designation, how: 'new' as const })),
  ];
}

function partsOf(before: Seen, after: Seen): Touched['parts'] {
  const lines = new Map<Id, { name: string; unit: string; from: number; to: number }>();
  for (const [side, { parts }] of [['from', before] as const, ['to', after] as const])
    for (const p of parts) {
      const line = lines.get(p.partId) ?? { name: p.name, unit: p.unit, from: 0, to: 0 };
      line[side] += p.quantity;
      lines.set(p.partId, line);
    }
  return [...lines]
    .filter(([, l]) => Math.abs(l.to - l.from) > A_LITTLE)
    .map(([partId, line]) => ({ partId, ...line }));
}

/**
 * What a change of a board that is on the floor touches: cables made another way, parts more or fewer, checks that ask for
 * something else.
 * @example
 * touches(dossier, dossier); // { cables: [], parts: [], checks: 0 }
 */
export function touches(before: Seen, after: Seen): Touched {
  const known = new Map(before.bench.map((s) => [s.id, s.fingerprint]));
  return {
    cables: cablesOf(before, after),
    parts: partsOf(before, after),
    checks: after.bench.filter((s) => known.get(s.id) !== s.fingerprint).length,
  };
}

/**
 * Whether nothing of it is on the floor: a word in the brief, a part that lies elsewhere.
 * @example
 * touchesNothing({ cables: [], parts: [], checks: 0 }); // true
 */
export const touchesNothing = ({ cables, parts, checks }: Touched): boolean =>
  cables.length + parts.length + checks === 0;
