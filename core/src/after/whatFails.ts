import type { BuildRecord } from '../build/buildState.ts';
import { STEP_KIND_WORDS, STEP_KINDS, type StepKind } from '../build/step.ts';
import type { BenchStep } from '../devices/benchStep.ts';
import type { Id } from '../document/basics.ts';
import type { Item } from '../document/item/item.ts';
import type { Part } from '../document/part/part.ts';
import type { Verdict } from '../solvers/uncertainty/decide.ts';
import { shareBounds } from '../solvers/uncertainty/proportion.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';
import type { CableRecord } from '../stock/cableSteps.ts';

/** What one job tells of what went wrong, and of all that went well beside it. */
export interface JobTold {
  /** Boards of the job. */
  quantity: number;
  cables: readonly Pick<MadeCable, 'cableId' | 'cores'>[];
  cableRecords: readonly Pick<CableRecord, 'cableId' | 'said'>[];
  items: readonly Pick<Item, 'id' | 'partId'>[];
  parts: ReadonlyMap<Id, Pick<Part, 'name'>>;
  bench: readonly Pick<BenchStep, 'id' | 'entityId' | 'role'>[];
  readings: readonly { unit: number; stepId: string; verdict: Verdict; simulated: boolean }[];
  built: readonly (Pick<BuildRecord, 'stepId' | 'said'> & { unit: number })[];
  /** What was heard from the field, by what it was about. */
  field: readonly { unit: number; entityId: Id | null }[];
}

/** Of one kind: how often it was tried, how often it failed, and between which shares the truth lies. */
export interface FailCount {
  what: string;
  tried: number;
  failed: number;
  /** Jobs it failed in. */
  jobs: number;
  bounds: readonly [number, number];
  /** It fails more often than the others of its sort, and not by chance alone. */
  standsOut: boolean;
}

export const FAIL_SORTS = ['lug', 'die', 'part', 'check', 'step'] as const;
export type FailSort = (typeof FAIL_SORTS)[number];
export type WhatFails = Record<FailSort, FailCount[]>;

type Tally = Map<string, { what: string; tried: number; failed: number; jobs: Set<JobTold> }>;

function count(tally: Tally, key: string, what: string, job: JobTold, tried: number, failed: number): void {
  if (tried === 0 && failed === 0) return;
  const own = tally.get(key) ?? { what, tried: 0, failed: 0, jobs: new Set() };
  tally.set(key, own);
  // Something that failed was tried, whether anybody counted it or not.
  own.tried += Math.max(tried, failed);
  own.failed += failed;
  if (failed > 0) own.jobs.add(job);
}

const distinct = <T>(all: readonly T[]): T[] => [...new Set(all)];

/** Checks of a kind, by how their ids begin; the longest that fits counts. */
const CHECK_WORDS: readonly (readonly [begins: string, words: string])[] = [
  ['cold/continuity/', 'Continuity of a conductor'],
  ['cold/lead/', 'A lead by ten amps and millivolts'],
  ['cold/polarity/', 'Polarity'],
  ['cold/insulation/', 'Insulation'],
  ['cold/', 'Other cold checks'],
  ['bank/', 'The bank'],
  ['power/', 'Power-up'],
  ['isolate/', 'Isolators'],
  ['function/gives/', 'A source charges'],
  ['function/watts/', 'Watts shown'],
  ['function/state/', 'A state of the truth table'],
  ['function/', 'Other checks of what it does'],
  ['load/segment/', 'Drop of one part of a line'],
  ['load/warm', 'Warm connections'],
  ['load/works/', 'A load works'],
  ['load/', 'Drop to a load'],
  ['settings/', 'Settings'],
  ['mains/', 'Mains side'],
];
const checkKind = (id: string): string => CHECK_WORDS.find(([begins]) => id.startsWith(begins))?.[1] ?? 'Other checks';

function tellCables(job: JobTold, lugs: Tally, dies: Tally): void {
  const made = new Map<Id, number>();
  const failed = new Map<Id, number>();
  const add = (to: Map<Id, number>, id: Id, n = 1) => to.set(id, (to.get(id) ?? 0) + n);
  const begun = new Set<Id>();
  for (const { cableId, said } of job.cableRecords) {
    const works = said.kind === 'made' ? said.made : said.kind === 'step' && said.done;
    if (works && !begun.has(cableId)) {
      begun.add(cableId);
      add(made, cableId, job.quantity);
    }
    if (said.kind !== 'redo') continue;
    add(failed, cableId);
    // It is made once more.
    add(made, cableId);
  }
  const cold = new Map(job.bench.flatMap((s) => (s.id.startsWith('cold/') ? [[s.id, s.entityId] as const] : [])));
  for (const cableId of distinct(failures(job).flatMap((r) => cold.get(r.stepId) ?? []))) add(failed, cableId);
  for (const cable of job.cables) {
    const ends = cable.cores.flatMap((c) => [c.from, c.to]);
    const [tried, bad] = [made.get(cable.cableId) ?? 0, failed.get(cable.cableId) ?? 0];
    if (tried === 0) continue;
    for (const id of distinct(ends.flatMap((e) => e.lug.value ?? [])))
      count(lugs, id, ends.find((e) => e.lug.value === id)!.lugName, job, tried, bad);
    for (const id of distinct(ends.flatMap((e) => e.crimp?.dieId ?? []))) {
      const { toolName } = ends.find((e) => e.crimp?.dieId === id)!.crimp!;
      count(dies, id, `${id}, ${toolName}`, job, tried, bad);
    }
  }
}

/** Readings that failed on a real board. */
const failures = ({ readings }: JobTold) => readings.filter((r) => !r.simulated && r.verdict === 'failed');

function tellParts(job: JobTold, parts: Tally): void {
  const byStep = new Map(job.bench.map((s) => [s.id, s.entityId]));
  const bad = new Set([
    ...failures(job).map((r) => `${r.unit} ${byStep.get(r.stepId)}`),
    ...job.field.map((f) => `${f.unit} ${f.entityId}`),
  ]);
  const proved = distinct(job.readings.map((r) => r.unit)).length;
  for (const item of job.items) {
    const failed = [...bad].filter((key) => key.endsWith(` ${item.id}`)).length;
    count(parts, item.partId, job.parts.get(item.partId)?.name ?? item.partId, job, proved, failed);
  }
}

interface Try {
  unit: number;
  stepId: string;
  failed: boolean;
}

/** Every step of every board once: it failed where it ever did. */
function stepsTried(tries: readonly Try[]): Iterable<Try> {
  const tried = new Map<string, Try>();
  for (const one of tries) {
    const key = `${one.unit} ${one.stepId}`;
    tried.set(key, { ...one, failed: one.failed || (tried.get(key)?.failed ?? false) });
  }
  return tried.values();
}

function tellChecks(job: JobTold, checks: Tally): void {
  const tries = job.readings.flatMap((r): Try[] => (r.simulated ? [] : [{ ...r, failed: r.verdict === 'failed' }]));
  for (const { stepId, failed } of stepsTried(tries)) {
    const what = checkKind(stepId);
    count(checks, what, what, job, 1, failed ? 1 : 0);
  }
}

/** Steps whose id does not begin with their kind. */
const OTHER_KINDS: Readonly<Record<string, StepKind>> = { box: 'cover' };

function tellSteps(job: JobTold, steps: Tally): void {
  const tries = job.built.flatMap(({ unit, stepId, said }): Try[] => {
    // Taken back by mistake says nothing of the work.
    const failed = said.kind === 'problem' || (said.kind === 'undone' && said.reason !== 'by mistake');
    return said.kind === 'done' || failed ? [{ unit, stepId, failed }] : [];
  });
  for (const { stepId, failed } of stepsTried(tries)) {
    const begins = stepId.split('/')[0]!;
    const kind = STEP_KINDS.find((k) => k === begins) ?? OTHER_KINDS[begins];
    if (kind) count(steps, kind, STEP_KIND_WORDS[kind], job, 1, failed ? 1 : 0);
  }
}

function rank(tally: Tally): FailCount[] {
  const all = [...tally.values()];
  const sum = (of: 'tried' | 'failed') => all.reduce((s, t) => s + t[of], 0);
  const [tried, failed] = [sum('tried'), sum('failed')];
  return all
    .map((t): FailCount => {
      const bounds = shareBounds(t.failed, t.tried);
      const others = tried - t.tried;
      const rest = others > 0 ? (failed - t.failed) / others : 0;
      return {
        what: t.what,
        tried: t.tried,
        failed: t.failed,
        jobs: t.jobs.size,
        bounds,
        standsOut: t.failed > 1 && bounds[0] > rest,
      };
    })
    .sort((a, b) => b.bounds[0] - a.bounds[0] || b.failed - a.failed || a.what.localeCompare(b.what));
}

/**
 * What fails most over many jobs, by counts and bounds: a cable that was made again or failed its cold check counts for
 * each kind of lug and die on it; a part that failed a check or was heard of from the field; checks that failed at first;
 * steps of the build that were taken back or had a problem. Ordered by what is certain, so that one in two does not lead.
 * Counting rules: common practice, no source; bounds: `shareBounds`.
 * @example
 * whatFails([]).lug; // []
 */
export function whatFails(jobs: readonly JobTold[]): WhatFails {
  const tally: Record<FailSort, Tally> = {
    lug: new Map(),
    die: new Map(),
    part: new Map(),
    check: new Map(),
    step: new Map(),
  };
  for (const job of jobs) {
    tellCables(job, tally.lug, tally.die);
    tellParts(job, tally.part);
    tellChecks(job, tally.check);
    tellSteps(job, tally.step);
  }
  const ranked = (sort: FailSort) => rank(tally[sort]);
  return { lug: ranked('lug'), die: ranked('die'), part: ranked('part'), check: ranked('check'), step: ranked('step') };
}
