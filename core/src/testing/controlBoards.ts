import { bench, shelf } from './kit.ts';

/** For tests: boards of the mains and control findings. */

/** A house board with a mains panel, a mains charger and an inverter. */
export const house = (inverter: string, wires: [string, string][], transfer = false) => {
  const b = bench({ chemistry: 'agm', profileId: 'fixed-iec' }, [1400, 900])
    .item('G1', 'battery-agm-12-200', shelf)
    .item('F1', 'holder-classT', { at: [100, 100] })
    .item('X1', 'bar-plus-6x8', { at: [400, 100] })
    .item('X2', 'bar-minus-6x8', { at: [400, 700] })
    .item('X3', 'mains-inlet', shelf)
    .item('X4', 'mains-panel-4', { at: [1000, 200] })
    .item('T2', 'mains-charger-12-30', { at: [700, 400] })
    .item('T1', inverter, { at: [1000, 600] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 150 })
    .wire('T2:plus', 'X1:s2')
    .wire('T2:minus', 'X2:s2')
    .wire('T1:plus', 'X1:s3')
    .wire('T1:minus', 'X2:s3')
    .wire('X4:w1L', 'T2:acL');
  if (transfer) b.item('Q2', 'mains-transfer', { at: [1250, 600] });
  for (const [from, to] of wires) b.wire(from, to, { runMm: 900 });
  return b.board;
};

/** A lithium battery with outputs, a mains charger and a lamp; a relay may cut the one or the other. */
export const outputs = (cut: 'charge' | 'load' | null) => {
  const b = bench()
    .item('G1', 'battery-lifepo4-12-100-outputs', shelf)
    .item('F1', 'holder-classT', { at: [100, 100] })
    .item('X1', 'bar-plus-6x8', { at: [350, 100] })
    .item('X2', 'bar-minus-6x8', { at: [350, 500] })
    .item('T1', 'mains-charger-12-30', { at: [650, 300] })
    .item('K1', 'relay-100', { at: [450, 300] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 60 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 150 })
    .wire('T1:minus', 'X2:s2')
    .wire('E1:minus', 'X2:s3', { runMm: 900 })
    .wire('K1:line', 'X1:s2')
    .wire('K1:load', cut === 'load' ? 'E1:plus' : 'T1:plus')
    .wire(cut === 'load' ? 'T1:plus' : 'E1:plus', 'X1:s3', { runMm: 900 })
    .wire('K1:coilMinus', 'X2:s4');
  return (
    cut === null
      ? b.wire('K1:coilPlus', 'X1:s4')
      : b.wire('K1:coilPlus', cut === 'load' ? 'G1:loadOk' : 'G1:chargeOk', { runMm: 500 })
  ).board;
};
