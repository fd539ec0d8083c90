import { serialOf } from '@ombrik/core/released/serials';
import { useSearchParams } from 'react-router';
import { useJob } from '../session/useJob.ts';

/** Which of several boards of the same is in the hand: it stands in the address, so it outlives a reload. */
export function useUnit() {
  const { board, jobNumber } = useJob();
  const { quantity } = board.brief;
  const [search, setSearch] = useSearchParams();
  const asked = Number(search.get('unit') ?? 1);
  const unit = Number.isInteger(asked) && asked >= 1 && asked <= quantity ? asked : 1;
  return {
    unit,
    quantity,
    serial: serialOf(jobNumber, unit, quantity),
    take: (next: number) =>
      setSearch(
        (was) => {
          was.set('unit', String(next));
          return was;
        },
        { replace: true },
      ),
  };
}
