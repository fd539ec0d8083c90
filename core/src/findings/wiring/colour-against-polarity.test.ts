import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, locked } from '../../testing/kit.ts';

/** The lamp's plus lead in a colour somebody had at hand. */
const coloured = (colour: 'BK' | 'GY', remark: 'RD' | null = null) =>
  cable(lampBoard(), 6, (c) => ({ cores: c.cores.map((k) => ({ ...k, colour: locked(colour), remark })) }));

findingTest('colour-against-polarity', {
  speaks: () => coloured('BK'),
  silent: () => coloured('BK', 'RD'),
  says: /W6 is black on the plus: the colour of the other pole/,
  fix: /Re-mark its ends RD/,
});
