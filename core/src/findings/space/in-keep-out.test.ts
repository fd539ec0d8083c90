import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

const kept = (face: 'front' | 'back', freeMm: number) => ({
  keepOuts: [
    {
      id: 'k',
      name: 'hinge',
      face,
      freeMm,
      shape: {
        kind: 'polygon' as const,
        points: [
          { xMm: 360, yMm: 210 },
          { xMm: 440, yMm: 210 },
          { xMm: 440, yMm: 290 },
          { xMm: 360, yMm: 290 },
        ],
      },
    },
  ],
});

findingTest('in-keep-out', {
  speaks: () => standing(kept('front', 40), ['isolator-100', {}]),
  silent: () => standing(kept('front', 90), ['isolator-100', {}]),
  says: /stands where hinge needs the room/,
});
