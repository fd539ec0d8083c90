import { findingTest } from '../../testing/findingTest.ts';
import { cable, environment, lampBoard, locked } from '../../testing/kit.ts';

/** Plain copper lugs on the battery's minus lead. */
const plain = () =>
  cable(cable(lampBoard(), 3, { conductorMm2: locked(16) }), 3, (c) => ({
    cores: c.cores.map((k) => ({ ...k, fromLug: locked('lugcu-16-m8'), toLug: locked('lugcu-16-m8') })),
  }));

findingTest('plain-lug-damp', {
  speaks: () => environment(plain(), 3, { surroundings: 'damp' }),
  silent: () => plain(),
  says: /runs damp/,
  fix: /Take the tinned one/,
});
