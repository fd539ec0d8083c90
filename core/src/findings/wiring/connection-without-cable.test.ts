import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard } from '../../testing/kit.ts';

findingTest('connection-without-cable', {
  speaks: () => ({ ...lampBoard(), cables: lampBoard().cables.filter((c) => c.id !== 'cb_6') }),
  silent: () => lampBoard(),
  says: /No cable carries -F10:w1 to -E1:plus/,
  fix: /Make a cable for it/,
});
