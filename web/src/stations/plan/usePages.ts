import { useEffect, useState } from 'react';

const TURN_MS = 12_000;

/** Pages of a list nobody turns by hand: each stands for some seconds. */
export function usePages(rows: number, perPage: number): { at: number; count: number } {
  const count = Math.max(1, Math.ceil(rows / perPage));
  const [at, setAt] = useState(0);
  useEffect(() => {
    if (count < 2) return;
    const turn = setInterval(() => setAt((n) => n + 1), TURN_MS);
    return () => clearInterval(turn);
  }, [count]);
  return { at: at % count, count };
}
