import { findingTest } from '../../testing/findingTest.ts';
import { bench, cable, item, locked, parts, routed } from '../../testing/kit.ts';

/** Two studs so far apart, joined by a lead of a size. */
const studs = (apartMm: number) => {
  const frame = parts.get('frame-8')!;
  const terminals = frame.terminals.slice(0, 2).map((t, n) => ({ ...t, xMm: n * apartMm, zMm: 0 }));
  const elements = frame.elements.map((e) => ({ ...e, terminalIds: ['p1', 'p2'] }));
  const { board } = bench()
    .item('X9', 'frame-8', { at: [300, 300] })
    .wire('X9:p1', 'X9:p2');
  const own = item(
    { ...board, customParts: [{ ...frame, id: 'own-studs', terminals, elements }] },
    'X9',
    'partId',
    'own-studs',
  );
  const near = { ...own, settings: { ...own.settings, routeSlackShare: 0, endSlackMm: 0 } };
  return cable(near, 1, (c) => ({ conductorMm2: locked(95), ...routed([300 + apartMm / 2, 300])(c) }));
};

findingTest('cable-too-short', {
  speaks: () => studs(12),
  silent: () => studs(200),
  says: /W1 comes out at -\d+ mm/,
});
