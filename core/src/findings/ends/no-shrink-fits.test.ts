import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, locked } from '../../testing/kit.ts';

/** A thin wire in a lug far too large for it. */
const thin = (wrong: boolean) =>
  wrong
    ? cable(lampBoard(), 6, (c) => ({
        conductorMm2: locked(0.75),
        cores: c.cores.map((k) => ({ ...k, fromLug: locked('lug-120-m8') })),
      }))
    : lampBoard();

findingTest('no-shrink-fits', {
  speaks: () => thin(true),
  silent: () => thin(false),
  says: /No heat-shrink goes over the barrel of/,
});
