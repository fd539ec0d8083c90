import type { Id } from '../document/basics.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';

export const CABLE_STEPS = ['cut', 'stripped', 'crimped', 'pulled', 'shrunk', 'labelled'] as const;
export type CableStep = (typeof CABLE_STEPS)[number];
export const STEP_WORDS: Readonly<Record<CableStep, string>> = {
  cut: 'cut',
  stripped: 'stripped',
  crimped: 'crimped',
  pulled: 'pull-tested',
  shrunk: 'shrunk',
  labelled: 'labelled',
};

/** What the floor says of a cable: a step done or taken back, the whole cable made, or made again from the start. */
export interface CableRecord {
  cableId: Id;
  fingerprint: string;
  said:
    | { kind: 'step'; step: CableStep; done: boolean; pullsN?: number[]; word?: string; firstWith?: string[] }
    | { kind: 'made'; made: boolean }
    | { kind: 'redo'; reason: string; scrap: 'bin' | 'remnant' };
  personName: string;
  at: string;
}

export interface StepState {
  step: CableStep;
  /** Not asked of this cable: nothing to shrink, or no pull due. */
  needed: boolean;
  done: boolean;
  /** Done, but for another spec of the cable than today's. */
  older: boolean;
  personName: string;
  at: string;
  pullsN: number[];
  /** Of a cut to a length that is a guess: why, in the words of who cut it. */
  word: string;
}

export interface CableProgress {
  steps: StepState[];
  made: boolean;
  older: boolean;
  redone: { reason: string; scrap: string; personName: string; at: string }[];
}

/**
 * Which steps a cable asks for.
 * @param pullDue whether its crimps are pulled (first after a die, then every so many)
 * @example
 * stepsOf({ cores: [], flat: null }, false).cut; // true
 */
export function stepsOf(
  cable: Pick<MadeCable, 'cores' | 'flat'>,
  pullDue: boolean,
): Readonly<Record<CableStep, boolean>> {
  const ends = cable.cores.flatMap((c) => [c.from, c.to]);
  return {
    cut: true,
    stripped: !cable.flat && ends.some((e) => e.stripMm > 0),
    crimped: !cable.flat && ends.some((e) => e.crimp !== null),
    pulled: pullDue && ends.some((e) => e.crimp?.pull != null),
    shrunk: ends.some((e) => e.shrinkId !== null),
    labelled: true,
  };
}

/** Where a cable stands, from everything said of it in the order it was said. */
export function cableProgress(
  cable: Pick<MadeCable, 'cableId' | 'cores' | 'flat' | 'fingerprint'>,
  records: readonly CableRecord[],
  pullDue: boolean,
): CableProgress {
  const needed = stepsOf(cable, pullDue);
  const blank = (step: CableStep): StepState => ({
    step,
    needed: needed[step],
    done: false,
    older: false,
    personName: '',
    at: '',
    pullsN: [],
    word: '',
  });
  let states = CABLE_STEPS.map(blank);
  const redone: CableProgress['redone'] = [];
  // The first crimp of a die on a day is pulled, wherever the plan put the pulls.
  let firstOfDay = false;
  for (const r of records) {
    if (r.cableId !== cable.cableId) continue;
    const { said } = r;
    const older = r.fingerprint !== cable.fingerprint;
    const by = { personName: r.personName, at: r.at };
    if (said.kind === 'redo') {
      redone.push({ reason: said.reason, scrap: said.scrap, ...by });
      states = CABLE_STEPS.map(blank);
      firstOfDay = false;
    } else if (said.kind === 'made') {
      states = states.map((s) =>
        said.made ? (s.done && !s.older ? s : { ...s, done: true, older, ...by }) : blank(s.step),
      );
    } else {
      if (said.step === 'crimped') firstOfDay = said.done && (said.firstWith ?? []).length > 0;
      states = states.map((s) =>
        s.step === said.step
          ? {
              ...s,
              done: said.done,
              older: said.done && older,
              ...by,
              pullsN: said.pullsN ?? [],
              word: said.word ?? '',
            }
          : s,
      );
    }
  }
  if (firstOfDay && stepsOf(cable, true).pulled)
    states = states.map((s) => (s.step === 'pulled' ? { ...s, needed: true } : s));
  const wanted = states.filter((s) => s.needed);
  const done = wanted.every((s) => s.done);
  return {
    steps: states,
    made: done && wanted.every((s) => !s.older),
    older: wanted.some((s) => s.done && s.older),
    redone,
  };
}

/**
 * Cables whose crimps are pulled: those with the first crimp of each die in the order of making, and after it every so
 * manieth crimp of that die. Common practice, no source; the workshop sets how often.
 */
export function pullsDue(inOrder: readonly Pick<MadeCable, 'cableId' | 'cores'>[], every: number): ReadonlySet<Id> {
  const count = new Map<string, number>();
  const due = new Set<Id>();
  for (const cable of inOrder)
    for (const core of cable.cores)
      for (const end of [core.from, core.to]) {
        if (!end.crimp?.pull) continue;
        const before = count.get(end.crimp.dieId) ?? 0;
        if (before % Math.max(1, every) === 0) due.add(cable.cableId);
        count.set(end.crimp.dieId, before + 1);
      }
  return due;
}
