import type { Element } from '../../catalogue/part.ts';
import type { Id, Item } from '../../document/board.ts';
import { BANK_TRAITS } from '../../tables/bankTraits.ts';
import { coldestBankC, togetherIn } from '../demand/energy.ts';
import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

type Held<K extends Element['kind']> = { item: Item; element: Extract<Element, { kind: K }> };

const held = <K extends Element['kind']>(context: CheckContext, kind: K): Held<K>[] =>
  (context.elementsOf.get(kind) ?? []) as Held<K>[];
const names = (items: readonly Item[]) => items.map((i) => i.designation).join(', ');
const whole = (x: number) => String(Math.round(x));

const finding = (
  rule: string,
  severity: Finding['severity'],
  items: readonly Item[],
  says: string,
  why: string,
  source: string,
  fixes: Finding['fixes'] = [],
): Finding =>
  makeFinding(
    {
      rule,
      severity,
      station: 'power',
      where: { label: names(items) || 'load list', itemIds: items.map((i) => i.id) },
      says,
      why,
      source,
      fixes,
    },
    items.map((i) => i.id).join('/') || 'board',
  );

/** The mains side: something must feed it, and bear its start and its waveform. */
function mainsSide(context: CheckContext): Finding[] {
  const { energy } = context;
  const loads = context.board.items.filter((i) => i.load?.side === 'mains');
  if (loads.length === 0) return [];
  const inverters = held(context, 'inverter');
  if (inverters.length === 0)
    return [
      finding(
        'mains-without-inverter',
        'warn',
        loads,
        `${loads.length} loads are on the mains side and nothing makes mains`,
        `${names(loads)} ask for ${whole(energy.mainsPeakW)} W together`,
        'load list: mains side',
      ),
    ];
  const found: Finding[] = [];
  const [rated, surge] = [
    inverters.reduce((s, i) => s + i.element.acPowerW, 0),
    inverters.reduce((s, i) => s + i.element.surgeW, 0),
  ];
  const items = inverters.map((i) => i.item);
  if (energy.mainsPeakW > rated + 1e-9)
    found.push(
      finding(
        'inverter-too-small',
        'warn',
        items,
        `${names(items)} gives ${whole(rated)} W; ${whole(energy.mainsPeakW)} W run together`,
        `by the hours and groups of the load list; say that some take turns, or choose a larger one`,
        'part sheet: continuous power',
      ),
    );
  if (energy.mainsSurgeW > surge + 1e-9)
    found.push(
      finding(
        'surge-too-large',
        'warn',
        items,
        `${names(items)} bears ${whole(surge)} W for a moment; ${whole(energy.mainsSurgeW)} W are asked when a load starts`,
        'the load that starts, with what may run beside it; a soft starter cuts it',
        'part sheet: surge power; starting factors of the load list',
        loads
          .filter((i) => i.load!.surgeFactor > 2 && !i.load!.softStart)
          .map((i) => ({
            label: `Soft starter on ${i.designation}`,
            commands: [
              { kind: 'set', collection: 'items', id: i.id, field: 'load', value: { ...i.load!, softStart: true } },
            ],
          })),
      ),
    );
  const fussy = loads.filter((i) => i.load!.needsSine);
  if (fussy.length > 0 && inverters.some((i) => i.element.waveform === 'modified'))
    found.push(
      finding(
        'needs-sine',
        'warn',
        [...fussy, ...items],
        `${names(fussy)} needs a pure sine, ${names(items)} makes a modified wave`,
        'motors hum and run hot, electronics may fail on a modified wave',
        'load list; part sheet: waveform',
      ),
    );
  return found;
}

/** The bank against what is drawn from it and pushed into it. */
function bankLimits(context: CheckContext): Finding[] {
  const { brief, power } = context.board;
  const batteries = held(context, 'battery');
  if (batteries.length === 0) return [];
  const v = brief.systemVoltageV;
  const strings = batteries.reduce((s, b) => s + b.element.nominalV, 0) / v;
  const chargeA = Math.min(...batteries.map((b) => b.element.chargeLimitA)) * strings;
  const dischargeA = Math.min(...batteries.map((b) => b.element.dischargeLimitA)) * strings;
  const items = batteries.map((b) => b.item);
  const found: Finding[] = [];
  for (const { item, element } of held(context, 'inverter')) {
    const inputA = element.acPowerW / (element.cutoffV * element.efficiencyShare);
    if (inputA > dischargeA + 1e-9)
      found.push(
        finding(
          'bank-small-for-inverter',
          'warn',
          [item, ...items],
          `At full power ${item.designation} takes ${whole(inputA)} A, the bank may give ${whole(dischargeA)} A`,
          `by the permitted discharge current. By the other view, hours of use: ${whole(context.energy.bankAh)} Ah hold it for ${((context.energy.bankAh * context.energy.usableShare) / inputA).toFixed(1)} h at full power`,
          'part sheet: discharge limit; how large a bank an inverter wants is disputed, both views are shown (common practice, no source)',
        ),
      );
  }
  const dcPeakA = (context.energy.peakW - context.energy.mainsPeakW) / v;
  if (dcPeakA > dischargeA + 1e-9)
    found.push(
      finding(
        'bank-small-for-loads',
        'warn',
        items,
        `D.c. loads together take ${whole(dcPeakA)} A, the bank may give ${whole(dischargeA)} A`,
        'sum of the loads that may be on together',
        'part sheet: discharge limit',
      ),
    );
  const sunW = held(context, 'solarSource').reduce((s, m) => s + m.element.peakW, 0);
  const out = (source: 'solar' | 'dcdc') =>
    held(context, 'charger')
      .filter((c) => c.element.source === source)
      .reduce((s, c) => s + c.element.outputA, 0);
  const sources: [string, number][] = [
    ['sun', Math.min(out('solar'), sunW / v)],
    ['alternator', out('dcdc')],
    ['mains or generator', held(context, 'mainsCharger').reduce((s, c) => s + c.element.outputA, 0)],
  ];
  const allA = sources.reduce((s, [, a]) => s + a, 0);
  if (allA > chargeA * 1.001)
    found.push(
      finding(
        'charge-over-limit',
        'warn',
        items,
        `All charging at once brings ${whole(allA)} A, the bank takes ${whole(chargeA)} A`,
        `${sources
          .filter(([, a]) => a > 0)
          .map(([name, a]) => `${name} ${whole(a)} A`)
          .join(' + ')}: set a charger lower, or trust the battery's own limit`,
        'part sheet: charge limit',
      ),
    );
  const { noChargeBelowC } = BANK_TRAITS[batteries[0]!.element.chemistry];
  if (noChargeBelowC !== null && coldestBankC(power) < noChargeBelowC)
    found.push(
      finding(
        'bank-too-cold',
        'warn',
        items,
        `The bank gets as cold as ${whole(coldestBankC(power))} °C and takes no charge below ${noChargeBelowC} °C`,
        'put it where it is kept warm, choose one with a heater, or AGM',
        'LiFePO4: no charge below 0 °C cell temperature (common practice, no source)',
        [
          {
            label: 'The place is heated',
            commands: [{ kind: 'setPower', field: 'site', value: { ...power.site, bankPlace: 'heated' } }],
          },
        ],
      ),
    );
  if (context.energy.autonomyDays !== null && context.energy.autonomyDays < context.board.settings.autonomyDays - 0.05)
    found.push(
      finding(
        'bank-short-of-days',
        'note',
        items,
        `The bank lasts ${context.energy.autonomyDays.toFixed(1)} days, ${context.board.settings.autonomyDays} are wished for`,
        `${whole(context.energy.wantedBankAh)} Ah would last them`,
        'usable capacity over daily use, at the end of the bank’s life and in the cold',
      ),
    );
  return found;
}

/** What the alternator or its tap may give, against what the board takes. */
function alternator(context: CheckContext): Finding[] {
  const source = context.board.power.alternator;
  if (!source) return [];
  return held(context, 'charger')
    .filter((c) => c.element.source === 'dcdc')
    .flatMap(({ item, element }) => {
      const inputA = element.inputMaxA ?? (element.outputV * element.outputA) / (11 * element.efficiencyShare);
      const limitA = Math.min(source.maxA, source.ratedA * source.shareMax);
      if (inputA <= limitA + 1e-9) {
        if (source.idleShare === 0 || inputA <= source.idleMaxA + 1e-9) return [];
        return [
          finding(
            'alternator-at-idle',
            'note',
            [item],
            `At idle the alternator spares ${whole(source.idleMaxA)} A, ${item.designation} takes ${whole(inputA)} A`,
            'the starter battery makes up the rest while the engine idles; use a charger that waits for speed, or set it lower',
            'sources sheet; part sheet: input current',
          ),
        ];
      }
      return [
        finding(
          'alternator-overdrawn',
          'warn',
          [item],
          `${item.designation} takes ${whole(inputA)} A, the alternator may give ${whole(limitA)} A`,
          'a smart alternator or a fused tap will not bear it; use a smaller charger, or one whose input is set lower',
          'sources sheet; part sheet: input current',
        ),
      ];
    });
}

/** Sources the brief names and nothing on the board takes. */
function unusedSources(context: CheckContext): Finding[] {
  const { power } = context.board;
  const has = (source: 'solar' | 'dcdc') => held(context, 'charger').some((c) => c.element.source === source);
  const relay = context.board.items.some((i) => i.partId.startsWith('relay-vsr'));
  const mainsCharger = held(context, 'mainsCharger').length > 0;
  if (held(context, 'battery').length === 0) return [];
  const missing: [boolean, string, string][] = [
    [power.sun !== null && !has('solar'), 'sun', 'no solar controller is on the board'],
    [power.alternator !== null && !has('dcdc') && !relay, 'an alternator', 'no charger or relay takes it'],
    [power.mains !== null && !mainsCharger, 'mains', 'no mains charger is on the board'],
    [power.generator !== null && !mainsCharger, 'a generator', 'no mains charger is on the board'],
    [power.sun === null && has('solar'), 'no sun', 'a solar controller is on the board'],
  ];
  return missing
    .filter(([is]) => is)
    .map(([, what, why]) =>
      makeFinding(
        {
          rule: 'source-unused',
          severity: 'note',
          station: 'power',
          where: { label: 'sources sheet' },
          says: `The sources sheet names ${what}, and ${why}`,
          why: 'the year is run without it; take it off the sheet, or put its charger on the board',
          source: 'sources sheet against the parts of the board',
        },
        what,
      ),
    );
}

/** Parts whose rating nobody can read. */
function unknownRatings(context: CheckContext): Finding[] {
  return context.board.items
    .filter((i) => !i.ratingKnown)
    .map((item) =>
      finding(
        'rating-unknown',
        'warn',
        [item],
        `${item.designation}'s rating cannot be confirmed`,
        `${item.ownership === 'workshop' ? 'marked so' : item.ownership === 'customer' ? "the customer's own part" : 'a second-hand part'}: what stands on its numbers is an assumption until it is tested or replaced`,
        'survey or reception of the part',
      ),
    );
}

/** Circuits found on a rework job that stay, and whose fuse nobody can judge. */
function survey(context: CheckContext): Finding[] {
  return context.board.survey
    .filter((f) => f.fate !== 'goes' && (f.conductorMm2 === null || f.fuseA === null))
    .map((f) =>
      makeFinding(
        {
          rule: 'survey-unknown',
          severity: 'warn',
          station: 'power',
          where: { label: f.name },
          says: `${f.name}: cannot confirm the fuse`,
          why: `${f.conductorMm2 === null ? 'conductor size unknown' : `${f.conductorMm2} mm²`}, ${f.fuseA === null ? 'fuse unknown' : `${f.fuseA} A fuse`}: measure it, or renew the circuit`,
          source: 'survey as found: an unknown wire cannot be matched to a fuse',
        },
        f.id,
      ),
    );
}

/** Loads that take turns must not be painted as if they never met. */
function groups(context: CheckContext): Finding[] {
  const { power, brief } = context.board;
  const loads = context.board.items.flatMap((item) => (item.load ? [{ item, load: item.load }] : []));
  return power.loadGroups
    .filter((g) => loads.filter((l) => l.load.groupId === g.id).length < 2)
    .map((g) =>
      makeFinding(
        {
          rule: 'group-of-one',
          severity: 'note',
          station: 'power',
          where: { label: g.name, itemIds: loads.filter((l) => l.load.groupId === g.id).map((l): Id => l.item.id) },
          says: `Load group “${g.name}” has fewer than two loads`,
          why: `it changes nothing: ${togetherIn(loads, 12, power, brief.systemVoltageV).length} loads can be on at noon either way`,
          source: 'load list',
        },
        g.id,
      ),
    );
}

export function powerChecks(context: CheckContext): Finding[] {
  return [
    ...mainsSide(context),
    ...bankLimits(context),
    ...alternator(context),
    ...unusedSources(context),
    ...unknownRatings(context),
    ...survey(context),
    ...groups(context),
  ];
}
