import type { Command } from '@ombrik/core/document/commands';
import type { Dossier } from '@ombrik/core/dossier';

export interface Asked {
  label: string;
  commands: Command[];
  /** What the floor works to. */
  before: Dossier;
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
  now: () => { asked: Asked | null; dossier: Dossier };
  setAsked: (asked: Asked | null) => void;
  /** Shows commands without making them. */
  show: (commands: Command[]) => void;
  /** Ends what is shown and makes the edit. @returns whether it was made */
  make: (label: string, commands: Command[]) => boolean;
  /** Ends what is shown. */
  leave: () => void;
}

/** Edits of a board that may be on the floor: then each is shown, and made only when somebody has read what it touches. */
export const guardedEdits = ({ guard, now, setAsked, show, make, leave }: Hands) => ({
  edit: (label: string, commands: Command[]): boolean => {
    if (!guard.asks || commands.length === 0) return make(label, commands);
    const { asked, dossier } = now();
    setAsked({ label, commands, before: asked?.before ?? dossier });
    show(commands);
    return false;
  },
  answerAsked: (answer: 'make' | 'make, nothing touched' | 'leave'): void => {
    const own = now().asked;
    if (!own) return;
    setAsked(null);
    // Once somebody has said yes, the board is being changed: it is asked again when it is released anew.
    if (answer === 'make') guard.asks = false;
    if (answer === 'leave') leave();
    else make(own.label, own.commands);
  },
});
