import type { Id, TerminalRef } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';

export type Severity = 'stop' | 'warn' | 'note';
export type Station = 'brief' | 'power' | 'circuit' | 'board' | 'cables' | 'test';

export interface Fix {
  label: string;
  commands: Command[];
}

/** A judgement about one place of the board. A fix is an ordinary edit, so it previews and undoes. */
export interface Finding {
  id: string;
  rule: string;
  severity: Severity;
  station: Station;
  where: {
    /** The place in words, such as `-F1` or `W7 at -X1:s3`. */
    label: string;
    itemIds: Id[];
    cableIds: Id[];
    panelId: Id | null;
    terminals: TerminalRef[];
  };
  says: string;
  why: string;
  source: string;
  fixes: Fix[];
}

type Draft = Omit<Finding, 'id' | 'where' | 'fixes'> & {
  where: Partial<Finding['where']> & { label: string };
  fixes?: Fix[];
};

/** Completes a finding; its id is stable: the rule and what it names. */
export function makeFinding(draft: Draft, entity: string): Finding {
  return {
    ...draft,
    id: `${draft.rule}:${entity}`,
    where: { itemIds: [], cableIds: [], panelId: null, terminals: [], ...draft.where },
    fixes: draft.fixes ?? [],
  };
}
