import type { Id } from '../../document/board.ts';
import type { Netlist } from '../netlist/netlist.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Sources that drive a current through one another as soon as the last wire is on. */
function againstEachOther({ potentials, items }: CheckContext): Finding[] {
  return potentials.sourceClashes.map(({ itemId, differenceV }) => {
    const name = items.get(itemId)?.designation ?? itemId;
    return makeFinding(
      {
        rule: 'sources-clash',
        severity: 'stop',
        station: 'circuit',
        where: { label: name, itemIds: [itemId] },
        says: `${name} stands against other sources: ${differenceV.toFixed(0)} V with nothing but wire in the ring`,
        why: 'going round through the sources the voltages do not add up to nothing; only their small resistance holds the current back',
        source: 'nominal potentials of the sources (Kirchhoff)',
      },
      itemId,
    );
  });
}

/** Nodes reached from the plus of every battery, past all but some items. */
const fedPast = (netlist: Netlist, leftOut: (itemId: Id | null) => boolean): Set<number> =>
  reachedFrom(
    neighbours(netlist, (b) => !leftOut(b.itemId)),
    netlist.sources.filter((s) => s.element.kind === 'battery').map((s) => s.plus),
  );

/** Loads somebody called essential that a low-voltage disconnect takes off with the rest. */
function essentialCutOff(context: CheckContext): Finding[] {
  const { netlist, board } = context;
  const relays = board.items.filter((i) => partOf(context, i)?.kind === 'relay');
  const essential = netlist.consumers.filter((c) => context.items.get(c.item.id)?.load?.essential);
  if (relays.length === 0 || essential.length === 0) return [];
  const isRelay = new Set(relays.map((r) => r.id));
  const always = fedPast(netlist, (itemId) => itemId !== null && isRelay.has(itemId));
  const whenClosed = fedPast(netlist, () => false);
  return essential
    .filter((c) => whenClosed.has(c.plus) && !always.has(c.plus))
    .map((c) => {
      const cutting = relays.filter((r) => !fedPast(netlist, (id) => id === r.id).has(c.plus));
      const by = cutting.map((r) => r.designation).join(' and ') || 'relays';
      return makeFinding(
        {
          rule: 'essential-cut-off',
          severity: 'warn',
          station: 'circuit',
          where: { label: c.item.designation, itemIds: [c.item.id, ...cutting.map((r) => r.id)] },
          says: `${c.item.designation} ${context.items.get(c.item.id)?.name} is essential, yet ${by} takes it off`,
          why: `every way from the bank to it runs through ${by}: feed it from the battery side, behind a fuse of its own`,
          source: 'marked essential on the load sheet; bypass of a disconnect is common practice, no source',
        },
        c.item.id,
      );
    });
}

/** What the sources do to one another, and what is cut from them. */
export const sourceChecks = (context: CheckContext): Finding[] => [
  ...againstEachOther(context),
  ...essentialCutOff(context),
];
