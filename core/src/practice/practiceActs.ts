import type { BenchState } from '../devices/benchStep.ts';
import type { Id } from '../document/basics.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Quantity } from '../document/workshop/quantity.ts';
import {
  ALL_OFF,
  afterAct,
  type PowerAct,
  type PowerFacts,
  type PowerState,
  refusalOf,
} from '../stages/bench/powerUp.ts';

/** What a meter is asked on a practice board: between two points, or along one lead that carries the supply's current. */
export type PracticeRead =
  | {
      do: 'read';
      quantity: Extract<Quantity, 'voltage' | 'resistance' | 'drop'>;
      plus: TerminalRef;
      minus: TerminalRef;
    }
  | { do: 'send'; connectionId: Id };

export type PracticeAct =
  | PowerAct
  | PracticeRead
  | { do: 'disconnectBank' }
  | { do: 'openIsolators' }
  | { do: 'takeLink'; key: string }
  | { do: 'switch'; flowKey: string; on: boolean };

export interface PracticeState extends PowerState {
  flowsOn: ReadonlySet<string>;
}
export const PRACTICE_START: PracticeState = { ...ALL_OFF, flowsOn: new Set() };

const live = (s: PowerState): boolean => s.bank || s.sources.size > 0;

/**
 * What would be harmed by doing something now; null where it is safe. Practice ends at the first that is not.
 * Source: common practice, no source; the interlocks of the power-up.
 * @param name what people call an item
 * @example
 * unsafeWhy({ wokenLast: false, seats: [], chargers: [], inverters: [] }, PRACTICE_START, { do: 'openIsolators' }, String); // null
 */
export function unsafeWhy(
  facts: PowerFacts,
  state: PracticeState,
  act: PracticeAct,
  name: (itemId: Id) => string,
): string | null {
  switch (act.do) {
    case 'read':
      return act.quantity === 'resistance' && live(state)
        ? 'ohms on live conductors: the meter sends its own current and meets the bank’s; its fuse, or the meter, goes. Take the bank off first.'
        : null;
    case 'send':
      return live(state)
        ? 'a supply clipped to live conductors works against the bank. Take the bank off first.'
        : null;
    case 'disconnectBank':
      return state.flowsOn.size > 0
        ? 'loads are on: the lug comes off under current and draws an arc. Switch them off first.'
        : state.sources.size > 0
          ? 'a source is on: what charges loses its battery and may be destroyed. Take the source off first.'
          : null;
    case 'openIsolators':
      return state.sources.size > 0
        ? 'a source is on: its charger would lose the battery. Take the source off first.'
        : null;
    case 'takeLink':
      return state.flowsOn.size > 0 ? 'a link pulled under load draws an arc. Switch the loads off first.' : null;
    case 'switch':
      return null;
    default:
      return refusalOf(facts, state, act, name);
  }
}

/**
 * The practice board after something was done.
 * @example
 * afterPractice(PRACTICE_START, { do: 'switch', flowKey: 'l', on: true }, false).flowsOn.size; // 1
 */
export function afterPractice(state: PracticeState, act: PracticeAct, wokenLast: boolean): PracticeState {
  switch (act.do) {
    case 'read':
    case 'send':
      return state;
    case 'disconnectBank':
      // Capacitors empty themselves through what hangs on them.
      return { ...state, bank: false, awake: false, filled: new Set(), inverters: new Set() };
    case 'openIsolators':
      return { ...state, isolators: false, filled: new Set(), inverters: new Set() };
    case 'takeLink':
      return { ...state, linksIn: new Set([...state.linksIn].filter((k) => k !== act.key)) };
    case 'switch': {
      const flowsOn = new Set(state.flowsOn);
      if (act.on) flowsOn.add(act.flowKey);
      else flowsOn.delete(act.flowKey);
      return { ...state, flowsOn };
    }
    default:
      return { ...state, ...afterAct(state, act, wokenLast) };
  }
}

/**
 * What the meter finds connected.
 * @example
 * benchStateOf(PRACTICE_START).batteriesConnected; // false
 */
export const benchStateOf = (state: PracticeState): BenchState => ({
  batteriesConnected: state.bank && state.awake,
  isolatorsClosed: state.isolators || !state.bank,
  seatsIn: [...state.linksIn],
  flowsOn: [...state.flowsOn],
});
