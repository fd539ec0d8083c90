import { type CutPiece, isCablePiece } from '@ombrik/core/stock/cutPieces';
import type { CutPlan } from '@ombrik/core/stock/cutPlan';
import { articleColour } from '../../ui/articleColour.ts';
import { metres } from '../../ui/format.ts';
import { RodDrawing } from './RodDrawing.tsx';

/** A plan to scale, article by article: which rod gives which pieces, and what is left of it. */
export function CutGroups({
  plan,
  taken,
  left,
  busy,
  cut,
}: {
  plan: CutPlan;
  /** Whether it has been taken: then its rods can be cut. */
  taken: boolean;
  /** Pieces not cut yet. */
  left: ReadonlySet<string>;
  busy: boolean;
  cut: (pieces: CutPiece[]) => void;
}) {
  return plan.groups.map((group) => {
    const open = (p: CutPiece) => isCablePiece(p.id) && left.has(p.id);
    /** A guess is cut on its card, at somebody's word. */
    const ready = (p: CutPiece) => left.has(p.id) && !p.provisional;
    const count = group.rods.reduce((s, r) => s + r.cuts.length, 0);
    return (
      <section key={group.articleId} className="perforated mt-2 pt-2" aria-label={group.name}>
        <h2 className="flex flex-wrap items-baseline gap-x-3 text-lg">
          {group.name}
          <span className="num dim text-sm">
            {count} {count === 1 ? 'piece' : 'pieces'} · {metres(group.piecesMm)} · scrap {group.scrapMm} mm ·{' '}
            {group.optimal ? 'proven best' : `at most ${(group.gapShare * 100).toFixed(2)} % above the best`}
          </span>
          {group.toBuy > 0 && <span className="text-sm text-error">{group.toBuy} to buy</span>}
        </h2>
        {group.rods.map((rod, i) => (
          <RodDrawing
            key={rod.stockId ?? `new${i}`}
            rod={rod}
            fill={articleColour(group.articleId)}
            done={(id) => taken && !left.has(id)}
            action={
              taken && rod.stockId && rod.cuts.some((c) => open(c.piece) && ready(c.piece)) ? (
                <button
                  type="button"
                  className="btn btn-xs"
                  aria-label={`Cut all of ${rod.label}`}
                  disabled={busy}
                  onClick={() => cut(rod.cuts.map((c) => c.piece).filter(ready))}
                >
                  All cut
                </button>
              ) : null
            }
          />
        ))}
      </section>
    );
  });
}
