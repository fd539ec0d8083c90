import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, locked, routed } from '../../testing/kit.ts';

const heavy = () => cable(lampBoard(), 2, { conductorMm2: locked(50) });

findingTest('bend-too-tight', {
  speaks: () => cable(heavy(), 2, routed([240, 90], [240, 95], [300, 95])),
  silent: () => cable(heavy(), 2, routed([240, 90])),
  says: /W2 bends to \d+ mm at/,
  fix: /Give it back to the router/,
});
