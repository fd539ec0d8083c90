import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard } from '../../testing/kit.ts';

findingTest('no-fuse-near-source', {
  speaks: () =>
    cable(lampBoard(), 1, (c) => ({
      segments: c.segments.map((s) =>
        s.kind === 'measuredRun' ? { ...s, lengthMm: 700, environment: { ...s.environment, sheathed: false } } : s,
      ),
    })),
  silent: () => lampBoard(),
  says: /W1 runs \d+ mm from -G1 without a fuse, limit \d+ mm/,
  fix: /Sleeve it all along/,
});
