import { derive } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Dossier } from '../dossier.ts';
import type { Profile } from '../profiles/profile.ts';
import { cableArticleId } from './cutPieces.ts';
import { cents } from './money.ts';

/** What follows when cables are made a size up from what is in the store. */
export interface SizeUp {
  areaMm2: number;
  articleIds: Id[];
  cables: string[];
  commands: Command[];
  /** Lines of the parts list that change, quantity after less before. */
  parts: { name: string; change: number; unit: 'pcs' | 'm' }[];
  priceCents: number;
  newFindings: string[];
  goneFindings: string[];
}

/**
 * Makes every cable of one article a size up, derives the board anew and says what changes.
 * @returns null when the article is no cable of this board, or no larger size fits its terminals
 * @example
 * sizeUp(board, dossier, 'gone', 25, catalogue, profile, workshop); // null
 */
export function sizeUp(
  board: Board,
  dossier: Dossier,
  articleId: Id,
  areaMm2: number,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
): SizeUp | null {
  const made = dossier.cables.filter((c) => cableArticleId(c) === articleId);
  if (made.length === 0 || made.some((c) => areaMm2 <= c.areaMm2)) return null;
  const commands = made.map(
    (c): Command => ({
      kind: 'set',
      collection: 'cables',
      id: c.cableId,
      field: 'conductorMm2',
      value: { mode: 'locked', value: areaMm2, reason: 'a size up is in the store', who: 'offered choice' },
    }),
  );
  const after = derive(applyCommands(board, commands).board, catalogue, profile, workshop);
  const ids = new Set(made.map((c) => c.cableId));
  const before = new Map(dossier.parts.map((p) => [`${p.partId}/${p.supply}`, p]));
  const parts: SizeUp['parts'] = [];
  let priceCents = 0;
  const seen = new Set<string>();
  for (const p of after.parts) {
    const key = `${p.partId}/${p.supply}`;
    seen.add(key);
    const change = p.quantity - (before.get(key)?.quantity ?? 0);
    priceCents += cents(p.total ?? 0) - cents(before.get(key)?.total ?? 0);
    if (Math.abs(change) > 1e-9) parts.push({ name: p.name, change, unit: p.unit });
  }
  for (const [key, p] of before)
    if (!seen.has(key)) {
      priceCents -= cents(p.total ?? 0);
      parts.push({ name: p.name, change: -p.quantity, unit: p.unit });
    }
  const now = new Set(dossier.findings.map((f) => f.id));
  const then = new Set(after.findings.map((f) => f.id));
  return {
    areaMm2,
    articleIds: [...new Set(after.cables.filter((c) => ids.has(c.cableId)).map(cableArticleId))],
    cables: made.map((c) => c.designation),
    commands,
    parts,
    priceCents,
    newFindings: after.findings.filter((f) => !now.has(f.id)).map((f) => f.says),
    goneFindings: dossier.findings.filter((f) => !then.has(f.id)).map((f) => f.says),
  };
}
