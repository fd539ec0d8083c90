import { expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { deriveBoard, wiredCart } from '../testing/demoBoards.ts';
import { everyEdit } from '../testing/edits.ts';
import type { Finding } from './registry.ts';

const idsOf = (findings: readonly Finding[]) => new Set(findings.map((f) => f.id));
const stopsOf = (findings: readonly Finding[]) => findings.filter((f) => f.severity === 'stop');

/** What is wrong with a fix: it does not apply, leaves its finding, or adds a stop. */
function wrongs(board: Board, before: readonly Finding[], finding: Finding): string[] {
  const stops = idsOf(stopsOf(before));
  return finding.fixes.flatMap((fix) => {
    const name = `${finding.id} [${fix.label}]`;
    const after = applyCommands(board, fix.commands).board;
    if (!checkBoard(after, genericCatalogue).ok) return [`${name} gives a bad board`];
    const { findings } = deriveBoard(after);
    const left = idsOf(findings).has(finding.id) ? [`${name} leaves it: ${finding.says}`] : [];
    const added = stopsOf(findings).filter((f) => !stops.has(f.id));
    return [...left, ...added.map((f) => `${name} adds ${f.kind}: ${f.says}`)];
  });
}

it('whatever one edit of a sound board brings up, its fixes mend and add no stop', () => {
  const sound = wiredCart();
  const known = idsOf(deriveBoard(sound).findings);
  const rows = new Set([...sound.items, ...sound.cables].map((r) => r.id));
  let fixes = 0;
  const wrong = everyEdit(sound, rows).flatMap(({ name, commands }, n) => {
    if (!process.env.OMBRIK_FULL && n % 3 > 0) return [];
    const board = applyCommands(sound, commands).board;
    if (!checkBoard(board, genericCatalogue).ok) return [];
    const { findings } = deriveBoard(board);
    return findings
      .filter((f) => !known.has(f.id))
      .flatMap((f) => {
        fixes += f.fixes.length;
        return wrongs(board, findings, f).map((w) => `${name}: ${w}`);
      });
  });
  expect(wrong).toEqual([]);
  expect(fixes).toBeGreaterThan(15);
});
