import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import { choose, figure, given, sumFigure, type TraceInput, use } from '../../engine/formula.ts';
import { feederMinimum, fuseMinimum } from '../../formulas/protection.ts';
import { designFigure } from './designFigure.ts';
import type { Faults } from './faults.ts';
import { deviceIn } from './growForFault.ts';
import { interruptA, type Seat, type SeatMinimum, seatLink } from './protection.ts';
import { isSpare, seatAddress, seatRatingOrigin } from './seatFigures.ts';
import { selectiveTo } from './selectivity.ts';
import type { SizedSeat } from './sizingResult.ts';
import { type SizingState, shareIn } from './state.ts';

/** The smallest rating of a seat as figures: by its loads, by its branches' fuses, and by the school that counts. */
function minimumFigures(state: SizingState, seat: Seat, { fusesSchoolA }: SeatMinimum): SeatMinimum {
  const { profile, feederSchool, items } = state.input;
  const address = seatAddress(seat);
  const summed = fusesSchoolA !== null;
  const byFuses = summed && feederSchool === 'summedFuses';
  const designCurrentA = state.designA[seat.branch]!;
  const loadsSchoolA = use(
    fuseMinimum,
    { factor: profile.fuseFactor.value, currentA: designCurrentA },
    () => `${address}/${byFuses ? 'loadsMinimumA' : 'minimumA'}`,
    () => ({ factor: given(profile.fuseFactor.source), currentA: figure(`${address}/designCurrentA`) }),
  );
  if (!summed) return { designCurrentA, loadsSchoolA, fusesSchoolA, minimumA: loadsSchoolA };
  const fusesA = sumFigure(fusesSchoolA, {
    terms: () =>
      state.relations.children.get(seat.branch)!.map((branch) => {
        const child = state.seatAt.get(branch)!;
        const name = items.find((i) => i.id === child.itemId)?.designation ?? child.itemId;
        return {
          name: `A_${name}_${child.element.id}`,
          value: state.ratingA[branch]!,
          what: `${name}:${child.element.id}`,
          origin: seatRatingOrigin(state, child),
        };
      }),
    unit: 'A',
    title: 'Fuses of its branches, summed',
    source: 'the other school: a feeder carries what all its branch fuses let pass (common practice, no source)',
    address: () => `${address}/summedFusesA`,
  });
  if (!byFuses) return { designCurrentA, loadsSchoolA, fusesSchoolA: fusesA, minimumA: loadsSchoolA };
  const minimumA = use(
    feederMinimum,
    { loadsA: loadsSchoolA, fusesA },
    () => `${address}/minimumA`,
    () => ({ loadsA: figure(`${address}/loadsMinimumA`), fusesA: figure(`${address}/summedFusesA`) }),
  );
  return { designCurrentA, loadsSchoolA, fusesSchoolA: fusesA, minimumA };
}

/** The nearest seats upstream: those with no other of the upstream ones between. */
function selectivityOf(state: SizingState, seat: Seat, prospectiveA: number | null): SizedSeat['selectivity'] {
  if (prospectiveA === null) return [];
  const { upstream } = state.relations;
  const above = upstream.get(seat.branch)!;
  const nearest = above.filter((u) => !above.some((o) => o !== u && upstream.get(o)!.includes(u)));
  // Several nearest ones share what this one carries: together they stand as one of their summed rating.
  return nearest.map((u) => {
    const outer = state.seatAt.get(u)!;
    const together = { ...deviceIn(state, outer), ratingA: state.ratingA[u]! * nearest.length };
    const upToA = selectiveTo(deviceIn(state, seat), together);
    return { upstreamKey: outer.key, upToA: upToA < prospectiveA ? upToA : null, together: nearest.length };
  });
}

/** A branch's current while the one consumer starts that adds most; they seldom start together. */
function surgeAt(state: SizingState, b: number): number {
  let most = 0;
  for (const f of state.relations.flowsOf[b]!) {
    const flow = state.flows[f]!;
    if (flow.surgeFactor > 1)
      most = Math.max(most, Math.abs(shareIn(state, f)[b]!) * flow.designCurrentA * (flow.surgeFactor - 1));
  }
  return state.designA[b]! + most;
}

const nothingFed = {
  value: null,
  mode: 'auto' as const,
  reason: 'nothing is fed through this seat',
  who: null,
  rejected: [],
  fits: true,
};

function sizedSeat(state: SizingState, faults: Faults, seat: Seat): SizedSeat {
  const { catalogue, systemVoltageV, profile } = state.input;
  const spare = isSpare(state, seat);
  const address = seatAddress(seat);
  const branch = state.netlist.branches[seat.branch]!;
  designFigure(state, seat.branch, () => `${address}/designCurrentA`);
  const need = minimumFigures(state, seat, state.minimum.get(seat.branch)!);
  const voltageV = faults.openCircuitV(branch.a) ?? systemVoltageV;
  const prospectiveA = spare ? null : faults.largestA([branch.a, branch.b], () => `${address}/prospectiveA`);
  const ratingA = state.ratingA[seat.branch]!;
  const link =
    spare && seat.choice.mode === 'auto'
      ? nothingFed
      : seatLink(seat, need.minimumA, ratingA, { currentA: prospectiveA ?? 0, voltageV }, catalogue);
  const chosen = catalogueIndex(catalogue).fuseLink.get(link.value ?? '');
  if (chosen)
    choose({
      value: chosen.ratingA,
      unit: 'A',
      title: 'Fuse rating',
      how: 'next standard size at or above the smallest rating',
      source: profile.fuseFactor.source,
      address: () => `${address}/ratingA`,
      inputs: () => [
        {
          name: 'minimumA',
          value: need.minimumA,
          unit: 'A',
          what: 'smallest rating',
          origin: figure(`${address}/minimumA`),
        },
        ...(need.fusesSchoolA === null
          ? []
          : [
              {
                name: 'summedFusesA',
                value: need.fusesSchoolA,
                unit: 'A',
                what: 'by the other school: summed branch fuses',
                origin: figure(`${address}/summedFusesA`),
              } satisfies TraceInput,
            ]),
      ],
    });
  // Fields are named one by one: copying objects whole is what costs most in a re-derive.
  return {
    designCurrentA: need.designCurrentA,
    loadsSchoolA: need.loadsSchoolA,
    fusesSchoolA: need.fusesSchoolA,
    minimumA: need.minimumA,
    key: seat.key,
    itemId: seat.itemId,
    seatId: seat.element.id,
    spare,
    link,
    ratingA: chosen?.ratingA ?? null,
    prospectiveA,
    faultVoltageV: voltageV,
    interruptA: chosen ? interruptA(chosen, voltageV) : null,
    upstreamKeys: state.relations.upstreamKeysOf.get(seat.branch)!,
    surgeA: spare ? 0 : surgeAt(state, seat.branch),
    style: seat.element.style,
    curve: state.lockedAt.get(seat.branch)?.curve ?? null,
    lineIsFar: prospectiveA !== null && faults.farNode(branch) === branch.a,
    selectivity: spare ? [] : selectivityOf(state, seat, prospectiveA),
  };
}

/** Every fuse seat with its link, and why. */
export const sizedSeats = (state: SizingState, faults: Faults): SizedSeat[] =>
  state.seats.map((seat) => sizedSeat(state, faults, seat));
