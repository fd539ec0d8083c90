import type { Instrument } from '@ombrik/core/document/workshop/instrument';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';

const KEY = 'ombrik-bench';

interface Kept {
  ambientC: number | null;
  instrumentId: string | null;
}

function kept(): Kept {
  try {
    return { ambientC: null, instrumentId: null, ...JSON.parse(localStorage.getItem(KEY) ?? '{}') };
  } catch {
    return { ambientC: null, instrumentId: null };
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
    setAmbient: (ambientC: number | null) => put({ ambientC }),
    setInstrument: (instrumentId: string | null) => put({ instrumentId }),
  };
}
export type BenchSetupState = ReturnType<typeof useBenchSetup>;
