import { findingTest } from '../../testing/findingTest.ts';
import { parts, standing } from '../../testing/kit.ts';

/** An isolator with an inverter on every side of it, so far away. */
const ring = (gapMm: number) => {
  const [own, wall] = [parts.get('isolator-100')!, parts.get('inverter-12-800')!];
  const [dx, dy] = [own.widthMm / 2 + gapMm + wall.widthMm / 2, own.widthMm / 2 + gapMm + wall.heightMm / 2];
  const corners: [number, number][] = [
    [0, 0],
    [2000, 0],
    [2000, 2000],
    [0, 2000],
  ];
  return standing(
    { outline: corners.map(([xMm, yMm]) => ({ xMm, yMm })) },
    ['isolator-100', { xMm: 1000, yMm: 1000 }],
    [wall.id, { xMm: 1000 - dx, yMm: 1000 }],
    [wall.id, { xMm: 1000 + dx, yMm: 1000 }],
    [wall.id, { xMm: 1000, yMm: 1000 - dy }],
    [wall.id, { xMm: 1000, yMm: 1000 + dy }],
  );
};

findingTest('no-tool-swing', {
  speaks: () => ring(4),
  silent: () => ring(260),
  says: /No spanner swings at/,
});
