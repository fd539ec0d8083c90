import { monitorEventLoopDelay } from 'node:perf_hooks';

/** How often it is looked, ms. */
const EVERY_MS = 10;
const watched = monitorEventLoopDelay({ resolution: EVERY_MS });
watched.enable();

/** The event loop's longest wait since this was last asked, ms: as long nobody was served. */
export function longestWaitMs(): number {
  const ms = Math.max(0, watched.max / 1e6 - EVERY_MS);
  watched.reset();
  return Math.round(ms * 10) / 10;
}
