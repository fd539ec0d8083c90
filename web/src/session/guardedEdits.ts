import type { Command } from '@ombrik/core/document/commands';
import type { Dossier } from '@ombrik/core/dossier';

export interface Asked {
  label: string;
  commands: Command[];
  /** What the board is without it; null until that has been worked out. */
  before: Dossier | null;
}

/** Which revision is on the floor, and whether edits are asked about first. */
export class ReleaseGuard {
  private released: number | null = null;
  asks = false;

  /** @returns whether that is news */
  setReleased(revision: number | null): boolean {
    if (revision === this.released) return false;
    this.released = revision;
    this.asks = revision !== null;
    return true;
  }
}

interface Hands {
  guard: ReleaseGuard;
  /** Whether this person may change the board: who may not is told so, and asked nothing. */
  may: boolean;
  asked: () => Asked | null;
  /** What has been worked out of the board as it is made; null while it is still being worked out. */
  made: () => Dossier | null;
  setAsked: (asked: Asked | null) => void;
  /** Shows commands without making them; null ends it. */
  show: (commands: Command[] | null) => void;
  /** Ends what is shown and makes the edit. @returns whether it was made */
  make: (label: string, commands: Command[]) => boolean;
}

const same = (a: Command[], b: Command[]): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Edits of a board that may be on the floor: then each is shown, and made only when somebody has read what it touches. */
export const guardedEdits = ({ guard, may, asked, made, setAsked, show, make }: Hands) => ({
  edit: (label: string, commands: Command[]): boolean => {
    if (!may || !guard.asks || commands.length === 0) return make(label, commands);
    const own = asked();
    // A field that is left for the answer says the same again: the question stays as it is under the hand.
    if (own && own.label === label && same(own.commands, commands)) return false;
    const before = own?.before ?? made();
    setAsked({ label, commands, before });
    // Until it is known what the board is without the change, nobody can say what the change touches.
    show(before ? commands : null);
    return false;
  },
  /** The board as it is made has been worked out: what waited for it is shown. */
  madeKnown: (before: Dossier): void => {
    const own = asked();
    if (!own || own.before) return;
    setAsked({ ...own, before });
    show(own.commands);
  },
  answerAsked: (answer: 'make' | 'make, nothing touched' | 'leave'): void => {
    const own = asked();
    if (!own) return;
    setAsked(null);
    // Once somebody has said yes, the board is being changed: it is asked again when it is released anew.
    if (answer === 'make') guard.asks = false;
    if (answer === 'leave') show(null);
    else make(own.label, own.commands);
  },
});
