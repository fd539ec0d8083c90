import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const socket = (breaker: string) => {
  const b = bench().item('X1', 'mains-inlet', shelf).item('X2', 'mains-socket-16', shelf).item('Q1', breaker, shelf);
  for (const pole of ['L', 'N', 'E'])
    b.wire(`X1:out${pole}`, `Q1:in${pole}`, { runMm: 900 }).wire(`Q1:out${pole}`, `X2:in${pole}`, { runMm: 4000 });
  return b.board;
};

findingTest('socket-without-rcd', {
  speaks: () => socket('mains-breaker-16'),
  silent: () => socket('mains-rcbo-16-30'),
  says: /-X2: a way in has no residual-current device of 30 mA/,
});
