import { findingTest } from '../../testing/findingTest.ts';
import { bench, item, parts, shelf } from '../../testing/kit.ts';

/** A contact that opens when its coil is fed, with the coil on one side of it or the other. */
const chatterer = (coilFrom: string) => {
  const relay = parts.get('relay-100')!;
  const { board } = bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('K1', 'relay-100', { at: [300, 150] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 24 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'K1:line')
    .wire('K1:load', 'E1:plus', { runMm: 500 })
    .wire('G1:minus', 'E1:minus', { runMm: 500 })
    .wire(coilFrom, 'K1:coilPlus')
    .wire('K1:coilMinus', 'G1:minus', { runMm: 500 });
  const elements = relay.elements.map((e) => (e.kind === 'contact' ? { ...e, normallyOpen: false } : e));
  return item({ ...board, customParts: [{ ...relay, id: 'own-nc', elements }] }, 'K1', 'partId', 'own-nc');
};

findingTest('relay-chatters', {
  speaks: () => chatterer('K1:load'),
  silent: () => chatterer('K1:line'),
  says: /-K1 would chatter/,
});
