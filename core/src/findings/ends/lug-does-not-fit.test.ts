import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, locked } from '../../testing/kit.ts';

findingTest('lug-does-not-fit', {
  speaks: () => cable(lampBoard(), 2, (c) => ({ cores: c.cores.map((k) => ({ ...k, toLug: locked('lug-6-m6') })) })),
  silent: () => lampBoard(),
  says: /does not fit W2 at -X1:s1/,
  fix: /Let the lug be worked out/,
});
