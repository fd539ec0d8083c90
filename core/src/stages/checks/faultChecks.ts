import type { Id } from '../../board/board.ts';
import type { Command } from '../../board/commands.ts';
import { isBreaker } from '../../catalogue/part.ts';
import { coldStringV } from '../../rules/formulas/faultRules.ts';
import { barFor, COPPER_BARS_SOURCE } from '../../rules/tables/copperBars.ts';
import { curveOf } from '../../rules/tables/timeCurrent.ts';
import { openingTime } from '../../solve/timeCurrent.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import type { Flow } from '../demand/demand.ts';
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

/** Bus bars against everything that goes through them. */
function bars(context: CheckContext): Finding[] {
  return context.sizing.bars
    .filter((b) => b.designCurrentA > b.ratingA * (1 + 1e-9))
    .map((b) => {
      const item = context.items.get(b.itemId)!;
      const enough = barFor(b.designCurrentA);
      return makeFinding(
        {
          rule: 'series-rating',
          severity: 'stop',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} is rated ${amps(b.ratingA)}, ${amps(b.designCurrentA)} goes through it`,
          why: enough
            ? `half the sum of what its wires carry; a plain copper bar of ${enough} mm would do`
            : 'half the sum of what its wires carry; no single bar of the table does: two side by side',
          source: `part sheet; ${COPPER_BARS_SOURCE}`,
        },
        b.itemId,
      );
    });
}

/** Batteries in parallel that do not share evenly. */
function sharing(context: CheckContext): Finding[] {
  const off = context.sizing.bank.filter((b) => Math.max(Math.abs(b.dischargeOff), Math.abs(b.chargeOff)) > 0.1);
  if (off.length === 0) return [];
  const worst = off.reduce((w, b) =>
    Math.max(Math.abs(b.dischargeOff), Math.abs(b.chargeOff)) >
    Math.max(Math.abs(w.dischargeOff), Math.abs(w.chargeOff))
      ? b
      : w,
  );
  const name = (id: Id) => context.items.get(id)?.designation ?? id;
  const percent = (x: number) => `${x > 0 ? '+' : ''}${Math.round(x * 100)} %`;
  const way = Math.abs(worst.dischargeOff) >= Math.abs(worst.chargeOff) ? 'discharging' : 'charging';
  return [
    makeFinding(
      {
        rule: 'bank-unbalanced',
        severity: 'warn',
        station: 'circuit',
        where: { label: name(worst.itemId), itemIds: context.sizing.bank.map((b) => b.itemId) },
        says: `${name(worst.itemId)} works ${percent(way === 'discharging' ? worst.dischargeOff : worst.chargeOff)} off its share when ${way}`,
        why: `${context.sizing.bank.map((b) => `${name(b.itemId)} ${amps(b.dischargeA)} out, ${amps(b.chargeA)} in`).join('; ')}: take plus from one end and minus from the other, or give each equal leads to bars`,
        source: 'currents of the solved network, by the resistances of batteries and links',
      },
      'bank',
    ),
  ];
}

/** Batteries of different make in one bank: they never share evenly, and the weakest decides. */
function mixedBank(context: CheckContext): Finding[] {
  const batteries = context.netlist.sources.flatMap((s) =>
    s.element.kind === 'battery'
      ? [{ itemId: s.item.id, element: s.element, island: context.potentials.islandOf[s.plus] }]
      : [],
  );
  return [...new Set(batteries.map((b) => b.island))].flatMap((island) => {
    const own = batteries.filter((b) => b.island === island);
    const kinds = new Set(own.map((b) => `${b.element.chemistry} ${b.element.nominalV} ${b.element.capacityAh}`));
    if (kinds.size < 2) return [];
    const differ = new Set(own.map((b) => b.element.chemistry)).size > 1;
    const name = (id: Id) => context.items.get(id)?.designation ?? id;
    return [
      makeFinding(
        {
          rule: 'bank-mixed',
          severity: differ ? 'stop' : 'warn',
          station: 'circuit',
          where: { label: own.map((b) => name(b.itemId)).join(', '), itemIds: own.map((b) => b.itemId) },
          says: `${own.map((b) => `${name(b.itemId)} ${b.element.capacityAh} Ah ${b.element.chemistry === 'agm' ? 'AGM' : 'LiFePO4'}`).join(', ')} in one bank`,
          why: differ
            ? 'two chemistries rest and charge at different voltages: one is always over- or undercharged'
            : 'in series the smallest is empty first; in parallel they share by resistance, not by size',
          source: 'one make, age and size in a bank (common practice, no source)',
        },
        `bank/${own.map((b) => b.itemId).join('/')}`,
      ),
    ];
  });
}

/** Crystalline silicon gains about this much voltage per kelvin of cold. Common practice, no source. */
const COLD_PER_K = 0.003;
/** How far the coldest day lies under the mean of the coldest month. Common practice, no source. */
const DAY_BELOW_MONTH_K = 12;

/** Solar strings in the cold against their controller. */
function strings(context: CheckContext): Finding[] {
  const coldC = context.board.power.site.coldestMonthC - DAY_BELOW_MONTH_K;
  return context.demand.flows.flatMap((flow) => {
    if (flow.way !== 'solar') return [];
    const modules = flow.modules.flatMap((m) => {
      const element = partOf(context, m.item)?.elements.find((e) => e.kind === 'solarSource');
      return element?.kind === 'solarSource' ? [element] : [];
    });
    const controller = context.items.get(flow.sink.item.id)!;
    const charger = partOf(context, controller)?.elements.find((e) => e.kind === 'charger');
    if (charger?.kind !== 'charger' || modules.length === 0) return [];
    const sumV = modules.reduce((s, m) => s + m.openCircuitV, 0);
    const coldV = coldStringV.compute({ sumV, perK: COLD_PER_K, coldC });
    const breaks = stringBreakers(context, flow, coldV);
    if (coldV <= charger.inputMaxV + 1e-9) return breaks;
    return [
      ...breaks,
      makeFinding(
        {
          rule: 'string-too-high',
          severity: 'stop',
          station: 'circuit',
          where: { label: controller.designation, itemIds: [controller.id, ...flow.modules.map((m) => m.item.id)] },
          says: `${modules.length} modules in series reach ${coldV.toFixed(0)} V in the cold, ${controller.designation} bears ${charger.inputMaxV} V`,
          why: `${sumV.toFixed(1)} V open at 25 °C, ${Math.round(coldC)} °C on the coldest day: fewer in series, or a controller for more`,
          source: 'crystalline silicon about 0.3 %/K (common practice, no source); part sheet: input voltage',
        },
        flow.key,
      ),
    ];
  });
}

/** What stands in a string to part it must be made for its voltage on the coldest day: d.c. arcs do not go out alone. */
function stringBreakers(context: CheckContext, flow: Flow, coldV: number): Finding[] {
  const { netlist, potentials } = context;
  const islands = new Set(
    [flow.supply, flow.sink].flatMap((p) => (p ? [potentials.islandOf[p.plus], potentials.islandOf[p.minus]] : [])),
  );
  const weak = netlist.branches.flatMap((b) => {
    if (!b.itemId || (b.kind !== 'contact' && b.kind !== 'fuseSeat')) return [];
    if (!islands.has(potentials.islandOf[b.a]) || !Number.isNaN(potentials.nodeV[b.a]!)) return [];
    const item = context.items.get(b.itemId)!;
    const link = context.catalogue.fuseLinks.find((l) => l.id === context.seatOf.get(b.key)?.link.value);
    const ratedV =
      b.kind === 'fuseSeat'
        ? Math.max(0, ...(link?.interrupt.map((r) => r.upToV) ?? []))
        : Math.max(0, ...(partOf(context, item)?.systemVoltagesV ?? []));
    return ratedV > 0 && ratedV < coldV - 1e-9 ? [{ item, ratedV }] : [];
  });
  return [...new Map(weak.map((w) => [w.item.id, w])).values()].map(({ item, ratedV }) =>
    makeFinding(
      {
        rule: 'isolator-below-string',
        severity: 'stop',
        station: 'circuit',
        where: { label: item.designation, itemIds: [item.id] },
        says: `${item.designation} is made for ${ratedV} V, the string it parts reaches ${coldV.toFixed(0)} V in the cold`,
        why: 'opened under sun it draws an arc it cannot put out: two poles, rated for the cold voltage of the string',
        source: 'part sheet: rated d.c. voltage; crystalline silicon about 0.3 %/K (common practice, no source)',
      },
      item.id,
    ),
  );
}

/** A lithium bank joined to an alternator by nothing but wire and contacts. */
function lithiumOnAlternator(context: CheckContext): Finding[] {
  const { netlist, potentials } = context;
  const feeds = netlist.sources.filter((s) => s.element.kind === 'feed');
  const lithium = netlist.sources.filter((s) => s.element.kind === 'battery' && s.element.chemistry === 'lifepo4');
  return feeds.flatMap((feed) => {
    const joined = lithium.find((b) => potentials.islandOf[b.plus] === potentials.islandOf[feed.plus]);
    if (!joined) return [];
    return [
      makeFinding(
        {
          rule: 'lithium-on-alternator',
          severity: 'stop',
          station: 'circuit',
          where: { label: feed.item.designation, itemIds: [feed.item.id, joined.item.id] },
          says: `${joined.item.designation} hangs straight on the alternator's battery ${feed.item.designation}`,
          why: 'an empty lithium bank draws hundreds of amps and destroys the alternator: put a DC-DC charger between',
          source: 'source limits (common practice, no source)',
        },
        feed.key,
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
    ...bars(context),
    ...strings(context),
    ...lithiumOnAlternator(context),
    ...sharing(context),
    ...mixedBank(context),
    ...materials(context),
    ...selectivity(context),
  ];
}
