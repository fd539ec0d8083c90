import { Deriving, derive } from '../derive.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Finding } from '../findings/registry.ts';
import { profileOf } from '../profiles/ownRules.ts';

/** More than this is no settling any more. */
const MOST_FIXES = 40;
const weight = (findings: readonly Finding[]) =>
  findings.reduce((sum, f) => sum + (f.severity === 'stop' ? 100 : f.severity === 'warn' ? 1 : 0), 0);

/**
 * Does what the findings of a board offer themselves, one after the other, as long as each makes it better: what a program
 * proposes should not be the first thing it complains about.
 * @param concerns which findings are to be settled; all where nothing is said
 * @returns the edits, in their order
 * @example
 * settle(board, catalogue, workshop).length >= 0; // true
 */
export function settle(
  board: Board,
  catalogue: Catalogue,
  workshop: Workshop,
  concerns: (finding: Finding) => boolean = () => true,
): Command[] {
  const deriving = new Deriving();
  const look = (now: Board) => derive(now, catalogue, profileOf(now, workshop), workshop, deriving).findings;
  let at = board;
  let findings: readonly Finding[] = look(at);
  const done: Command[] = [];
  for (let n = 0; n < MOST_FIXES; n++) {
    const helps = firstThatHelps(at, findings, look, concerns);
    if (!helps) break;
    at = helps.board;
    findings = helps.findings;
    done.push(...helps.commands);
  }
  return done;
}

/** The first offered fix that leaves less to complain about, and what the board says after it. */
function firstThatHelps(
  at: Board,
  findings: readonly Finding[],
  look: (board: Board) => readonly Finding[],
  concerns: (finding: Finding) => boolean,
) {
  for (const finding of findings) {
    const commands = finding.severity !== 'note' && concerns(finding) ? finding.fixes[0]?.commands : undefined;
    if (!commands) continue;
    const { board } = applyCommands(at, commands);
    const after = look(board);
    if (weight(after) < weight(findings)) return { board, findings: after, commands };
  }
  return null;
}
