import { findingTest } from '../../testing/findingTest.ts';
import { at, cable, item, lampBoard } from '../../testing/kit.ts';

/** Fuse and bar joined by flat copper, the fuse near the bar or far from it. */
const formed = (yMm: number) => cable(item(lampBoard(), 'F1', 'place', at(110, yMm)), 2, { material: 'flatCopper' });

findingTest('link-too-long', {
  speaks: () => formed(560),
  silent: () => formed(90),
  says: /W2 is a formed link of \d+ mm/,
  fix: /Make it a cable/,
});
