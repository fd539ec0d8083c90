import type { ElementOf } from '../../devices/elementKind.ts';
import type { Id } from '../../document/basics.ts';
import type { WiredItem } from '../../document/item/item.ts';
import type { Part } from '../../document/part/part.ts';
import type { Netlist } from '../netlist/netlist.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';

/** Who is fed by what on the mains side, in one state of the outside. */
export interface MainsState {
  /** Inlets with mains or a generator at them; empty where nothing is plugged in. */
  live: Id[];
  /** False where an inverter or a transfer relay hangs on its own output and finds no rest. */
  settles: boolean;
  /** By item: the items whose power arrives there, for chargers and mains loads. */
  fed: { itemId: Id; by: Id[] }[];
  /** Two sources on one line with nothing to part them. */
  clashes: { a: Id; b: Id }[];
  /** Dead inlets whose pins something else makes live. */
  livePins: { inletId: Id; by: Id[] }[];
  /** Inverters that pass their input through. */
  passing: Id[];
}

export interface MainsStudy {
  /** All plugged in first, none last, between them each alone where there are several; empty where nothing is wired. */
  states: MainsState[];
  /** Mains chargers fed by an inverter on the very bank they charge. */
  loops: { chargerId: Id; inverterId: Id }[];
}

type MainsItem = Pick<WiredItem, 'id' | 'partId'>;
type MainsKind =
  | 'inverter'
  | 'mainsCharger'
  | 'mainsSource'
  | 'mainsLoad'
  | 'mainsSocket'
  | 'mainsBreaker'
  | 'transfer';
type Held<K extends MainsKind> = {
  item: MainsItem;
  element: ElementOf<K>;
};

/**
 * The mains side as wiring of live conductors, with mains at each inlet and without: inverters pass their input through
 * while it is live, transfer relays take the first live feed. Judged by the line conductor alone.
 * @param netOf net of each node, to tell whether two hang on one bank by their d.c. plus
 */
export function mainsStudy(
  netlist: Netlist,
  items: readonly MainsItem[],
  parts: ReadonlyMap<Id, Part>,
  netOf: ArrayLike<number>,
): MainsStudy {
  const node = (item: MainsItem, terminalId: Id): number => netlist.nodeOf.get(`${item.id} ${terminalId}`)!;
  const held = <K extends MainsKind>(kind: K): Held<K>[] =>
    items.flatMap((item) =>
      (parts.get(item.partId)?.elements ?? []).flatMap((element) =>
        element.kind === kind ? [{ item, element: element as ElementOf<K> }] : [],
      ),
    );
  const inlets = held('mainsSource');
  const inverters = held('inverter').filter((i) => i.element.acOut !== null);
  const transfers = held('transfer');
  const chargers = held('mainsCharger').filter((c) => c.element.acIn !== null);
  const loads = [...held('mainsLoad'), ...held('mainsSocket')];
  const breakers = held('mainsBreaker');
  const near = neighbours(netlist, (b) => b.kind === 'wire');
  const wired = (n: number) => near[n]!.length > 0;
  const outputs = [
    ...inlets.map((i) => node(i.item, i.element.line)),
    ...inverters.map((i) => node(i.item, i.element.acOut!)),
  ];
  if (!outputs.some(wired)) return { states: [], loops: [] };

  const stateOf = (live: readonly Id[]): MainsState => {
    let by = new Map<number, Set<Id>>();
    let passing: Id[] = [];
    let settles = false;
    const makersAt = (n: number) => by.get(n) ?? new Set<Id>();
    for (let round = 0; round < 2 * (inverters.length + transfers.length + breakers.length) + 6 && !settles; round++) {
      const next = new Map<number, Set<Id>>();
      const spread = (start: number, makers: Iterable<Id>) => {
        const list = [...makers];
        if (list.length === 0) return;
        for (const n of reachedFrom(near, [start])) {
          const own = next.get(n) ?? new Set<Id>();
          for (const m of list) own.add(m);
          next.set(n, own);
        }
      };
      for (const i of inlets) if (live.includes(i.item.id)) spread(node(i.item, i.element.line), [i.item.id]);
      passing = [];
      for (const { item, element } of inverters) {
        const input = element.acIn === null ? new Set<Id>() : makersAt(node(item, element.acIn));
        if (input.size > 0) passing.push(item.id);
        // Passing through, it makes nothing of its own: what it fed to its own input is gone.
        const passed = [...input].filter((id) => id !== item.id);
        spread(node(item, element.acOut!), input.size > 0 ? passed : [item.id]);
      }
      for (const { item, element } of breakers)
        spread(node(item, element.lineOut), makersAt(node(item, element.lineIn)));
      for (const { item, element } of transfers) {
        const [first, second] = [element.firstLine, element.secondLine].map((t) => makersAt(node(item, t)));
        spread(node(item, element.outLine), first!.size > 0 ? first! : second!);
      }
      settles =
        next.size === by.size &&
        [...next].every(([n, makers]) => {
          const was = by.get(n);
          return was?.size === makers.size && [...makers].every((m) => was.has(m));
        });
      by = next;
    }
    const clashes = new Map<string, { a: Id; b: Id }>();
    for (const makers of by.values()) {
      const [a, b] = [...makers];
      if (a && b) clashes.set(`${a} ${b}`, { a, b });
    }
    return {
      live: [...live],
      settles,
      passing,
      fed: [
        ...chargers.map((c) => ({ itemId: c.item.id, by: [...makersAt(node(c.item, c.element.acIn!))] })),
        ...loads.map((l) => ({ itemId: l.item.id, by: [...makersAt(node(l.item, l.element.line))] })),
      ],
      clashes: [...clashes.values()],
      livePins: inlets.flatMap((i) => {
        const makers = live.includes(i.item.id) ? [] : [...makersAt(node(i.item, i.element.line))];
        return makers.length > 0 ? [{ inletId: i.item.id, by: makers }] : [];
      }),
    };
  };
  const ids = inlets.map((i) => i.item.id);
  const alone = ids.length > 1 ? ids.map((id) => [id]) : [];
  const states = [ids, ...alone, []].map(stateOf);
  const bankAt = (item: MainsItem, plus: Id) => netOf[node(item, plus)];
  const loops = chargers.flatMap((c) =>
    inverters
      .filter((i) => bankAt(i.item, i.element.plus) === bankAt(c.item, c.element.plus))
      .filter((i) => states.some((s) => s.fed.some((f) => f.itemId === c.item.id && f.by.includes(i.item.id))))
      .map((i) => ({ chargerId: c.item.id, inverterId: i.item.id })),
  );
  return { states, loops };
}
