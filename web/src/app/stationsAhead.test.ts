// @vitest-environment happy-dom
import { STATIONS } from '@ombrik/core/stations';
import { afterEach, expect, it, vi } from 'vitest';
import { fetchAhead, fetchesAhead } from './fetchAhead.ts';
import { bringStation } from './stationPieces.ts';
import { stationsAhead } from './stationsAhead.ts';

vi.mock('./stationPieces.ts', () => ({
  bringStation: new Proxy({} as Record<string, () => Promise<unknown>>, {
    get: (all, name: string) => {
      all[name] ??= vi.fn(async () => ({}));
      return all[name];
    },
  }),
}));
afterEach(() => {
  vi.unstubAllGlobals();
  vi.clearAllMocks();
});

/** Hands that rest when told to. */
function resting() {
  let run: (() => void) | null = null;
  vi.stubGlobal('requestIdleCallback', (next: () => void) => {
    run = next;
    return 1;
  });
  vi.stubGlobal('cancelIdleCallback', () => {
    run = null;
  });
  return async () => {
    const next = run;
    run = null;
    next?.();
    await new Promise((go) => setTimeout(go));
  };
}
const brought = () => STATIONS.filter((name) => vi.mocked(bringStation[name]).mock.calls.length > 0);

it('one station comes each time the hands rest, in their order', async () => {
  const rest = resting();
  stationsAhead();
  expect(brought()).toEqual([]);
  await rest();
  await rest();
  expect(brought()).toEqual(STATIONS.slice(0, 2));
});

it('called off while one is on its way, no other is asked for', async () => {
  const rest = resting();
  let come = () => {};
  vi.mocked(bringStation.brief).mockReturnValueOnce(
    new Promise((done) => {
      come = () => done({} as never);
    }),
  );
  const off = stationsAhead();
  await rest();
  off();
  come();
  await rest();
  await rest();
  expect(brought()).toEqual(['brief']);
});

it('who spares data is spared', async () => {
  const rest = resting();
  vi.stubGlobal('navigator', { connection: { saveData: true } });
  stationsAhead();
  await rest();
  expect(brought()).toEqual([]);
});

it('what is gone is no matter, and is known to be nobody’s press while it is asked for', async () => {
  let during = false;
  await fetchAhead(async () => {
    during = fetchesAhead();
    throw new Error('gone');
  });
  expect([during, fetchesAhead()]).toEqual([true, false]);
});
