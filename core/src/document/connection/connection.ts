import type { Id } from '../basics.ts';

export interface TerminalRef {
  itemId: Id;
  terminalId: Id;
}

/** Electrical: these two terminals are to be joined. */
export interface Connection {
  id: Id;
  from: TerminalRef;
  to: TerminalRef;
}
