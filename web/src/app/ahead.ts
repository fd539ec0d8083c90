import { STATIONS, type StationName } from '@ombrik/core/stations';
import { bringStation } from './stationPieces.ts';

/** Faces set on some pages only. One that comes late has the browser set every line of the page anew. */
const FACES = ['500 1em Barlow', '600 1em Barlow', '500 1em "Barlow Condensed"', '500 1em "JetBrains Mono"'];

/** Runs when nothing is asked of the page; where a browser cannot say so, after a while. @returns what calls it off */
function whenIdle(run: () => void): () => void {
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(run, 1500);
    return () => clearTimeout(timer);
  }
  const asked = window.requestIdleCallback(run, { timeout: 10_000 });
  return () => window.cancelIdleCallback(asked);
}

/** Who pays for what is fetched, or waits long for it, is spared what may never be wanted. */
const spared = () => (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/** Faces first seen on another page, while nothing is asked of this one. */
export const facesAhead = (): void =>
  void whenIdle(() => {
    for (const face of FACES) void document.fonts?.load(face).catch(() => {});
  });

/** The other stations of a job, one after the other while nothing is asked of the page. @returns what calls it off */
export function stationsAhead(): () => void {
  if (spared()) return () => {};
  let off = () => {};
  const next = ([name, ...rest]: readonly StationName[]) => {
    if (name)
      off = whenIdle(
        () =>
          void bringStation[name]()
            .catch(() => {})
            .then(() => next(rest)),
      );
  };
  next(STATIONS);
  return () => off();
}
