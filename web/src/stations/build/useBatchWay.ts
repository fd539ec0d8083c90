import type { BatchWay } from '@ombrik/core/build/batch';
import { useSearchParams } from 'react-router';

/** How several boards of the same are gone through; it stands in the address. */
export function useBatchWay(): [BatchWay, (way: BatchWay) => void] {
  const [search, setSearch] = useSearchParams();
  const way: BatchWay = search.get('way') === 'stepByStep' ? 'stepByStep' : 'boardByBoard';
  return [
    way,
    (next) =>
      setSearch(
        (was) => {
          was.set('way', next);
          return was;
        },
        { replace: true },
      ),
  ];
}
