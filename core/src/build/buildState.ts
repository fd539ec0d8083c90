import type { Id } from '../document/basics.ts';
import type { AsBuilt } from './asBuilt.ts';
import type { BuildPlan } from './buildPlan.ts';
import { movedSteps } from './moved.ts';
import { type ChangeNote, noteId } from './note.ts';
import type { BuildStep } from './step.ts';

/** What the floor says of a step. */
export type Said =
  | {
      kind: 'done';
      /** Hands on it, and as planned then; null where nobody knows, as after a break. */
      minutes: number | null;
      planned: number | null;
      value: number | null;
      toolId: Id | null;
    }
  /** Taken back: what was built on it has to be looked at again. */
  | { kind: 'undone'; reason: string }
  /** Done before another one, or last: somebody has reasons the plan does not know. */
  | { kind: 'moved'; before: string | null }
  | { kind: 'held'; reason: string }
  | { kind: 'goesOn' }
  /** A picture among the files of the job. */
  | { kind: 'photo'; fileId: Id; name: string }
  /** The number a part bears, as it was read off it. */
  | { kind: 'serial'; itemId: Id; serial: string }
  | { kind: 'problem'; text: string }
  | { kind: 'solved'; text: string }
  /** Built otherwise than drawn, for the designer to take or leave. */
  | { kind: 'otherwise'; what: AsBuilt; words: string }
  | {
      kind: 'answered';
      /** Key of the word that is answered. */
      to: string;
      taken: boolean;
      reason: string;
      /** The step the board has now for what was built, so that nobody does it again. */
      as: { stepId: string; fingerprint: string } | null;
    }
  /** The change note of a later release is taken up. */
  | { kind: 'noteTaken' };

/** One word of the floor, in the order it was taken down. */
export interface BuildRecord {
  /** Made once where it was said, kept over every try to send it. */
  key: string;
  stepId: string;
  /** Of the step as it was then. */
  fingerprint: string;
  said: Said;
  personName: string;
  /** When it was said by the clock of the device, and when it arrived by the server's. */
  saidAt: string;
  at: string;
}

export interface StepStatus {
  step: BuildStep;
  /** `older`: done, but as an earlier revision had it; `unsound`: done, but something it stands on no longer is. */
  state: 'open' | 'done' | 'older' | 'unsound';
  /** Who did it last, and when; null while nobody has. */
  by: { personName: string; at: string; value: number | null; minutes: number | null } | null;
  held: string | null;
  photos: readonly { fileId: Id; name: string; personName: string }[];
  problems: readonly { key: string; text: string; personName: string; at: string }[];
  otherwise: readonly SaidOtherwise[];
  /** What has to be done or made before it, in words; empty where it can be begun. */
  waitsFor: readonly string[];
}

/** Something built otherwise, and what the designer said to it. */
export interface SaidOtherwise {
  key: string;
  what: AsBuilt;
  words: string;
  personName: string;
  at: string;
  answer: { taken: boolean; reason: string; personName: string } | null;
}

export interface BuildState {
  steps: readonly StepStatus[];
  doneCount: number;
  /** Hands-on minutes of what is open. */
  minutesLeft: number;
  /** Steps done once that the plan no longer has: to be undone by hand. */
  gone: readonly { stepId: string; fingerprint: string; personName: string; at: string }[];
  /** What a later release asks that nobody has taken up yet. */
  note: ChangeNote | null;
  /** Numbers of parts as they were read, by item: the last word on each. */
  serials: ReadonlyMap<Id, string>;
}

interface Told {
  last: BuildRecord | null;
  held: string | null;
  problems: Map<string, BuildRecord>;
  photos: StepStatus['photos'][number][];
  otherwise: SaidOtherwise[];
}

/** Words in their order, each once: one that was sent twice is one word. */
function wordsOf(records: readonly BuildRecord[]): BuildRecord[] {
  const seen = new Set<string>();
  return records.filter(({ key }) => !seen.has(key) && seen.add(key));
}

const nothingTold = (): Told => ({ last: null, held: null, problems: new Map(), photos: [], otherwise: [] });

function toldOf(records: readonly BuildRecord[]): Map<string, Told> {
  const told = new Map<string, Told>();
  const of = (stepId: string): Told => {
    const own = told.get(stepId) ?? nothingTold();
    told.set(stepId, own);
    return own;
  };
  for (const record of records) {
    const own = of(record.stepId);
    const { said, personName, at } = record;
    if (said.kind === 'done' || said.kind === 'undone') {
      own.last = record;
      own.held = null;
    } else if (said.kind === 'held') own.held = said.reason;
    else if (said.kind === 'goesOn') own.held = null;
    else if (said.kind === 'photo') own.photos.push({ fileId: said.fileId, name: said.name, personName });
    else if (said.kind === 'problem') own.problems.set(record.key, record);
    else if (said.kind === 'solved') own.problems.clear();
    else if (said.kind === 'otherwise')
      own.otherwise.push({ key: record.key, what: said.what, words: said.words, personName, at, answer: null });
    else if (said.kind === 'answered') {
      const { to, taken, reason, as } = said;
      const asked = own.otherwise.find((o) => o.key === to);
      if (asked) asked.answer = { taken, reason, personName };
      // What was built is what is drawn now: it stands as the step of the new drawing.
      if (taken && as && own.last?.said.kind === 'done')
        of(as.stepId).last = { ...own.last, stepId: as.stepId, fingerprint: as.fingerprint };
    }
  }
  return told;
}

/**
 * Where a board stands: every step of its plan with what the floor has said of it. A step counts as done while it is what
 * was done and all it stands on is done too: what is undone below opens what was built on it.
 * @param madeIds cables made as they are to be now
 * @param note what a later release asks of the floor
 * @example
 * buildState({ steps: [], minutes: 0 }, [], new Set()).doneCount; // 0
 */
export function buildState(
  plan: BuildPlan,
  records: readonly BuildRecord[],
  madeIds: ReadonlySet<Id>,
  note: ChangeNote | null = null,
): BuildState {
  const words = wordsOf(records);
  const open =
    note && !words.some((r) => r.stepId === noteId(note.toRevision) && r.said.kind === 'noteTaken') ? note : null;
  const touched = new Set([...(open?.redo ?? []), ...(open?.add ?? [])].map((s) => s.id));
  const told = toldOf(words);
  const inOrder = movedSteps(
    plan.steps,
    words.flatMap(({ stepId, said }) => (said.kind === 'moved' ? [{ stepId, before: said.before }] : [])),
  );
  const byId = new Map(plan.steps.map((s) => [s.id, s]));
  const states = new Map<string, StepStatus['state']>();
  // Steps come after what they stand on, so one pass tells.
  for (const step of inOrder) {
    const last = told.get(step.id)?.last;
    const done = last?.said.kind === 'done';
    const firm = step.on.every((id) => states.get(id) === 'done');
    states.set(step.id, !done ? 'open' : last.fingerprint !== step.fingerprint ? 'older' : firm ? 'done' : 'unsound');
  }
  const stopped = (id: string): string | null => {
    const own = told.get(id);
    return own && own.problems.size > 0 ? `a problem at “${byId.get(id)?.title ?? id}”` : null;
  };
  const steps = inOrder.map((step): StepStatus => {
    const own = told.get(step.id);
    const done = own?.last?.said.kind === 'done' ? own.last : null;
    return {
      step,
      state: states.get(step.id)!,
      by: done && {
        personName: done.personName,
        at: done.at,
        value: done.said.kind === 'done' ? done.said.value : null,
        minutes: done.said.kind === 'done' ? done.said.minutes : null,
      },
      held: own?.held ?? null,
      photos: own?.photos ?? [],
      problems: [...(own?.problems ?? [])].map(([key, r]) => ({
        key,
        text: r.said.kind === 'problem' ? r.said.text : '',
        personName: r.personName,
        at: r.at,
      })),
      otherwise: own?.otherwise ?? [],
      waitsFor: [
        ...(touched.has(step.id) ? [`the change note of revision ${open!.toRevision}`] : []),
        ...step.after.flatMap((id) => (states.get(id) === 'done' ? [] : [byId.get(id)!.title])),
        ...(step.cablesMade.some((id) => !madeIds.has(id)) ? ['its cable to be made'] : []),
        ...[...step.after, step.id].flatMap((id) => stopped(id) ?? []),
      ],
    };
  });
  // What stands as another step of the new drawing is not to be taken off.
  const movedOn = new Set([...told].flatMap(([id, { last }]) => (byId.has(id) && last ? [last.key] : [])));
  return {
    steps,
    doneCount: steps.filter((s) => s.state === 'done').length,
    minutesLeft: steps.reduce((sum, s) => sum + (s.state === 'done' ? 0 : s.step.minutes), 0),
    gone: [...told].flatMap(([stepId, { last }]) =>
      !byId.has(stepId) && last?.said.kind === 'done' && !movedOn.has(last.key)
        ? [{ stepId, fingerprint: last.fingerprint, personName: last.personName, at: last.at }]
        : [],
    ),
    note: open,
    serials: new Map(
      words.flatMap(({ said }) => (said.kind === 'serial' ? [[said.itemId, said.serial] as const] : [])),
    ),
  };
}
