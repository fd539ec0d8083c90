import { startTransition, useEffect, useState } from 'react';

/**
 * A value once what it changes first has been painted: what else follows from a press takes no part of the moment in which
 * the hand waits for an answer.
 */
export function useAfterPaint<T>(value: T): T {
  const [shown, setShown] = useState(value);
  useEffect(() => {
    let task: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      task = setTimeout(() => startTransition(() => setShown(value)));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(task);
    };
  }, [value]);
  return shown;
}
