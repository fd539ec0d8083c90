import type { BuildPlan } from '../build/buildPlan.ts';
import type { BuildStep, StepKind } from '../build/step.ts';
import type { WorkKind } from '../power/quote/quote.ts';
import type { Skill } from './shopCalendar.ts';

/** Work that is planned as one: what one person does at one go. */
export const OPERATION_KINDS = [
  'design',
  'panel',
  'surface',
  'marks',
  'cables',
  'mount',
  'lay',
  'ends',
  'finish',
  'test',
  'pack',
] as const;
export type OperationKind = (typeof OPERATION_KINDS)[number];

export const OPERATION_WORDS: Readonly<Record<OperationKind, string>> = {
  design: 'Design',
  panel: 'Cut and drill',
  surface: 'Edges and surface',
  marks: 'Holes lined, labels',
  cables: 'Make cables',
  mount: 'Mount parts',
  lay: 'Lay cables',
  ends: 'Studs, clamps, plugs',
  finish: 'Covers, look over',
  test: 'Bench test',
  pack: 'Pack and ship',
};

/** Where one at a time can work. */
export type WorkPlace = 'bench' | 'crimp';

export interface ShopOperation {
  id: string;
  jobId: string;
  kind: OperationKind;
  title: string;
  minutes: number;
  skill: Skill;
  place: WorkPlace | null;
  after: readonly { id: string; waitMin: number }[];
  /** Not before the parts are there. */
  needsParts: boolean;
}

export interface ShopJob {
  id: string;
  number: number;
  name: string;
  wantedOn: string | null;
  /** Day its last part is there, and which; null where all are. */
  parts: { on: string; what: string } | null;
  /** What the floor has reported and nobody has settled; null where nothing is. */
  trouble: string | null;
  /** Why its work cannot be told yet; null where it can. */
  untold: string | null;
  operations: readonly ShopOperation[];
}

const KIND_OF_STEP: Readonly<Record<StepKind, OperationKind>> = {
  cut: 'panel',
  drill: 'panel',
  surface: 'surface',
  line: 'marks',
  mark: 'marks',
  mount: 'mount',
  link: 'lay',
  lay: 'lay',
  clamp: 'ends',
  plug: 'ends',
  torque: 'ends',
  cover: 'finish',
  strap: 'finish',
  fusesOut: 'finish',
  pack: 'finish',
  look: 'finish',
};
const SKILL_OF: Readonly<Record<OperationKind, Skill>> = {
  design: 'design',
  panel: 'panels',
  surface: 'panels',
  marks: 'panels',
  cables: 'cables',
  mount: 'assembly',
  lay: 'assembly',
  ends: 'assembly',
  finish: 'assembly',
  test: 'test',
  pack: 'assembly',
};
const PLACE_OF: Readonly<Partial<Record<OperationKind, WorkPlace>>> = {
  cables: 'crimp',
  mount: 'bench',
  lay: 'bench',
  ends: 'bench',
  finish: 'bench',
  test: 'bench',
};
const NEEDS_PARTS: readonly OperationKind[] = ['cables', 'mount'];
/** Packed with its papers. Common practice, no source. */
const PACK_MIN = 45;

/** What is known of a job's work that is left. */
export interface WorkLeft {
  job: Pick<ShopJob, 'id' | 'number' | 'name' | 'wantedOn' | 'parts' | 'trouble' | 'untold'>;
  /** Still to be designed: it is not on the floor. */
  released: boolean;
  plan: BuildPlan;
  /** At how many of its boards a step is still to be done. */
  openAt: (step: BuildStep) => number;
  /** By what a kind's minutes are multiplied. */
  likely: (kind: StepKind, minutes: number) => number;
  /** Of all its boards. */
  reckonedHours: Readonly<Record<WorkKind, number>>;
  /** Hours already spent on the design. */
  designedHours: number;
  /** Shares of its cables and checks that are left, 0 to 1. */
  cablesLeft: number;
  checksLeft: number;
  panelName: (panelId: string) => string;
}

/**
 * The operations of a job that are left: steps of one panel and one phase together, mains work apart, what waits for what
 * taken from the steps themselves.
 * Source: minutes of steps from the build plan; cables, bench and design as reckoned for the offer.
 * @example
 * shopOperations({ job: { id: 'a', number: 1, name: '', wantedOn: null, parts: null, trouble: null, untold: null }, released: true, plan: { steps: [], minutes: 0 }, openAt: () => 1, likely: () => 1, reckonedHours: { design: 0, cables: 0, build: 2, test: 0, setup: 0 }, designedHours: 0, cablesLeft: 0, checksLeft: 0, panelName: () => '' }).map((o) => o.kind); // ['mount', 'pack']
 */
export function shopOperations(work: WorkLeft): ShopOperation[] {
  const { job, reckonedHours } = work;
  const at = (key: string) => `${job.id}/${key}`;
  const one = (
    kind: OperationKind,
    minutes: number,
    after: ShopOperation['after'],
    more: Partial<ShopOperation> = {},
  ): ShopOperation => ({
    id: at(kind),
    jobId: job.id,
    kind,
    title: OPERATION_WORDS[kind],
    minutes,
    skill: SKILL_OF[kind],
    place: PLACE_OF[kind] ?? null,
    after,
    needsParts: NEEDS_PARTS.includes(kind),
    ...more,
  });
  const designMin = work.released ? 0 : Math.max(30, (reckonedHours.design - work.designedHours) * 60);
  const design = designMin > 0 ? [one('design', designMin, [])] : [];
  const first = design.map((d) => ({ id: d.id, waitMin: 0 }));
  const cablesMin = reckonedHours.cables * 60 * work.cablesLeft;
  const cables = cablesMin >= 1 ? [one('cables', cablesMin, first)] : [];
  const built = stepsAsOperations(work, one, first, cables.length > 0);
  const whole =
    built.length === 0 && work.plan.steps.length === 0
      ? [one('mount', reckonedHours.build * 60, [...first, ...cables.map((c) => ({ id: c.id, waitMin: 0 }))])]
      : built;
  const done = [...design, ...cables, ...whole];
  const ends = [...done.map((o) => ({ id: o.id, waitMin: 0 }))];
  const testMin = (reckonedHours.test * work.checksLeft + (work.checksLeft > 0 ? reckonedHours.setup : 0)) * 60;
  const test = testMin >= 1 ? [one('test', testMin, ends)] : [];
  return [...done, ...test, one('pack', PACK_MIN, test.length > 0 ? [{ id: at('test'), waitMin: 0 }] : ends)];
}

/** Steps that are open, by panel and phase. */
function stepsAsOperations(
  { job, openAt, plan, likely, panelName }: WorkLeft,
  one: (
    kind: OperationKind,
    minutes: number,
    after: ShopOperation['after'],
    more: Partial<ShopOperation>,
  ) => ShopOperation,
  first: ShopOperation['after'],
  cablesOpen: boolean,
): ShopOperation[] {
  const open = plan.steps.filter((s) => openAt(s) > 0);
  const keyOf = (s: BuildStep) => `${KIND_OF_STEP[s.kind]}/${s.panelId}${s.licensed ? '/mains' : ''}`;
  const groups = new Map<string, BuildStep[]>();
  for (const s of open) groups.set(keyOf(s), [...(groups.get(keyOf(s)) ?? []), s]);
  const groupOf = new Map(open.map((s) => [s.id, keyOf(s)]));
  const byId = new Map(open.map((s) => [s.id, s]));
  return [...groups].map(([key, own]) => {
    const kind = KIND_OF_STEP[own[0]!.kind];
    const waits = new Map<string, number>();
    for (const s of own)
      for (const id of s.after) {
        const group = groupOf.get(id);
        if (!group || group === key) continue;
        const wait = byId.get(id)!.dryMinutes;
        waits.set(group, Math.max(waits.get(group) ?? 0, wait));
      }
    const after = [...waits].map(([group, waitMin]) => ({ id: `${job.id}/${group}`, waitMin }));
    const needsCables = cablesOpen && own.some((s) => s.cablesMade.length > 0);
    return one(
      kind,
      own.reduce((sum, s) => sum + s.minutes * openAt(s) * likely(s.kind, s.minutes), 0),
      [...after, ...(needsCables ? [{ id: `${job.id}/cables`, waitMin: 0 }] : []), ...first],
      {
        id: `${job.id}/${key}`,
        title: `${OPERATION_WORDS[kind]}: ${panelName(own[0]!.panelId)}${own[0]!.licensed ? ', mains' : ''}`,
        ...(own[0]!.licensed ? { skill: 'mains' as const } : {}),
      },
    );
  });
}
