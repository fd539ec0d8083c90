import { FLOOR_CACHE } from './kept.ts';

/** Keeps the application and the jobs that are opened from now on, where the browser can. */
export async function keepOnDevice(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    await navigator.serviceWorker.register('/sw.js', { type: 'module' });
  } catch {
    // Some browsers keep nothing, in private windows: then it works while there is a network.
  }
}

/** Lets go of what was kept of jobs: whoever signs in next sees what is theirs. */
export async function forgetKept(): Promise<void> {
  if ('caches' in window) await caches.delete(FLOOR_CACHE);
}
