import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const three = (fuses: boolean) => {
  const b = bench()
    .item('X1', 'bar-plus-6x8', { at: [420, 90] })
    .item('X2', 'bar-minus-6x8', { at: [420, 500] });
  for (const n of [1, 2, 3]) {
    b.item(`G${n}`, 'battery-lifepo4-12-100', shelf).wire(`G${n}:minus`, `X2:s${n}`, { runMm: 200 });
    if (fuses)
      b.item(`F${n}`, 'holder-classT', { at: [110, 120 * n] })
        .wire(`G${n}:plus`, `F${n}:line`, { runMm: 100 })
        .wire(`F${n}:load`, `X1:s${n}`);
    else b.wire(`G${n}:plus`, `X1:s${n}`, { runMm: 100 });
  }
  return b.board;
};

findingTest('bank-without-fuses', {
  speaks: () => three(false),
  silent: () => three(true),
  severity: 'stop',
  says: /-G1, -G2, -G3 stand side by side with no fuse/,
});
