import type { Id } from '../../document/board.ts';
import { ampsInWords as amps } from '../../words.ts';
import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

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

/** The batteries among themselves and against what charges them. */
export const bankChecks = (context: CheckContext): Finding[] => [
  ...lithiumOnAlternator(context),
  ...sharing(context),
  ...mixedBank(context),
];
