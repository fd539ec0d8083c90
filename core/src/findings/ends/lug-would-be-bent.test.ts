import { findingTest } from '../../testing/findingTest.ts';
import { cable, hole, lampBoard, locked, panel } from '../../testing/kit.ts';

/** A heavy lead that goes through the board so far from its stud. */
const through = (xMm: number) => {
  const board = panel(lampBoard(), { holes: [hole(1, xMm, 130, 40, 'grommet')], backClearanceMm: 60 });
  const heavy = cable(board, 2, { conductorMm2: locked(50) });
  return cable(heavy, 2, (c) => {
    const [first] = c.segments;
    const { environment } = first!;
    return {
      segments: [
        { ...first!, id: 'sg_a' } as typeof first & object,
        { id: 'sg_x', kind: 'passThrough' as const, panelId: 'pn_main', holeId: 'h1', environment },
        {
          ...(first as Extract<typeof first, { kind: 'panelRoute' }>),
          id: 'sg_b',
          laidBy: 'hand' as const,
          waypoints: [{ xMm: 335, yMm: 120 }],
        },
      ],
    };
  });
};

findingTest('lug-would-be-bent', {
  speaks: () => through(335),
  silent: () => through(700),
  says: /goes through the board \d+ mm from the stud of -X1:s1/,
  fix: /Angled: /,
});
