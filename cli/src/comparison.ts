import { compareDossiers, type DossiersCompared } from '@ombrik/core/compare/compareDossiers';
import type { Board } from '@ombrik/core/document/board';
import { boardChanges } from '@ombrik/core/document/difference/boardChanges';
import { changeWords } from '@ombrik/core/document/difference/changeWords';
import type { Dossier } from '@ombrik/core/dossier';

interface Worked {
  board: Board;
  dossier: Dossier;
}

/** Two boards beside one another: what was drawn otherwise, and what came of it. */
export function comparisonText(before: Worked, after: Worked): { text: string; data: object; same: boolean } {
  const changes = boardChanges(before.board, after.board).map((c) => changeWords(c, [before.board, after.board]));
  const compared: DossiersCompared = compareDossiers(before, after);
  const figures = compared.figures.filter((f) => f.before !== f.after);
  const same =
    changes.length === 0 && figures.length + compared.cables.length + compared.come.length + compared.gone.length === 0;
  const lines = [
    ...changes.map((c) => `${c.what}: ${c.before} -> ${c.after}`),
    ...figures.map((f) => `${f.name}: ${f.before} -> ${f.after} ${f.unit}`.trimEnd()),
    ...compared.cables.map((c) => `${c.mark}: ${c.before} -> ${c.after}`),
    ...compared.come.map((f) => `come: ${f.severity} ${f.where.label}: ${f.says}`),
    ...compared.gone.map((f) => `gone: ${f.severity} ${f.where.label}: ${f.says}`),
  ];
  return { text: same ? 'the same' : lines.join('\n'), data: { changes, ...compared, figures }, same };
}
