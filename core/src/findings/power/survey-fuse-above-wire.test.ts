import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard } from '../../testing/kit.ts';

const surveyed = (conductorMm2: number, fuseA: number, fate: 'stays' | 'goes' = 'stays') => ({
  ...lampBoard(),
  survey: [{ id: 'fc_1', name: 'Old pump', conductorMm2, fuseA, fate, notes: '', photos: [] }],
});

// ISO 13297 annex A: 2.5 mm² carries 17 A at 60 °C, 35 A at 105 °C (from memory).
findingTest('survey-fuse-above-wire', {
  speaks: () => surveyed(2.5, 40),
  silent: () => surveyed(2.5, 15),
  says: /Old pump: 2.5 mm² carries 35 A at best, its fuse holds 40 A/,
});
