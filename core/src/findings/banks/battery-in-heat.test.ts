import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, power } from '../../testing/kit.ts';

const at = (warmestMonthC: number) => {
  const b = lampBoard();
  return power(b, { site: { ...b.power.site, warmestMonthC } });
};

findingTest('battery-in-heat', {
  speaks: () => at(38),
  silent: () => at(22),
  says: /as warm as 48 °C on a hot afternoon; LiFePO4 wants under 45 °C/,
});
