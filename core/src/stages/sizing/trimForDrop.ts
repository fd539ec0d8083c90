import { conductorResistance } from '../../formulas/cables.ts';
import { leastCopper } from './leastCopper.ts';
import {
  GREATER,
  lengthAt,
  loadedC,
  resistanceInputs,
  resize,
  type SizingState,
  shareIn,
  type WorkingCable,
} from './state.ts';

/** What the linear reckoning misses grows again, and is trimmed again: so often. */
const MOST_TRIMS = 3;
/** Boards with more thickened cables than this are only trimmed. */
const MOST_EXCHANGED = 40;
/** An exchange must be worth more than this part of the copper. */
const WORTH = 1e-4;

/** A cable that grew for a drop, with its sizes and what each loses a volt of to the flows that pass it. */
interface Thick {
  cable: WorkingCable;
  /** Sizes it may have: from what its current and its guard ask upwards. */
  areasMm2: readonly number[];
  ohm: readonly number[];
  /** By drop: volts per ohm of this cable. */
  weightA: Float64Array;
  at: number;
}

/**
 * Growing goes a size at a time and looks no further back, so it ends with copper that is not needed. Once all drops are
 * kept, the sizes with the least copper are taken; on large boards sizes go down again where every limit stays kept, and a
 * size down here is taken for less added elsewhere. Drops are reckoned linearly from the last measured ones; what that misses grows again. @returns whether one changed
 */
export function trimForDrop(state: SizingState): boolean {
  if (state.trims >= MOST_TRIMS) return false;
  state.trims++;
  const thick = thickened(state);
  if (thick.length === 0) return false;
  const slackV = Float64Array.from(state.drops, (d) =>
    Math.max(0, d.limitShare * d.systemVoltageV - d.plusDropV - d.minusDropV),
  );
  const exact = thick.length <= MOST_EXCHANGED ? exactly(thick, slackV) : null;
  let best = exact ?? thick.map((t) => t.at);
  trim(thick, best, slackV);
  for (let again = !exact && thick.length <= MOST_EXCHANGED; again; ) {
    again = false;
    for (const tried of exchanges(thick, best, slackV)) {
      trim(thick, tried, slackV);
      if (copper(thick, tried) >= copper(thick, best) * (1 - WORTH)) continue;
      best = tried;
      again = true;
      break;
    }
  }
  let changed = false;
  thick.forEach((t, i) => {
    if (best[i] === t.at) return;
    resize(t.cable, t.areasMm2[best[i]!]!);
    changed = true;
  });
  return changed;
}

/** The least copper there is, where the choices can be walked through. */
function exactly(thick: readonly Thick[], slackV: Float64Array): number[] | null {
  const open = thick.map(({ cable, areasMm2, ohm, weightA }) => ({
    copper: areasMm2.map((a) => a * lengthAt(cable, a)),
    ohm,
    weightA,
  }));
  return leastCopper(
    open,
    slackV.map((s, d) => thick.reduce((v, t) => v + t.weightA[d]! * t.ohm[t.at]!, s)),
  );
}

/** Choices a step away: one size down with others up for it, or one up. */
function* exchanges(thick: readonly Thick[], best: readonly number[], slackV: Float64Array): Generator<number[]> {
  const stepped = (k: number, by: 1 | -1): number[] | null => {
    const tried = [...best];
    tried[k]! += by;
    return tried[k]! >= 0 && tried[k]! < thick[k]!.areasMm2.length ? tried : null;
  };
  for (let k = 0; k < thick.length; k++) {
    const down = stepped(k, -1);
    if (down && mend(thick, down, slackV, k)) yield down;
    const up = stepped(k, 1);
    if (up) yield up;
  }
}

/** Takes others up where the most volts are saved for their copper, until every limit is kept; false where none can. */
function mend(thick: readonly Thick[], at: number[], slackV: Float64Array, held: number): boolean {
  const left = Float64Array.from(slackV, (s, d) => s - thick.reduce((v, t, i) => v + gainV(t, t.at, at[i]!, d), 0));
  for (;;) {
    let worst = 0;
    for (let d = 1; d < left.length; d++) if (left[d]! < left[worst]!) worst = d;
    if (left[worst]! >= -1e-12) return true;
    let best = -1;
    let most = 0;
    thick.forEach((t, i) => {
      const from = at[i]!;
      if (i === held || from + 1 >= t.areasMm2.length) return;
      const saved = -gainV(t, from, from + 1, worst);
      const merit = saved / ((t.areasMm2[from + 1]! - t.areasMm2[from]!) * t.cable.lengthMm);
      if (merit > most) [best, most] = [i, merit];
    });
    if (best < 0) return false;
    const t = thick[best]!;
    for (let d = 0; d < left.length; d++) left[d]! -= gainV(t, at[best]!, at[best]! + 1, d);
    at[best]!++;
  }
}

const copper = (thick: readonly Thick[], at: readonly number[]): number =>
  thick.reduce((s, t, i) => s + t.areasMm2[at[i]!]! * lengthAt(t.cable, t.areasMm2[at[i]!]!), 0);

/** Volts a drop grows by when a cable goes from one of its sizes to another. */
const gainV = (t: Thick, from: number, to: number, drop: number): number =>
  t.weightA[drop]! * (t.ohm[to]! - t.ohm[from]!);

/** Takes sizes down while every limit stays kept, each time where the most copper goes for the room it takes. */
function trim(thick: readonly Thick[], at: number[], slackV: Float64Array): void {
  const left = Float64Array.from(slackV, (s, d) => s - thick.reduce((v, t, i) => v + gainV(t, t.at, at[i]!, d), 0));
  for (;;) {
    let best = -1;
    let most = 0;
    thick.forEach((t, i) => {
      const from = at[i]!;
      if (from === 0) return;
      let uses = 0;
      for (let d = 0; d < left.length; d++) {
        const volts = gainV(t, from, from - 1, d);
        if (volts > left[d]! - 1e-12) uses = volts > 1e-12 ? Number.POSITIVE_INFINITY : uses;
        else if (volts > 0) uses = Math.max(uses, volts / left[d]!);
      }
      const worth = ((t.areasMm2[from]! - t.areasMm2[from - 1]!) * t.cable.lengthMm) / (uses + 1e-6);
      if (Number.isFinite(uses) && worth > most) [best, most] = [i, worth];
    });
    if (best < 0) return;
    const t = thick[best]!;
    for (let d = 0; d < left.length; d++) left[d]! -= gainV(t, at[best]!, at[best]! - 1, d);
    at[best]!--;
  }
}

const grewForDrop = ({ drivenBy }: WorkingCable): boolean =>
  drivenBy !== null && [...drivenBy.values()].some((d) => d !== 'fault');

function thickened(state: SizingState): Thick[] {
  const shares = state.drops.map((drop) =>
    shareIn(
      state,
      state.works[drop.work]!,
      state.flows.findIndex((f) => f.key === drop.key),
    ),
  );
  // On a small board what never grew may be the better one to thicken.
  const some = state.cables.some(grewForDrop);
  if (!some) return [];
  const few = state.cables.length <= MOST_EXCHANGED;
  return state.cables.flatMap((cable): Thick[] => {
    if (cable.locked || (!few && !grewForDrop(cable))) return [];
    const areasMm2 = cable.candidates.areasMm2.filter((_, i) => cable.ampacityA[i]! * GREATER >= cable.requiredA);
    const at = areasMm2.indexOf(cable.areaMm2);
    if (at < 0) return [];
    const weightA = Float64Array.from(shares, (share) =>
      cable.branches.reduce((s, b) => s + Math.abs(share[b]!) * state.designA[b]!, 0),
    );
    return [
      {
        cable,
        areasMm2,
        weightA,
        at,
        ohm: areasMm2.map((areaMm2) =>
          conductorResistance.compute(
            resistanceInputs(
              { cable: cable.cable, areaMm2, lengthMm: lengthAt(cable, areaMm2) },
              loadedC(cable, areaMm2),
            ),
          ),
        ),
      },
    ];
  });
}
