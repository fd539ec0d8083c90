import { findingTest } from '../../testing/findingTest.ts';
import { bench, item, parts, shelf } from '../../testing/kit.ts';

/** A signal lead of two cores between a remote and a battery's outputs, so long. */
const lead = (lengthMm: number) => {
  const b = bench()
    .item('G1', 'battery-lifepo4-12-100-outputs', shelf)
    .item('K1', 'relay-100', shelf)
    .wire('G1:chargeOk', 'K1:coilPlus', { runMm: lengthMm })
    .wire('G1:loadOk', 'K1:coilMinus', { runMm: lengthMm });
  const signal = parts.get('battery-lifepo4-12-100-outputs')!;
  const terminals = signal.terminals.map((t) => (t.id === 'chargeOk' ? { ...t, domain: 'signal' as const } : t));
  const [first, second] = b.board.cables;
  const cables = [{ ...first!, cores: [...first!.cores, ...second!.cores] }];
  const own = { ...signal, id: 'own-outputs', terminals };
  return item({ ...b.board, cables, customParts: [own] }, 'G1', 'partId', 'own-outputs');
};

findingTest('lead-from-stock', {
  speaks: () => lead(1200),
  silent: () => lead(40_000),
  says: /the ready-made lead of 1\.8 m/,
});
