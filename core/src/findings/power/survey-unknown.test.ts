import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard } from '../../testing/kit.ts';

const surveyed = (fuseA: number | null) => ({
  ...lampBoard(),
  survey: [{ id: 'fc_1', name: 'Old pump', conductorMm2: 2.5, fuseA, fate: 'stays' as const, notes: '', photos: [] }],
});

findingTest('survey-unknown', {
  speaks: () => surveyed(null),
  silent: () => surveyed(10),
  says: /Old pump: cannot confirm the fuse/,
});
