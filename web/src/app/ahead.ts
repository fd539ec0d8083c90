import { STATIONS, type StationName } from '@ombrik/core/stations';
import { whenIdle } from '../ui/whenIdle.ts';
import { bringStation } from './stationPieces.ts';

/** Who pays for what is fetched, or waits long for it, is spared what may never be wanted. */
const spared = () => (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

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
