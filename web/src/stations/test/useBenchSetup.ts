import type { Instrument } from '@ombrik/core/document/workshop/instrument';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';

const KEY = 'ombrik-bench';

interface Kept {
  ambientC: number | null;
  instrumentId: string | null;
  driverIds: string[];
}

const NOTHING: Kept = { ambientC: null, instrumentId: null, driverIds: [] };

function kept(): Kept {
  try {
    return { ...NOTHING, ...JSON.parse(localStorage.getItem(KEY) ?? '{}') };
  } catch {
    return NOTHING;
  }
}

/** What holds for every reading until somebody says otherwise: the air of the room, and the meter in the hand. */
export function useBenchSetup() {
  const { workshop } = useJob();
  const [setup, set] = useState(kept);
  const put = (change: Partial<Kept>) => {
    const next = { ...setup, ...change };
    localStorage.setItem(KEY, JSON.stringify(next));
    set(next);
  };
  const instrument: Instrument | null = workshop.instruments.find((i) => i.id === setup.instrumentId) ?? null;
  return {
    ambientC: setup.ambientC,
    instrument,
    /** Supplies and loads of this bench that the program may drive. */
    drivers: workshop.instruments.filter((i) => setup.driverIds.includes(i.id)),
    setDriver: (id: string, on: boolean) =>
      put({ driverIds: on ? [...setup.driverIds, id] : setup.driverIds.filter((d) => d !== id) }),
    setAmbient: (ambientC: number | null) => put({ ambientC }),
    setInstrument: (instrumentId: string | null) => put({ instrumentId }),
  };
}
export type BenchSetupState = ReturnType<typeof useBenchSetup>;
