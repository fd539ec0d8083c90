import type { FaultStory } from '@ombrik/core/circuit/faultStory';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { still } from '../../ui/still.ts';

const FROM_S = 0.0005;
const PLAY_MS = 3200;

export interface FaultPlay {
  /** Time since the short, s; null when nothing runs. */
  timeS: number | null;
  endS: number;
  /** By item, the name of the device that has opened. */
  opened: ReadonlyMap<string, string>;
  restart(): void;
}

/** Runs a fault's story on a logarithmic clock: until the device that surely opens first has opened. */
export function useFaultPlay(story: FaultStory | null): FaultPlay {
  const [beganMs, setBeganMs] = useState(0);
  const [share, setShare] = useState(0);
  const first = story?.devices[0];
  const endS = first?.slowS ?? 1000;
  const id = story?.connectionId ?? null;
  // A fault chosen anew starts its clock again.
  useEffect(() => {
    if (id !== null) setBeganMs(performance.now());
  }, [id]);
  useEffect(() => {
    if (beganMs === 0) return;
    if (still()) {
      setShare(1);
      return;
    }
    let frame = 0;
    const tick = (now: number) => {
      const next = Math.min(1, Math.max(0, (now - beganMs) / PLAY_MS));
      setShare(next);
      if (next < 1) frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [beganMs]);
  const timeS = id === null ? null : FROM_S * (Math.max(endS, FROM_S) / FROM_S) ** share;
  const done = share >= 1 && first && first.slowS !== null;
  const [itemId, name] = done ? [first.itemId, first.name] : ['', ''];
  const opened = useMemo(() => new Map(itemId ? [[itemId, name]] : []), [itemId, name]);
  const restart = useCallback(() => setBeganMs(performance.now()), []);
  return { timeS, endS, opened, restart };
}
