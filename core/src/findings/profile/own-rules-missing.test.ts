import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard } from '../../testing/kit.ts';

findingTest('own-rules-missing', {
  speaks: () => ({ ...lampBoard(), settings: { ...lampBoard().settings, ownRulesId: 'or_gone' } }),
  silent: () => lampBoard(),
  fix: /Judge it by/,
});
