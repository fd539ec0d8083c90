import type { Id } from '../../document/basics.ts';

/** One thing the hand does while a board comes alive. */
export type PowerAct =
  | { do: 'connectBank' }
  | { do: 'wakeBank' }
  | { do: 'closeIsolators' }
  | { do: 'putLink'; key: string }
  | { do: 'fill'; itemId: Id }
  | { do: 'connectSource'; itemId: Id }
  | { do: 'inverterOn'; itemId: Id };

/** What of a board decides in which order it may come alive. */
export interface PowerFacts {
  /** Its bank fills empty capacitors by itself and is woken by a button: everything is joined first, the bank comes last. */
  wokenLast: boolean;
  /** Nearest the source first. */
  seats: readonly PowerSeat[];
  /** What charges the bank, with the seats between it and the bank. */
  chargers: readonly { itemId: Id; seatKeys: readonly string[]; from: string }[];
  /** With the seats that lead to it; none where it hangs on the isolator alone. */
  inverters: readonly { itemId: Id; seatKeys: readonly string[] }[];
}
export interface PowerSeat {
  key: string;
  itemId: Id;
  upstreamKeys: readonly string[];
  /** The inverter it leads to, where it leads to nothing else. */
  inverterId: Id | null;
  /** The foreign source it is fed from; null for the bank. */
  sourceId: Id | null;
}

/** How far a board has come alive. */
export interface PowerState {
  bank: boolean;
  awake: boolean;
  isolators: boolean;
  linksIn: ReadonlySet<string>;
  filled: ReadonlySet<Id>;
  sources: ReadonlySet<Id>;
  inverters: ReadonlySet<Id>;
}

/** The board as it comes from the cold checks: nothing joined. */
export const ALL_OFF: PowerState = {
  bank: false,
  awake: false,
  isolators: false,
  linksIn: new Set(),
  filled: new Set(),
  sources: new Set(),
  inverters: new Set(),
};

const live = (s: PowerState) => s.bank && s.awake;

/**
 * Why something may not be done now; null where it may. These are the interlocks of the power-up: each names what would
 * be harmed.
 * Source: common practice, no source; makers of controllers ask for the battery before the sun.
 * @param name what people call an item
 * @example
 * refusalOf({ wokenLast: false, seats: [], chargers: [], inverters: [] }, ALL_OFF, { do: 'wakeBank' }, String); // 'the bank is not connected'
 */
export function refusalOf(
  facts: PowerFacts,
  state: PowerState,
  act: PowerAct,
  name: (itemId: Id) => string,
): string | null {
  switch (act.do) {
    case 'connectBank':
      if (!facts.wokenLast && state.linksIn.size > 0)
        return 'fuses are in: a fault would meet the whole bank; take them out first';
      return state.sources.size > 0 ? 'a source is on without the bank: take it off first' : null;
    case 'wakeBank':
      if (!state.bank) return 'the bank is not connected';
      if (!state.isolators) return 'isolators open: its electronics fill only what hangs on them; close them first';
      if (facts.seats.some((s) => s.sourceId === null && !state.linksIn.has(s.key)))
        return 'fuses are still out: what is put in later would be filled through a spark';
      return state.inverters.size > 0 ? 'an inverter is on: switch it off, it would draw while it fills' : null;
    case 'closeIsolators':
      if (!facts.wokenLast && !state.bank) return 'the bank is connected and read first, isolators open';
      return unfilledBehindIsolator(facts, state)
        ? `the capacitors of ${name(unfilledBehindIsolator(facts, state)!)} are empty: fill them first, or the contacts weld`
        : null;
    case 'putLink':
      return linkRefusal(facts, state, act.key, name);
    case 'fill': {
      const inverter = facts.inverters.find((i) => i.itemId === act.itemId);
      if (facts.wokenLast) return 'this bank fills capacitors by itself when it is woken';
      if (!live(state)) return 'the bank is not there yet: there is nothing to fill from';
      return inverter && inverter.seatKeys.length > 0 && !state.isolators
        ? 'isolators open: the resistor would reach nothing'
        : null;
    }
    case 'connectSource': {
      const charger = facts.chargers.find((c) => c.itemId === act.itemId);
      if (!live(state) || !state.isolators)
        return `${name(act.itemId)} has no battery yet: what charges sees the battery before its source, or it may be destroyed`;
      const out = charger?.seatKeys.filter((k) => !state.linksIn.has(k)) ?? [];
      return out.length > 0
        ? `the fuse between ${name(act.itemId)} and the bank is out: it sees the battery before its source`
        : null;
    }
    case 'inverterOn': {
      if (!live(state)) return 'the bank is not there yet';
      const out = facts.seats.filter((s) => !state.linksIn.has(s.key));
      if (out.length > 0) return 'fuses are still out: the inverter comes last';
      const waiting = facts.chargers.filter((c) => !state.sources.has(c.itemId));
      return waiting.length > 0 ? `${name(waiting[0]!.itemId)} is not on yet: the inverter comes last` : null;
    }
  }
}

const unfilledBehindIsolator = (facts: PowerFacts, state: PowerState): Id | null =>
  facts.wokenLast
    ? null
    : (facts.inverters.find((i) => i.seatKeys.length === 0 && !state.filled.has(i.itemId))?.itemId ?? null);

function linkRefusal(facts: PowerFacts, state: PowerState, key: string, name: (itemId: Id) => string): string | null {
  const seat = facts.seats.find((s) => s.key === key);
  if (!seat) return 'there is no such fuse';
  const upstream = seat.upstreamKeys.find((k) => !state.linksIn.has(k) && facts.seats.some((s) => s.key === k));
  if (upstream) return `${name(facts.seats.find((s) => s.key === upstream)!.itemId)} comes first: nearest the source`;
  if (facts.wokenLast && seat.sourceId === null)
    return live(state) ? 'the bank is awake: links go in while it sleeps' : null;
  if (!live(state)) return 'the bank is not there yet: nothing would show whether the fuse holds';
  if (!state.isolators) return 'isolators are open: close them first';
  const dark = facts.seats.find((s) => s.sourceId === null && s.inverterId === null && !state.linksIn.has(s.key));
  if (seat.sourceId !== null && dark)
    return `${name(dark.itemId)} comes first: what charges sees its own battery before the other one`;
  if (seat.inverterId !== null && !state.filled.has(seat.inverterId))
    return `the capacitors of ${name(seat.inverterId)} are empty: fill them first, or the link burns at its edge`;
  return null;
}

/**
 * The board after something was done.
 * @example
 * afterAct(ALL_OFF, { do: 'connectBank' }, false).bank; // true
 */
export function afterAct(state: PowerState, act: PowerAct, wokenLast: boolean): PowerState {
  switch (act.do) {
    case 'connectBank':
      return { ...state, bank: true, awake: !wokenLast };
    case 'wakeBank':
      return { ...state, awake: true };
    case 'closeIsolators':
      return { ...state, isolators: true };
    case 'putLink':
      return { ...state, linksIn: new Set([...state.linksIn, act.key]) };
    case 'fill':
      return { ...state, filled: new Set([...state.filled, act.itemId]) };
    case 'connectSource':
      return { ...state, sources: new Set([...state.sources, act.itemId]) };
    case 'inverterOn':
      return { ...state, inverters: new Set([...state.inverters, act.itemId]) };
  }
}

/** What the steps of a test need to know of the order. */
export interface PowerOrder {
  wokenLast: boolean;
  /** Seats fed by the bank, as their links go in. */
  seatKeys: string[];
  acts: PowerAct[];
}

/**
 * The order in which a board comes alive: with a bank that is simply there, isolators, fuses nearest the source first,
 * sources once their chargers see the battery, inverters last and filled through a resistor before their fuse; with a
 * bank that fills by itself everything is joined dead and the bank is woken last, then sources and inverters.
 */
export function powerOrder(facts: PowerFacts): PowerOrder {
  const own = facts.seats.filter((s) => s.sourceId === null);
  const plain = own.filter((s) => s.inverterId === null);
  const ofInverters = own.filter((s) => s.inverterId !== null);
  const foreign = facts.seats.filter((s) => s.sourceId !== null);
  const put = (s: PowerSeat): PowerAct => ({ do: 'putLink', key: s.key });
  const sources = facts.chargers.map((c): PowerAct => ({ do: 'connectSource', itemId: c.itemId }));
  const on = facts.inverters.map((i): PowerAct => ({ do: 'inverterOn', itemId: i.itemId }));
  const fill = (itemId: Id): PowerAct => ({ do: 'fill', itemId });
  const seatKeys = [...plain, ...ofInverters].map((s) => s.key);
  if (facts.wokenLast)
    return {
      wokenLast: true,
      seatKeys,
      acts: [
        { do: 'connectBank' },
        ...[...plain, ...ofInverters].map(put),
        { do: 'closeIsolators' },
        { do: 'wakeBank' },
        ...foreign.map(put),
        ...sources,
        ...on,
      ],
    };
  const bare = facts.inverters.filter((i) => i.seatKeys.length === 0);
  const filled = new Set<Id>();
  return {
    wokenLast: false,
    seatKeys,
    acts: [
      { do: 'connectBank' },
      ...bare.map((i) => fill(i.itemId)),
      { do: 'closeIsolators' },
      ...plain.map(put),
      ...foreign.map(put),
      ...sources,
      ...ofInverters.flatMap((s): PowerAct[] => {
        const first = !filled.has(s.inverterId!);
        filled.add(s.inverterId!);
        return first ? [fill(s.inverterId!), put(s)] : [put(s)];
      }),
      ...on,
    ],
  };
}
