import { findingTest } from '../../testing/findingTest.ts';
import { lamp, load, shelf } from '../../testing/kit.ts';

/** A load on the mains side, and an inverter to feed it. */
const mains = (inverter: string | null, more: Parameters<typeof load>[2] = {}) => {
  const b = lamp();
  if (inverter) b.item('T1', inverter, shelf);
  return load(b.board, 'E1', { side: 'mains', rating: { kind: 'watts', powerW: 700 }, ...more });
};

findingTest('surge-too-large', {
  speaks: () => mains('inverter-12-800', { surgeFactor: 3 }),
  silent: () => mains('inverter-12-800', { surgeFactor: 2 }),
  says: /-T1 bears \d+ W for a moment; 2100 W are asked/,
  fix: /Soft starter on -E1/,
});
