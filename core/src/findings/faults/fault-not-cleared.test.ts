import { findingTest } from '../../testing/findingTest.ts';
import { cable, item, lampBoard, locked, measured } from '../../testing/kit.ts';

/** A lamp far out on thick cable, its way fused as the cable bears: a short there is hardly more than a load. */
const farLamp = (runMm: number) => {
  const board = item(lampBoard(), 'F10', 'inserts', [{ seatId: 'f1', link: locked('blade-20') }]);
  const thick = (n: number) => (b: typeof board) =>
    cable(b, n, (c) => ({ ...measured(runMm)(c), conductorMm2: locked(4) }));
  return thick(6)(thick(7)(board));
};

findingTest('fault-not-cleared', {
  speaks: () => farLamp(45_000),
  silent: () => farLamp(4_000),
  says: /A short at the far end of W6 passes/,
});
