import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import { choose, figure, given, sumFigure, type TraceInput, use } from '../../engine/formula.ts';
import { feederMinimum, fuseMinimum, prospectiveCurrent, throughCurrent } from '../../formulas/protection.ts';
import { limitedA2s } from '../../solvers/timeCurrent.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import type { FaultModel, Side } from '../faults/faultModel.ts';
import { mostAt, START_S } from './bursts.ts';
import { designFigure } from './designFigure.ts';
import { facesBack } from './growForFault.ts';
import { childrenOf } from './growFuses.ts';
import { interruptA, type Seat, type SeatMinimum, seatLink } from './protection.ts';
import { isSpare, seatAddress, seatRatingOrigin } from './seatFigures.ts';
import { selectiveTo } from './selectivity.ts';
import type { SizedSeat } from './sizingResult.ts';
import type { SizingState } from './state.ts';

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
      childrenOf(state, seat.branch).map((branch) => {
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

/** The device in a seat with its rating as it stands. */
const deviceIn = ({ ratingA, lockedAt }: SizingState, seat: Seat) => ({
  style: seat.element.style,
  ratingA: ratingA[seat.branch]!,
  curve: lockedAt.get(seat.branch)?.curve ?? null,
});

/** Sides of a seat a short is fed from: behind it as the sources see it first. */
function sidesOf(state: SizingState, faults: FaultModel, seat: Seat): { side: Side; forward: boolean }[] {
  const { a, b } = state.netlist.branches[seat.branch]!;
  const far = (faults.strongestAt(a)?.pathOhm ?? 0) > (faults.strongestAt(b)?.pathOhm ?? 0) ? a : b;
  return faults.sidesOf(seat.branch).map((side) => ({ side, forward: side.end === far }));
}

/** The nearest seats upstream: what else a short right behind this one passes first. */
function selectivityOf(state: SizingState, faults: FaultModel, seat: Seat): SizedSeat['selectivity'] {
  const own = deviceIn(state, seat);
  const found = new Map<number, SizedSeat['selectivity'][number]>();
  for (const { side } of sidesOf(state, faults, seat)) {
    const layer = side.layers[0];
    layer?.devices.forEach((branch, i) => {
      const outer = state.seatAt.get(branch);
      if (!outer || facesBack(faults, seat.branch, branch)) return;
      // What it holds as current of this one: side by side with others it carries a part only.
      const holdsA = (state.ratingA[branch]! * side.largeA) / layer.largeA[i]!;
      const upToA = selectiveTo(own, { ...deviceIn(state, outer), ratingA: holdsA });
      const known = found.get(branch);
      const upTo = upToA < side.largeA ? upToA : null;
      if (!known || (upTo ?? Number.POSITIVE_INFINITY) < (known.upToA ?? Number.POSITIVE_INFINITY))
        found.set(branch, { upstreamKey: outer.key, upToA: upTo, holdsA });
    });
  }
  return [...found.values()];
}

/** Single devices that carry all a seat does, and what a current-limiting one lets through then (434.5.1). */
function aheadOf(state: SizingState, side: Side): SizedSeat['ahead'] {
  return side.layers.flatMap(({ devices, largeA }) => {
    const outer = devices.length === 1 ? state.seatAt.get(devices[0]!) : undefined;
    if (!outer) return [];
    const { style, ratingA, curve } = deviceIn(state, outer);
    const passedA2s = limitedA2s(curveOf(style, curve), ratingA, largeA[0]!);
    return [{ key: outer.key, throughA: largeA[0]!, letThroughA2s: passedA2s }];
  });
}

/** The largest current a fault sends through a device, at either of its terminals, told as figures. */
function dutyOf(
  faults: FaultModel,
  seat: Seat,
  address: string,
): { currentA: number; voltageV: number; side: Side } | null {
  const sides = faults.sidesOf(seat.branch);
  if (sides.length === 0) return null;
  const worst = sides.reduce((w, s) => (s.largeA > w.largeA ? s : w));
  const { openV, pathOhm, totalA, state } = faults.strongestAt(worst.end)!;
  const { title } = faults.states[state]!;
  const faultA = use(
    prospectiveCurrent,
    { openCircuitV: openV, pathOhm },
    () => `${address}/faultA`,
    () => ({
      openCircuitV: given(`full bank at rest, chargers on${title && `; ${title}`}`),
      pathOhm: given('solved network: bank warm, cables at 20 °C, fuses, contacts, the strongest return'),
    }),
  );
  const currentA = use(
    throughCurrent,
    { share: worst.largeA / totalA, faultA },
    () => `${address}/prospectiveA`,
    () => ({ share: given('solved network: the part that passes this device'), faultA: figure(`${address}/faultA`) }),
  );
  return { currentA, voltageV: openV, side: worst };
}

const nothingFed = {
  value: null,
  mode: 'auto' as const,
  reason: 'nothing is fed through this seat',
  who: null,
  rejected: [],
  fits: true,
};

function sizedSeat(state: SizingState, faults: FaultModel, seat: Seat): SizedSeat {
  const { catalogue, systemVoltageV, profile } = state.input;
  const spare = isSpare(state, seat);
  const address = seatAddress(seat);
  const branch = state.netlist.branches[seat.branch]!;
  designFigure(state, seat.branch, () => `${address}/designCurrentA`);
  const need = minimumFigures(state, seat, state.minimum.get(seat.branch)!);
  const duty = spare ? null : dutyOf(faults, seat, address);
  const voltageV = duty?.voltageV ?? faults.openCircuitV(branch.a) ?? systemVoltageV;
  const prospectiveA = duty?.currentA ?? null;
  const ratingA = state.ratingA[seat.branch]!;
  const floorA = state.floorA.get(seat.branch) ?? 0;
  const heldLow = state.ceilingA.has(seat.branch) && ratingA < need.minimumA - 1e-9 && ratingA >= need.designCurrentA;
  const most = mostAt(state, seat.branch);
  const link =
    spare && seat.choice.mode === 'auto'
      ? nothingFed
      : seatLink(
          seat,
          heldLow ? ratingA : Math.max(need.minimumA, floorA),
          ratingA,
          { currentA: prospectiveA ?? 0, voltageV },
          catalogue,
        );
  const chosen = catalogueIndex(catalogue).fuseLink.get(link.value ?? '');
  if (chosen)
    choose({
      value: chosen.ratingA,
      unit: 'A',
      title: 'Fuse rating',
      how: heldLow
        ? 'the largest that the conductors behind it bear: no size that fits its ends bears the next'
        : 'next standard size at or above the smallest rating',
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
        ...(floorA > need.minimumA
          ? [
              {
                name: 'aboveA',
                value: floorA,
                unit: 'A',
                what: 'so that what stands behind it opens first',
                origin: given('the next size above the fuse behind it'),
              } satisfies TraceInput,
            ]
          : []),
        ...(most.burstS > START_S
          ? [
              {
                name: 'burstA',
                value: most.currentA,
                unit: 'A',
                what: `to be held for ${most.burstS} s without opening`,
                origin: given('load list, with what else flows here'),
              } satisfies TraceInput,
            ]
          : []),
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
    upstreamKeys: [
      ...new Set(
        sidesOf(state, faults, seat)
          .filter((s) => s.forward)
          .flatMap(({ side }) => side.layers.flatMap((l) => l.devices))
          .flatMap((d) => state.seatAt.get(d)?.key ?? []),
      ),
    ],
    surgeA: spare ? 0 : most.currentA,
    surgeS: most.burstS,
    style: seat.element.style,
    curve: state.lockedAt.get(seat.branch)?.curve ?? null,
    lineIsFar:
      prospectiveA !== null &&
      (faults.strongestAt(branch.a)?.pathOhm ?? 0) > (faults.strongestAt(branch.b)?.pathOhm ?? 0),
    ahead: duty ? aheadOf(state, duty.side) : [],
    selectivity: spare ? [] : selectivityOf(state, faults, seat),
  };
}

/** Every fuse seat with its link, and why. */
export const sizedSeats = (state: SizingState, faults: FaultModel): SizedSeat[] =>
  state.seats.map((seat) => sizedSeat(state, faults, seat));
