import type { BenchStep, Draft } from '../../devices/benchStep.ts';
import { fingerprint } from '../../document/fingerprint.ts';
import type { Item } from '../../document/item/item.ts';

export const NO_LIVE =
  'Batteries disconnected, sun covered or unplugged, starter feed off. Check with the meter before hands go in.';
export const LIVE = 'Live conductors. Insulated tools, no rings or watches, eye protection, one hand where you can.';

/** Volts too small to be told as such. */
export const millivolts = (volts: number): string => `${(1000 * volts).toFixed(0)} mV`;

/** What the bench reads of an item. */
export type BenchItem = Pick<Item, 'id' | 'designation' | 'partId'>;

/** In this order since readings are kept: another order would make every reading look taken of another step. */
const PROBE_KEYS = ['plus', 'minus', 'sign', 'itemId', 'terminalId'];

export const finish = (draft: Draft): BenchStep =>
  Object.assign(draft, {
    fingerprint: fingerprint(
      JSON.stringify(
        [
          draft.id,
          draft.title,
          draft.lowLimit?.toPrecision(4),
          draft.highLimit?.toPrecision(4),
          draft.probes,
          ...draft.asks.map((a) => `${a.name}: ${a.expects}`),
        ],
        PROBE_KEYS,
      ),
    ),
  });
