import { STATIONS } from '@ombrik/core/stations';
import { whenIdle } from '../ui/whenIdle.ts';
import { fetchAhead } from './fetchAhead.ts';
import { bringStation } from './stationPieces.ts';

/** Who pays for what is fetched, or waits long for it, is spared what may never be wanted. */
const spared = () => (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/** The stations of a job, one after the other while nothing is asked of the page. @returns what calls it off */
export function stationsAhead(): () => void {
  let left = spared();
  let off = () => {};
  const all = async () => {
    for (const name of STATIONS) {
      if (left) return;
      await new Promise<void>((idle) => {
        off = whenIdle(idle);
      });
      await fetchAhead(bringStation[name]);
    }
  };
  void all();
  return () => {
    left = true;
    off();
  };
}
