import { house } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';

findingTest('mains-self-fed', {
  speaks: () => house('inverter-charger-12-1600', [['T1:outL', 'T1:inL']]),
  silent: () => house('inverter-charger-12-1600', [['X3:outL', 'T1:inL']]),
  says: /A transfer hangs on its own output/,
});
