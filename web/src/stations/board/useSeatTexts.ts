import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { SeatText } from '@ombrik/core/drawing/marks';
import { seatTexts } from '@ombrik/core/drawing/seatTexts';
import { useMemo, useRef } from 'react';
import { useJob } from '../../session/useJob.ts';

/** What stands in the fuse seats of a part, by item; the same function as long as that stays as it is. */
export function useSeatTexts(): (itemId: string) => SeatText | undefined {
  const { dossier, board } = useJob();
  const kept = useRef(new Map<string, { key: string; say: SeatText }>());
  const { seats } = dossier.sizing;
  return useMemo(() => {
    const byItem = seatTexts(seats, [...genericCatalogue.fuseLinks, ...board.customLinks]);
    return (itemId) => {
      const own = byItem.get(itemId);
      if (!own) return undefined;
      const key = [...own].map(([seat, { text }]) => `${seat} ${text}`).join();
      const before = kept.current.get(itemId);
      if (before?.key === key) return before.say;
      const say: SeatText = (seatId) => own.get(seatId) ?? null;
      kept.current.set(itemId, { key, say });
      return say;
    };
  }, [seats, board.customLinks]);
}
