import type { Board } from '@ombrik/core/document/board';
import type { Finding } from '@ombrik/core/findings/registry';
import { dossierOf } from './dossierOf.ts';
import { MUTANTS, type Mutant } from './mutants.ts';
import { SOUND, type Sound } from './sound.ts';

const findingsOf = (board: Board): readonly Finding[] => dossierOf(board).findings;

/**
 * The board as a shop has built it: every size and every link is what the program chose, and stays. A defect done to it
 * is not healed by sizes that grow with it.
 */
export function asBuilt(board: Board): Board {
  const { sizing } = dossierOf(board);
  const held = <T>(value: T) => ({ mode: 'locked' as const, value, reason: 'as built', who: 'Mira Holt' });
  const areaOf = new Map(sizing.cables.map((c) => [c.cableId, c.conductor.value]));
  return {
    ...board,
    cables: board.cables.map((c) => ({ ...c, conductorMm2: held(areaOf.get(c.id)!) })),
    items: board.items.map((item) => ({
      ...item,
      inserts: sizing.seats
        .filter((s) => s.itemId === item.id && s.link.value)
        .map((s) => ({ seatId: s.seatId, link: held(s.link.value!) })),
    })),
  };
}

export interface SoundVerdict {
  name: string;
  stops: readonly Finding[];
  warnings: readonly Finding[];
}
export function judgeSound({ name, board }: Sound): SoundVerdict {
  const found = findingsOf(board());
  return {
    name,
    stops: found.filter((f) => f.severity === 'stop'),
    warnings: found.filter((f) => f.severity === 'warn'),
  };
}

export interface Case {
  sound: Sound;
  mutant: Mutant;
  board: Board;
  at: string;
}
/** Every defect on every sound board it can be done to. */
export const casesOf = (): Case[] =>
  MUTANTS.flatMap((mutant) =>
    SOUND.flatMap((sound): Case[] => {
      const done = mutant.defect(asBuilt(sound.board()));
      return done ? [{ sound, mutant, board: done.board, at: done.at }] : [];
    }),
  );

export interface MutantVerdict {
  found: Finding | null;
  /** Stops at other places, which the defect does not explain. */
  others: readonly Finding[];
}
const isAt = (f: Finding, at: string): boolean => f.where.label.split(/[ ,:]/).includes(at) || f.says.includes(at);
export function judgeMutant({ sound, mutant, board, at }: Case): MutantVerdict {
  const before = new Set(findingsOf(asBuilt(sound.board())).map((f) => f.id));
  const found = findingsOf(board);
  return {
    found: found.find((f) => mutant.kinds.includes(f.kind) && f.severity === mutant.severity && isAt(f, at)) ?? null,
    others: found.filter(
      (f) =>
        f.severity === 'stop' &&
        !before.has(f.id) &&
        !mutant.kinds.includes(f.kind) &&
        !mutant.brings?.includes(f.kind) &&
        !isAt(f, at),
    ),
  };
}
