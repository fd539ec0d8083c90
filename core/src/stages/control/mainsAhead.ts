import type { Id } from '../../document/basics.ts';
import type { MainsVoltageV } from '../../document/brief/brief.ts';
import type { Connection } from '../../document/connection/connection.ts';
import type { WiredItem } from '../../document/item/item.ts';
import type { Part } from '../../document/part/part.ts';
import { sizeText } from '../../tables/awg.ts';
import { MAINS_LEAST, mainsLeastMm2 } from '../../tables/mainsConductors.ts';
import { type Netlist, terminalKey } from '../netlist/netlist.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import type { MainsLeast } from '../sizing/conductors.ts';

/** What limits the current into a place of the mains side, over all that may feed it. */
export interface Ahead {
  /** The most any of them lets through for long, A. */
  currentA: number;
  /** The item that sets it: a breaker, an inlet, an inverter. */
  itemId: Id;
  /** The largest residual current that may flow unseen, mA; null where some way in has no such device. */
  residualMa: number | null;
}

export interface MainsAhead {
  /** By node of the netlist; nothing where no mains arrives. */
  at: ReadonlyMap<number, Ahead>;
  /** Mains wires, line, neutral and earth, with what stands ahead of the line beside them; null where nothing is drawn. */
  wires: ReadonlyMap<Id, Ahead | null>;
}

type MainsItem = Pick<WiredItem, 'id' | 'partId' | 'inService'>;
interface Way {
  from: readonly number[];
  to: number;
  pass: (ahead: Ahead) => Ahead;
}

/** The worse of two: more current, and of residual devices the missing or coarser one. */
function worse(a: Ahead | undefined, b: Ahead): Ahead {
  if (!a) return b;
  const more = b.currentA > a.currentA ? b : a;
  const residualMa = a.residualMa === null || b.residualMa === null ? null : Math.max(a.residualMa, b.residualMa);
  return { ...more, residualMa };
}

/**
 * What stands ahead of every mains line: the inlet's rating, brought down by breakers on the way, an inverter's own
 * output, or what it passes through. A residual-current device counts where every way in has one.
 */
export function mainsAhead(
  netlist: Netlist,
  items: readonly MainsItem[],
  parts: ReadonlyMap<Id, Part>,
  connections: readonly Connection[],
  { mainsVoltageV }: { mainsVoltageV: MainsVoltageV },
): MainsAhead {
  const node = (item: MainsItem, terminalId: Id): number =>
    netlist.nodeOf.get(terminalKey({ itemId: item.id, terminalId }))!;
  const near = neighbours(netlist, (b) => b.kind === 'wire');
  const starts: { node: number; ahead: Ahead }[] = [];
  const ways: Way[] = [];
  for (const item of items)
    for (const e of (item.inService && parts.get(item.partId)?.elements) || []) {
      if (e.kind === 'mainsSource')
        starts.push({ node: node(item, e.line), ahead: { currentA: e.ratedA, itemId: item.id, residualMa: null } });
      else if (e.kind === 'inverter' && e.acOut !== null) {
        starts.push({
          node: node(item, e.acOut),
          ahead: { currentA: e.ratedVA / mainsVoltageV, itemId: item.id, residualMa: null },
        });
        if (e.acIn !== null) ways.push({ from: [node(item, e.acIn)], to: node(item, e.acOut), pass: (a) => a });
      } else if (e.kind === 'transfer')
        ways.push({
          from: [node(item, e.firstLine), node(item, e.secondLine)],
          to: node(item, e.outLine),
          pass: (a) => a,
        });
      else if (e.kind === 'mainsBreaker')
        ways.push({
          from: [node(item, e.lineIn)],
          to: node(item, e.lineOut),
          pass: (a) => ({
            ...(e.breaksA !== null && e.breaksA < a.currentA ? { currentA: e.breaksA, itemId: item.id } : a),
            residualMa: e.residualMa ?? a.residualMa,
          }),
        });
    }
  const at = new Map<number, Ahead>();
  const spread = (start: number, ahead: Ahead): boolean => {
    let changed = false;
    for (const n of reachedFrom(near, [start])) {
      const next = worse(at.get(n), ahead);
      const was = at.get(n);
      if (was && was.currentA === next.currentA && was.residualMa === next.residualMa) continue;
      at.set(n, next);
      changed = true;
    }
    return changed;
  };
  for (const s of starts) spread(s.node, s.ahead);
  // It only ever gets worse, so this ends; the cap is for wirings that go round.
  for (let round = 0, changed = true; changed && round < 4 * ways.length + 4; round++) {
    changed = false;
    for (const { from, to, pass } of ways)
      for (const n of from) {
        const ahead = at.get(n);
        if (ahead && spread(to, pass(ahead))) changed = true;
      }
  }
  const partOf = new Map(items.map((i) => [i.id, parts.get(i.partId)]));
  const mainsAt = (c: Connection) => {
    const domain = (ref: Connection['from']) =>
      partOf.get(ref.itemId)?.terminals.find((t) => t.id === ref.terminalId)?.domain;
    return [c.from, c.to].some((r) => domain(r) === 'ac' || domain(r) === 'earth');
  };
  const mains = connections.filter(mainsAt);
  // Neutral and earth are as thick as the line that runs between the same two parts.
  const between = ({ from, to }: Connection) => [from.itemId, to.itemId].sort().join(' ');
  const lineOf = new Map<string, Ahead>();
  const own = (c: Connection) => at.get(netlist.nodeOf.get(terminalKey(c.from))!);
  for (const c of mains) {
    const ahead = own(c);
    if (ahead) lineOf.set(between(c), worse(lineOf.get(between(c)), ahead));
  }
  return { at, wires: new Map(mains.map((c) => [c.id, own(c) ?? lineOf.get(between(c)) ?? null])) };
}

/**
 * The least size of each mains wire, by what stands ahead of it, or by the inlet of the job where nothing is drawn.
 * A start for the licensed person, who decides.
 */
export const mainsLeastOf = (
  { wires }: MainsAhead,
  { mainsVoltageV, inletA }: { mainsVoltageV: MainsVoltageV; inletA: number },
): ReadonlyMap<Id, MainsLeast> =>
  new Map(
    [...wires].map(([id, ahead]) => {
      const aheadA = ahead?.currentA ?? inletA;
      const { rows, source } = MAINS_LEAST[mainsVoltageV];
      const leastMm2 = mainsLeastMm2(mainsVoltageV, aheadA) ?? rows.at(-1)![1];
      return [
        id,
        {
          leastMm2,
          why: `mains behind ${Math.round(aheadA)} A starts at ${sizeText(leastMm2)}; a licensed person decides (${source})`,
        },
      ];
    }),
  );
