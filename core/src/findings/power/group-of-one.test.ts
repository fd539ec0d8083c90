import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, load, power } from '../../testing/kit.ts';

findingTest('group-of-one', {
  speaks: () =>
    power(load(lampBoard(), 'E1', { groupId: 'lg_1' }), {
      loadGroups: [{ id: 'lg_1', name: 'Turns', mode: 'oneAtATime' }],
    }),
  silent: () => lampBoard(),
  says: /Load group “Turns” has fewer than two loads/,
});
