import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

const door = (radiusMm: number) => ({
  keepOuts: [
    {
      id: 'k',
      name: 'door',
      face: 'front' as const,
      freeMm: 0,
      shape: { kind: 'arc' as const, centre: { xMm: 100, yMm: 250 }, radiusMm, fromDeg: -45, toDeg: 45 },
    },
  ],
});

findingTest('in-door-swing', {
  speaks: () => standing(door(320), ['isolator-100', {}]),
  silent: () => standing(door(200), ['isolator-100', {}]),
  says: /door hits .* as it swings/,
});
