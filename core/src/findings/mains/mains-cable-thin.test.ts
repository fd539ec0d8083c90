import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** 12 AWG from a 30 A inlet to a socket, with a breaker ahead of it or straight. */
const shed = (breaker: string | null) => {
  const b = bench({ profileId: 'fixed-nec', mainsVoltageV: 120, inletA: 30 })
    .item('X1', 'mains-inlet-30', shelf)
    .item('X2', 'mains-socket-15', shelf);
  if (breaker) b.item('Q1', breaker, shelf);
  for (const pole of ['L', 'N', 'E'])
    if (breaker)
      b.wire(`X1:out${pole}`, `Q1:in${pole}`, { runMm: 900 }).wire(`Q1:out${pole}`, `X2:in${pole}`, {
        runMm: 4000,
        mm2: 3.31,
      });
    else b.wire(`X1:out${pole}`, `X2:in${pole}`, { runMm: 4000, mm2: 3.31 });
  return b.board;
};

// A 12 AWG run on a 30 A inlet needs a 20 A breaker ahead of it (NEC 240.4(D), from memory).
findingTest('mains-cable-thin', {
  speaks: () => shed(null),
  silent: () => shed('mains-rcbo-20-30'),
  says: /W1, 12 AWG \(3.31 mm²\), stands behind 30 A of -X1: it may stand behind 20 A/,
  fix: /Let it be worked out/,
});
