import { findingTest } from '../../testing/findingTest.ts';
import { lamp, load, shelf } from '../../testing/kit.ts';

/** A load on the mains side, and an inverter to feed it. */
const mains = (inverter: string | null, more: Parameters<typeof load>[2] = {}) => {
  const b = lamp();
  if (inverter) b.item('T1', inverter, shelf);
  return load(b.board, 'E1', { side: 'mains', rating: { kind: 'watts', powerW: 700 }, ...more });
};

findingTest('inverter-too-small', {
  speaks: () => mains('inverter-12-800', { rating: { kind: 'watts', powerW: 1200 } }),
  silent: () => mains('inverter-12-800'),
  says: /-T1 gives 800 W; 1200 W run together/,
});
