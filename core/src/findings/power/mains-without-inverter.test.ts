import { findingTest } from '../../testing/findingTest.ts';
import { lamp, load, shelf } from '../../testing/kit.ts';

/** A load on the mains side, and an inverter to feed it. */
const mains = (inverter: string | null, more: Parameters<typeof load>[2] = {}) => {
  const b = lamp();
  if (inverter) b.item('T1', inverter, shelf);
  return load(b.board, 'E1', { side: 'mains', rating: { kind: 'watts', powerW: 700 }, ...more });
};

findingTest('mains-without-inverter', {
  speaks: () => mains(null),
  silent: () => mains('inverter-12-800'),
  says: /1 loads are on the mains side and nothing makes mains/,
});
