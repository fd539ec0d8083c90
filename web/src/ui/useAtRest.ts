import { useEffect, useRef, useState } from 'react';

/** A value as it was when no pointer was last held down: what it moves on the screen does not move under the hand. */
export function useAtRest<T>(value: T): T {
  const [shown, setShown] = useState(value);
  const latest = useRef(value);
  latest.current = value;
  const held = useRef(false);
  useEffect(() => {
    const hold = () => {
      held.current = true;
    };
    const rest = () => {
      held.current = false;
      setShown(latest.current);
    };
    window.addEventListener('pointerdown', hold, true);
    window.addEventListener('pointerup', rest);
    window.addEventListener('pointercancel', rest);
    return () => {
      window.removeEventListener('pointerdown', hold, true);
      window.removeEventListener('pointerup', rest);
      window.removeEventListener('pointercancel', rest);
    };
  }, []);
  useEffect(() => {
    if (!held.current) setShown(value);
  }, [value]);
  return shown;
}
