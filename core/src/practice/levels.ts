import type { Id } from '../document/basics.ts';
import type { Random } from '../solvers/random.ts';
import type { Defect } from '../stages/bench/defect.ts';
import type { SimulatedBoard } from '../stages/bench/simulate.ts';

/** What is hidden at a level, from a wire that is not there to two faults at once. */
export const PRACTICE_LEVELS = [
  { level: 1, title: 'A wire that is not there', kinds: ['openWire'], count: 1 },
  { level: 2, title: 'Two wires changed over', kinds: ['swappedPair'], count: 1 },
  { level: 3, title: 'A crimp that resists', kinds: ['looseCrimp'], count: 1 },
  { level: 4, title: 'A crimp of two milliohms on a heavy lead', kinds: ['heavyCrimp'], count: 1 },
  { level: 5, title: 'Too thin, or the wrong fuse', kinds: ['thinConductor', 'wrongFuse'], count: 1 },
  {
    level: 6,
    title: 'Anything at all',
    kinds: ['openWire', 'swappedPair', 'looseCrimp', 'heavyCrimp', 'thinConductor'],
    count: 1,
  },
  { level: 7, title: 'Two at once', kinds: ['openWire', 'swappedPair', 'looseCrimp', 'heavyCrimp'], count: 2 },
] as const;

type HiddenKind = (typeof PRACTICE_LEVELS)[number]['kinds'][number];

/** What may carry a defect. */
export interface Hiding {
  board: Pick<SimulatedBoard, 'netlist' | 'flows' | 'branchOhm'>;
  /** Design current of a wire, A, by connection. */
  currentA: ReadonlyMap<Id, number>;
  /** Section of a wire, mm², by connection. */
  areaMm2: ReadonlyMap<Id, number>;
}

const pick = <T>(from: readonly T[], random: Random): T | null =>
  from.length > 0 ? from[Math.floor(random.next() * from.length)]! : null;
const HEAVY_A = 10;

function draw(kind: HiddenKind, { board, currentA, areaMm2 }: Hiding, random: Random): Defect | null {
  const wires = board.netlist.branches.flatMap((b) =>
    b.kind === 'wire' && b.connectionId !== null && currentA.has(b.connectionId) ? [b.connectionId] : [],
  );
  const loads = board.flows.filter((f) => f.way === 'discharge' && !f.key.endsWith('/input'));
  switch (kind) {
    case 'swappedPair': {
      const load = pick(loads, random);
      return load && { kind, itemId: load.itemId };
    }
    case 'openWire': {
      const connectionId = pick(wires, random);
      return connectionId === null ? null : { kind, connectionId };
    }
    case 'heavyCrimp': {
      const connectionId = pick(
        wires.filter((w) => currentA.get(w)! >= HEAVY_A),
        random,
      );
      return connectionId === null
        ? null
        : { kind: 'looseCrimp', connectionId, extraOhm: 0.002 + random.next() * 0.004 };
    }
    case 'looseCrimp': {
      const connectionId = pick(wires, random);
      if (!connectionId) return null;
      // Enough to be seen at its own current: a fortieth of a volt and more.
      const seen = 0.025 / Math.max(0.2, currentA.get(connectionId)!);
      return { kind, connectionId, extraOhm: seen * (2 + 6 * random.next()) };
    }
    case 'thinConductor': {
      const connectionId = pick(
        wires.filter((w) => (areaMm2.get(w) ?? 0) >= 2.5),
        random,
      );
      if (!connectionId) return null;
      const area = areaMm2.get(connectionId)!;
      return { kind, connectionId, areaMm2: area / 2.5, timesOhm: 2.5 };
    }
    case 'wrongFuse': {
      const seat = pick(
        board.netlist.branches.filter((b) => b.kind === 'fuseSeat' && board.branchOhm.has(b.key)),
        random,
      );
      // A smaller rating of the same kind has more ohms, about as the ratings go.
      return seat && { kind, key: seat.key, ohm: board.branchOhm.get(seat.key)! * 4 };
    }
  }
}

/**
 * Defects to hide in a board at a level; fewer than the level asks for where the board has no place for them.
 * @throws RangeError when there is no such level
 * @example
 * hideDefects(1, { board: simulated, currentA: new Map(), areaMm2: new Map() }, { next: () => 0, normal: () => 0 }); // []
 */
export function hideDefects(level: number, hiding: Hiding, random: Random): Defect[] {
  const found = PRACTICE_LEVELS.find((l) => l.level === level);
  if (!found) throw new RangeError(`level is ${level}; accepted: 1 to ${PRACTICE_LEVELS.length}`);
  const hidden: Defect[] = [];
  for (let tries = 0; hidden.length < found.count && tries < 40; tries++) {
    const defect = draw(pick(found.kinds, random)!, hiding, random);
    if (defect && !hidden.some((d) => placeOf(d) === placeOf(defect))) hidden.push(defect);
  }
  return hidden;
}

/**
 * Where a defect is, as one word.
 * @example
 * placeOf({ kind: 'openWire', connectionId: 'cn_1' }); // 'cn_1'
 */
export const placeOf = (defect: Defect): string =>
  'connectionId' in defect
    ? defect.connectionId
    : 'itemId' in defect
      ? defect.itemId
      : 'key' in defect
        ? defect.key
        : 'meter';
