import { useEffect, useRef, useState } from 'react';

/** Seconds a step has been in the hand: it starts by itself with the step, and stands while it is held or the page is hidden. */
export function useStopwatch(stepId: string, held: boolean): { seconds: number } {
  const [seconds, setSeconds] = useState(0);
  const own = useRef(stepId);
  useEffect(() => {
    if (own.current !== stepId) {
      own.current = stepId;
      setSeconds(0);
    }
    const tick = setInterval(() => {
      if (!held && !document.hidden) setSeconds((s) => s + 1);
    }, 1000);
    return () => clearInterval(tick);
  }, [stepId, held]);
  return { seconds };
}
