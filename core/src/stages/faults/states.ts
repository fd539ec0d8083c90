import type { Branch } from '../netlist/netlist.ts';

/** A state of the board's contacts: which of its branches conduct. */
export interface WiringState {
  id: string;
  /** In words, such as `engine running`; empty where the board has one state only. */
  title: string;
  /** By branch: 1 where it conducts. */
  closed: Uint8Array;
}

/** Every contact closed: the one state of a board that switches nothing by itself. */
export const allClosed = (branches: readonly Branch[]): WiringState => ({
  id: 'closed',
  title: '',
  closed: new Uint8Array(branches.length).fill(1),
});
