import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { cableArticleId } from '@ombrik/core/stock/cutPieces';
import { rodsOf } from '@ombrik/core/stock/rods';
import { useJob } from '../../session/useJob.ts';
import { metres } from '../../ui/format.ts';
import { useCutting } from './useCableFloor.ts';

/** Where in the store the makings of a cable are. */
export function useStorePlaces() {
  const { jobId, workshop } = useJob();
  const { data } = useCutting();
  return {
    /** The rod the cut plan names for a cable; null where no plan does. */
    rodOf: (cable: MadeCable): string | null =>
      data?.plan?.plan.groups
        .flatMap((g) => g.rods)
        .find((r) => r.cuts.some((c) => c.piece.id === `${jobId}/${cable.cableId}/cable`))?.label ?? null,
    /** Reels and remnants it could come from; null until the store has been looked up. */
    reelsFor: (cable: MadeCable) =>
      data
        ? rodsOf(data.stock, new Set([jobId]))
            .filter((r) => r.articleId === cableArticleId(cable) && r.freeMm >= cable.cutMm + workshop.cutTrimMm)
            .map((r) => ({ id: r.stockId, label: `${r.label}: ${metres(r.freeMm)}` }))
        : null,
    /** Where an article lies; null when there is none, undefined while nobody knows yet. */
    placeOf: (articleId: string): string | null | undefined =>
      data && (data.stock.find((s) => s.articleId === articleId && s.onHand > 0)?.bin ?? null),
  };
}
