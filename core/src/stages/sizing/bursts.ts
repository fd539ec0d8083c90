import { type SizingState, shareIn } from './state.ts';

/** What a branch carries while a consumer is above its design current, and for how long. */
export interface Burst {
  currentA: number;
  burstS: number;
}

/** How long a motor or an inverter's load takes to start, s. Common practice, no source. */
export const START_S = 0.5;

function above(state: SizingState, b: number, which: (burstS: number | undefined) => boolean): Burst[] {
  const found: Burst[] = [];
  for (const work of state.works)
    for (const f of work.relations.flowsOf[b]!) {
      const { surgeFactor, burstS, designCurrentA } = state.flows[f]!;
      if (surgeFactor <= 1 || !which(burstS)) continue;
      const more = Math.abs(shareIn(state, work, f)[b]!) * designCurrentA * (surgeFactor - 1);
      found.push({ currentA: state.designA[b]! + more, burstS: burstS ?? START_S });
    }
  return found;
}

/** Loads through a branch that run for seconds: each with what else flows there. */
export const burstsAt = (state: SizingState, b: number): Burst[] => above(state, b, (s) => s !== undefined);

/** A branch's current while the one consumer starts, or runs, that adds most; they seldom start together. */
export const mostAt = (state: SizingState, b: number): Burst =>
  above(state, b, () => true).reduce((most, own) => (own.currentA > most.currentA ? own : most), {
    currentA: state.designA[b]!,
    burstS: START_S,
  });
