import type { BenchStep } from '../devices/benchStep.ts';
import type { Defect } from '../stages/bench/defect.ts';
import type { Clue } from './clues.ts';
import { after, type Fitted } from './fitted.ts';

/** Something more to measure or look at, and how well it would tell what is left apart. */
export interface NextMeasurement {
  /** A step of the plan; null for something else to do. */
  stepId: string | null;
  says: string;
  minutes: number;
  /** Chance that two of what is left that are both drawn by their odds are told apart by it, 0 … 1. */
  tells: number;
}

/** What is left: a fitted defect and its share. */
export interface Left {
  fitted: Fitted;
  probability: number;
}

/** Of so many likeliest the rest is told apart. */
const AMONG = 6;
/** Minutes a reading takes on the bench: clips on, a load on, tips only. Common practice, no source. */
const MINUTES = { lead: 2, loaded: 1.5, plain: 1, look: 0.5 } as const;
const WORTH_IT = 0.02;

const minutesOf = ({ basis, state }: BenchStep): number =>
  basis?.kind === 'lead' ? MINUTES.lead : state.flowsOn.length > 0 ? MINUTES.loaded : MINUTES.plain;

/** How well two predictions are told apart by a reading: one less the overlap of their bells (Bhattacharyya). */
const apartness = (a: number, b: number, sigma: number): number => 1 - Math.exp(-((a - b) ** 2) / (8 * sigma ** 2));

function toldApart(left: readonly Left[], predicted: readonly number[], sigmaOf: (p: number) => number): number {
  let told = 0;
  for (let i = 0; i < left.length; i++)
    for (let j = 0; j < i; j++) {
      const sigma = Math.max(sigmaOf(predicted[i]!), sigmaOf(predicted[j]!));
      const clamp = (x: number) => Math.min(1e6, x);
      told +=
        2 * left[i]!.probability * left[j]!.probability * apartness(clamp(predicted[i]!), clamp(predicted[j]!), sigma);
    }
  return told;
}

/** What needs no step of the plan: eyes, and the meter by itself. */
const LOOKS: readonly { kind: Defect['kind']; says: (name: string) => string }[] = [
  { kind: 'thinConductor', says: (name) => `Read the size printed on ${name}` },
  { kind: 'wrongFuse', says: (name) => `Read the rating on the link in ${name}` },
  { kind: 'meterLead', says: () => 'Put the tips of the meter together: it reads its own leads' },
  { kind: 'openWire', says: (name) => `Pull at both ends of ${name}` },
  { kind: 'swappedPair', says: (name) => `Follow both wires of ${name} by their labels` },
];

/**
 * What to measure or look at next: what tells the likeliest explanations best apart for its minutes; nothing where one
 * explanation is left.
 * @param name what people call a place
 */
export function nextMeasurements(
  clues: readonly Clue[],
  hypotheses: readonly Left[],
  name: (defect: Defect) => string,
): NextMeasurement[] {
  const top = hypotheses.slice(0, AMONG);
  const total = top.reduce((sum, h) => sum + h.probability, 0);
  if (top.length < 2 || total === 0) return [];
  const left = top.map((h) => ({ ...h, probability: h.probability / total }));
  const steps = clues.flatMap((clue, n): NextMeasurement[] => {
    // What was read already is in the odds.
    if (clue.read !== null) return [];
    const predicted = left.map(({ fitted }) => {
      const effect = fitted.candidate.effects.find((e) => e.clue === n);
      return effect ? after(clue, effect, fitted.size) : clue.sound;
    });
    const tells = toldApart(left, predicted, (p) => Math.hypot(clue.sigma, clue.share * Math.min(1e6, p)));
    return [{ stepId: clue.step.id, says: clue.step.title, minutes: minutesOf(clue.step), tells }];
  });
  const looks = left.flatMap(({ fitted, probability }): NextMeasurement[] => {
    const look = LOOKS.find((l) => l.kind === fitted.candidate.kind);
    if (!look) return [];
    // It says yes or no of this one.
    const says = look.says(name(fitted.candidate.of(fitted.size)));
    return [{ stepId: null, says, minutes: MINUTES.look, tells: 2 * probability * (1 - probability) * 0.95 }];
  });
  return [...steps, ...looks]
    .filter((m) => m.tells > WORTH_IT)
    .sort((a, b) => b.tells / b.minutes - a.tells / a.minutes)
    .filter((m, i, all) => all.findIndex((o) => o.says === m.says) === i)
    .slice(0, 3);
}
