import type { BenchStep } from '../devices/benchStep.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { BenchModel } from '../practice/benchModel.ts';
import type { Defect } from '../stages/bench/defect.ts';
import { readingUncertainty } from '../stages/bench/judge.ts';
import type { BenchConditions } from '../stages/bench/limitsAt.ts';
import { type Candidate, candidatesOf, type Effect } from './candidates.ts';
import { type Clue, cluesOf, comparable, type Evidence, likelihood, offBy } from './clues.ts';
import { after, type Fitted } from './fitted.ts';
import { type NextMeasurement, nextMeasurements } from './nextMeasurement.ts';

/** One thing that would explain the readings. */
export interface Hypothesis {
  defect: Defect;
  /** Share of all that would explain them. */
  probability: number;
  /** What it says of each step it touches, beside what was read. */
  fits: { stepId: string; title: string; read: number | null; predicted: number; sound: number; off: number }[];
}

export interface Diagnosis {
  /** Nothing need be wrong: the readings are those of a sound board. */
  sound: boolean;
  /** Likeliest first. */
  hypotheses: Hypothesis[];
  /** Readings that no sound board gives, by step. */
  disagree: string[];
  /** What would tell the likeliest apart, the best for its minutes first. */
  next: NextMeasurement[];
}

export interface DiagnosisInput {
  steps: readonly BenchStep[];
  readings: readonly Evidence[];
  model: BenchModel;
  conditions: BenchConditions;
  workshop: Pick<Workshop, 'joinOhm' | 'meterToleranceV'>;
  /** What people call the place of a defect. */
  name: (defect: Defect) => string;
}

/** From so many deviations on a reading is not that of a sound board. */
const DISAGREES = 3.5;
/** Odds that anything at all is wrong, before it was measured. Common practice, no source. */
const ANYTHING = 0.05;
/** So many explanations are given. */
const SHOWN = 12;
/** Of so many likeliest single defects pairs are formed too. */
const PAIRED = 16;
/** Sizes a fitted defect may have, as a factor from the smallest to the largest: the less likely any one of them. */
const DECADES = Math.log(1e4);

/** How much likelier the readings are by an explanation, as a logarithm, over the clues it touches. */
function gain(clues: readonly Clue[], effects: readonly Effect[], size: number): number {
  let sum = 0;
  for (const effect of effects) {
    const clue = clues[effect.clue]!;
    if (clue.read === null) continue;
    sum += likelihood(clue, clue.read, after(clue, effect, size)) - likelihood(clue, clue.read, clue.sound);
  }
  return sum;
}

/** The size that explains best, by weighted least squares over what it shifts, and how sharply it is known. */
function sizeOf(clues: readonly Clue[], { effects, signed }: Candidate): { size: number; sigma: number } | null {
  let [top, bottom] = [0, 0];
  for (const effect of effects) {
    const clue = clues[effect.clue]!;
    if (!('perUnit' in effect) || clue.read === null || !comparable(clue, clue.read, clue.sound)) continue;
    const weight = 1 / clue.sigma ** 2;
    top += weight * effect.perUnit * (clue.read - clue.sound);
    bottom += weight * effect.perUnit ** 2;
  }
  if (bottom === 0) return null;
  const size = top / bottom;
  return size > 0 || signed ? { size, sigma: 1 / Math.sqrt(bottom) } : null;
}

function fit(clues: readonly Clue[], candidate: Candidate, among: number): Fitted | null {
  const prior = Math.log((candidate.prior * ANYTHING) / among);
  if (candidate.sizes) {
    const best = candidate.sizes
      .map((size) => ({
        size,
        logOdds: prior - Math.log(candidate.sizes!.length) + gain(clues, candidate.effects, size),
      }))
      .reduce((a, b) => (b.logOdds > a.logOdds ? b : a));
    return { candidate, ...best };
  }
  const found = sizeOf(clues, candidate);
  if (!found) return null;
  // A size that had to be found counts by how sharply it was: any other would have explained other readings.
  const occam = Math.log(Math.min(1, (found.sigma * Math.sqrt(2 * Math.PI)) / (Math.abs(found.size) * DECADES)));
  return { candidate, size: found.size, logOdds: prior + occam + gain(clues, candidate.effects, found.size) };
}

/** The clues as they would read on a board that has a defect already. */
const behind = (clues: readonly Clue[], { candidate, size }: Fitted): Clue[] => {
  const moved = [...clues];
  for (const effect of candidate.effects)
    moved[effect.clue] = { ...clues[effect.clue]!, sound: after(clues[effect.clue]!, effect, size) };
  return moved;
};

interface Weighed {
  of: readonly Fitted[];
  logOdds: number;
}

/** Single defects and pairs of the likeliest, each with its odds. */
function weigh(clues: readonly Clue[], candidates: readonly Candidate[]): Weighed[] {
  const singles = candidates
    .flatMap((c) => fit(clues, c, candidates.length) ?? [])
    .sort((a, b) => b.logOdds - a.logOdds);
  const weighed: Weighed[] = singles.map((f) => ({ of: [f], logOdds: f.logOdds }));
  const top = singles.slice(0, PAIRED);
  for (const first of top.slice(0, PAIRED / 2)) {
    const rest = behind(clues, first);
    for (const { candidate } of top) {
      if (candidate === first.candidate || candidate.place === first.candidate.place) continue;
      const second = fit(rest, candidate, candidates.length);
      if (second && second.logOdds > 0) weighed.push({ of: [first, second], logOdds: first.logOdds + second.logOdds });
    }
  }
  return weighed;
}

/**
 * Ranks what would explain readings that disagree with the network: every defect a board can have is fitted to all
 * readings with their doubts, and weighed by how much better it explains them, how likely it was before, and how freely
 * its size could be chosen.
 * Source: Bayes' rule with Laplace's approximation of the evidence (textbook); priors are common practice, no source.
 * @returns the likeliest first; no hypotheses where the readings are those of a sound board
 * @example
 * diagnose({ steps: dossier.bench, readings: [], model: { simulated }, conditions: { bankV: null, ambientC: 20 }, workshop, name: String }).sound; // true
 */
export function diagnose({ steps, readings, model, conditions, workshop, name }: DiagnosisInput): Diagnosis {
  const usual = (step: BenchStep, value: number) => readingUncertainty(step, value, null, workshop);
  const clues = cluesOf(steps, readings, conditions, workshop, usual);
  const disagreeing = new Set(
    clues.flatMap((c, i) => (c.read !== null && Math.abs(offBy(c, c.read, c.sound)) > DISAGREES ? [i] : [])),
  );
  const disagree = [...disagreeing].map((i) => clues[i]!.step.id);
  if (disagreeing.size === 0) return { sound: true, hypotheses: [], disagree, next: [] };
  const weighed = weigh(clues, candidatesOf(clues, model, disagreeing));
  const most = Math.max(0, ...weighed.map((w) => w.logOdds));
  const total = Math.exp(-most) + weighed.reduce((sum, w) => sum + Math.exp(w.logOdds - most), 0);
  const shares = new Map<Candidate, { fitted: Fitted; probability: number }>();
  for (const { of, logOdds } of weighed)
    for (const fitted of of) {
      const known = shares.get(fitted.candidate);
      const probability = Math.exp(logOdds - most) / total + (known?.probability ?? 0);
      shares.set(fitted.candidate, { fitted: known?.fitted ?? fitted, probability });
    }
  const ranked = [...shares.values()]
    .sort((a, b) => b.probability - a.probability || b.fitted.logOdds - a.fitted.logOdds)
    .slice(0, SHOWN);
  const sound = Math.exp(-most) / total > 0.5;
  return {
    sound,
    disagree,
    hypotheses: sound ? [] : ranked.map(({ fitted, probability }) => hypothesisOf(clues, fitted, probability)),
    next: sound ? [] : nextMeasurements(clues, ranked, name),
  };
}

function hypothesisOf(clues: readonly Clue[], { candidate, size }: Fitted, probability: number): Hypothesis {
  return {
    defect: candidate.of(size),
    probability,
    fits: candidate.effects.map((effect) => {
      const clue = clues[effect.clue]!;
      const predicted = after(clue, effect, size);
      return {
        stepId: clue.step.id,
        title: clue.step.title,
        read: clue.read,
        predicted,
        sound: clue.sound,
        off: clue.read === null ? 0 : offBy(clue, clue.read, predicted),
      };
    }),
  };
}
