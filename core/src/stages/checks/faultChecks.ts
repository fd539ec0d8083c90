import { isBreaker } from '../../catalogue/part.ts';
import type { Command } from '../../document/commands.ts';
import { openingTime } from '../../solvers/timeCurrent.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { ADIABATIC_LIMIT_S } from '../sizing/clearing.ts';
import type { SizedSeat } from '../sizing/sizingResult.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';
import { seatName } from './protectionChecks.ts';

const kA2s = (x: number) => `${(x / 1000).toPrecision(3)} kA²s`;

/** Does the guard open on the smallest fault, and does the conductor outlive it on the largest? */
function clearing(context: CheckContext): Finding[] {
  return context.sizing.wires.flatMap((wire): Finding[] => {
    const { clearing: c, faultSmallestA, faultA } = wire;
    const cable = context.cableOfConnection.get(wire.connectionId);
    if (!c || !cable || faultSmallestA === null || faultA === null) return [];
    const burns = c.passedA2s !== null && c.passedA2s > c.withstandA2s * (1 + 1e-9);
    if (!burns && c.clearS !== null && c.clearS <= ADIABATIC_LIMIT_S) return [];
    const guard = wire.guardKeys.map((k) => seatName(context, k)).join(' with ');
    const seat = context.seatOf.get(wire.guardKeys[0] ?? '');
    const where = { label: cable.designation, cableIds: [cable.id] };
    const source = seat ? curveOf(seat.style, seat.curve).source : 'time–current curve';
    if (burns && c.passedA2s !== null)
      return [
        makeFinding(
          {
            rule: 'fault-withstand',
            severity: 'stop',
            station: 'circuit',
            where,
            says: `${cable.designation} would not survive a short: ${guard} lets ${kA2s(c.passedA2s)} through, it bears ${kA2s(c.withstandA2s)}`,
            why: `up to ${amps(faultA)} near the source; I²t must stay under k²S² for the ${ADIABATIC_LIMIT_S} s the equation holds`,
            source: `IEC 60364-4-43 434.5.2; ${source}`,
          },
          wire.connectionId,
        ),
      ];
    return [
      makeFinding(
        {
          rule: 'fault-not-cleared',
          severity: 'warn',
          station: 'circuit',
          where,
          says: `A short at the far end of ${cable.designation} passes ${amps(faultSmallestA)}: ${guard} ${c.clearS === null ? 'need not open' : `takes up to ${seconds(c.clearS)}`}`,
          why: 'bank low, cold and aged, copper hot; a fault that is not cleared within 5 s heats the line like an overload: a smaller fuse, or more copper',
          source,
        },
        wire.connectionId,
      ),
    ];
  });
}

/** Fuses in series that do not open in the right order, one finding a pair of items. */
function selectivity(context: CheckContext): Finding[] {
  const pairs = new Map<
    string,
    { seat: SizedSeat; upper: SizedSeat; upToA: number; together: number; count: number }
  >();
  for (const seat of context.sizing.seats)
    for (const { upstreamKey, upToA, together } of seat.selectivity) {
      const upper = context.seatOf.get(upstreamKey);
      if (upToA === null || !upper) continue;
      const key = `${seat.itemId}/${upper.itemId}`;
      const known = pairs.get(key);
      if (!known) pairs.set(key, { seat, upper, upToA, together, count: 1 });
      else pairs.set(key, { ...known, count: known.count + 1, ...(upToA < known.upToA ? { seat, upToA } : {}) });
    }
  return [...pairs.values()].map(({ seat, upper, upToA, together, count }) => {
    const [inner, outer] = [seatName(context, seat.key), seatName(context, upper.key)];
    const onlySwitch =
      seat.ratingA !== null && upper.ratingA !== null && seat.ratingA >= together * upper.ratingA - 1e-9;
    return makeFinding(
      {
        rule: 'not-selective',
        severity: onlySwitch ? 'warn' : 'note',
        station: 'circuit',
        where: { label: `${inner}, ${outer}`, itemIds: [seat.itemId, upper.itemId] },
        says: onlySwitch
          ? `${inner} (${amps(seat.ratingA!)}) behind ${outer} (${amps(upper.ratingA!)}) is only a switch: either may open first`
          : `Above ${amps(upToA)} ${outer} may open before ${inner}${count > 1 ? ` and ${count - 1} more` : ''}`,
        why: `up to ${amps(seat.prospectiveA ?? 0)} can flow there; the slowest of the inner against the fastest of the outer, over the whole range`,
        source: `${curveOf(seat.style, seat.curve).source}; ${curveOf(upper.style, upper.curve).source}`,
      },
      `${seat.itemId}/${upper.itemId}`,
    );
  });
}

/** How long a motor or an inverter's load takes to start. Common practice, no source. */
const SURGE_S = 0.5;
/** A fuse that may be gone sooner than this hardly lets anything start. */
const AT_ONCE_S = 0.1;

/** Fuses that may open while something starts. */
function surges(context: CheckContext): Finding[] {
  return context.sizing.seats.flatMap((seat) => {
    if (seat.spare || seat.ratingA === null || seat.surgeA <= seat.designCurrentA * (1 + 1e-9)) return [];
    const curve = curveOf(seat.style, seat.curve);
    const { minS } = openingTime(curve, seat.ratingA, seat.surgeA);
    if (minS > SURGE_S) return [];
    return [
      makeFinding(
        {
          rule: 'fuse-opens-on-surge',
          severity: minS < AT_ONCE_S ? 'warn' : 'note',
          station: 'circuit',
          where: { label: seatName(context, seat.key), itemIds: [seat.itemId] },
          says: `${seatName(context, seat.key)} (${amps(seat.ratingA)}) may open after ${seconds(minS)} while ${amps(seat.surgeA)} start`,
          why: `a start takes about ${SURGE_S} s (common practice, no source): the next size up with thicker cable, a slower style, or a soft start`,
          source: curve.source,
        },
        seat.key,
      ),
    ];
  });
}

/** A polarised breaker breaks one way only: its line side must face the bank. */
function orientation(context: CheckContext): Finding[] {
  return context.sizing.seats.flatMap((seat) => {
    const item = context.items.get(seat.itemId)!;
    const element = partOf(context, item)?.elements.find((e) => e.id === seat.seatId);
    if (element?.kind !== 'fuseSeat' || !isBreaker(element.style) || seat.spare) return [];
    if (!seat.lineIsFar) return [];
    const commands: Command[] = context.board.connections.flatMap((c) =>
      (['from', 'to'] as const).flatMap((end): Command[] => {
        const ref = c[end];
        if (ref.itemId !== item.id) return [];
        const other = ref.terminalId === element.a ? element.b : ref.terminalId === element.b ? element.a : null;
        return other
          ? [{ kind: 'set', collection: 'connections', id: c.id, field: end, value: { ...ref, terminalId: other } }]
          : [];
      }),
    );
    return [
      makeFinding(
        {
          rule: 'breaker-reversed',
          severity: element.polarised ? 'stop' : 'note',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} stands the wrong way round: its line side faces the load`,
          why: element.polarised
            ? 'a polarised d.c. breaker that breaks backwards burns instead of opening'
            : 'line and load are marked for the hand that works on it',
          source: 'part sheet: line, load and polarity',
          fixes: [{ label: 'Turn it round', commands }],
        },
        seat.key,
      ),
    ];
  });
}

/** Cable nobody can vouch for. */
function materials(context: CheckContext): Finding[] {
  return context.board.cables
    .filter((c) => c.material === 'unknown')
    .map((cable) =>
      makeFinding(
        {
          rule: 'conductor-unknown',
          severity: 'warn',
          station: 'circuit',
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} is reused cable of unknown make: its fuse cannot be confirmed`,
          why: 'counted as copper of its printed size; copper-clad aluminium carries a fifth less and drops half more',
          source: 'survey or reception of the cable',
          fixes: [
            {
              label: 'Count it as copper-clad aluminium',
              commands: [{ kind: 'set', collection: 'cables', id: cable.id, field: 'material', value: 'cca' }],
            },
          ],
        },
        cable.id,
      ),
    );
}

/** Everything about faults: what they reach, what ends them, and what stands in their way. */
export function faultChecks(context: CheckContext): Finding[] {
  return [
    ...clearing(context),
    ...surges(context),
    ...orientation(context),
    ...materials(context),
    ...selectivity(context),
  ];
}
