import { describe, expect, it } from 'vitest';
import { mainsLeastMm2, mainsMostA } from '../../tables/mainsConductors.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';
import { mainsAhead } from './mainsAhead.ts';

const L = (b: ReturnType<typeof bench>, from: string, to: string) => {
  for (const pole of ['L', 'N', 'E']) b.wire(`${from}${pole}`, `${to}${pole}`, { runMm: 900 });
  return b;
};
/** Inlet, a consumer unit, and an inverter-charger between them that passes mains through. */
const shed = () => {
  const b = bench({ systemVoltageV: 24, mainsVoltageV: 230 })
    .item('X1', 'mains-inlet-32', shelf)
    .item('Q1', 'mains-breaker-16', shelf)
    .item('T1', 'inverter-charger-24-3000', { at: [400, 300] })
    .item('Q2', 'consumer-unit-4', { at: [800, 300] })
    .item('X2', 'mains-socket-16', shelf);
  return L(L(L(L(b, 'X1:out', 'Q1:in'), 'Q1:out', 'T1:in'), 'T1:out', 'Q2:in'), 'Q2:w2', 'X2:in');
};

describe('what stands ahead of a mains line', () => {
  const { board } = shed();
  const { netlist, parts } = stagesOf(board);
  const found = mainsAhead(netlist, board.items, parts, board.connections, { mainsVoltageV: 230 });
  const at = (ref: string) => found.at.get(netlist.nodeOf.get(`it_${ref.replace(':', ' ')}`)!)!;
  it('is the inlet, brought down by each breaker on the way', () => {
    expect(at('X1:outL')).toMatchObject({ currentA: 32, itemId: 'it_X1', residualMa: null });
    expect(at('T1:inL')).toMatchObject({ currentA: 16, itemId: 'it_Q1' });
  });
  it('behind an inverter that passes through it is the larger of the two', () => {
    // 3000 VA at 230 V are 13 A; the breaker ahead of its input lets 16 A through (worked).
    expect(at('T1:outL').currentA).toBe(16);
  });
  it('a residual-current device counts where every way in has one', () => {
    expect(at('X2:inL')).toMatchObject({ currentA: 10, itemId: 'it_Q2', residualMa: 30 });
  });
  it('sizes line, neutral and earth alike, by the table of the place', () => {
    const { sizing } = dossierOf(shed());
    const area = (n: number) => sizing.cables.find((c) => c.cableId === `cb_${n}`)!.conductor.value;
    expect([area(1), area(2), area(3)]).toEqual([6, 6, 6]);
    expect([area(4), area(5), area(6)]).toEqual([2.5, 2.5, 2.5]);
  });
  // 2.5 mm² for 16 A at 230 V, 10 AWG for 30 A at 120 V, 12 AWG wants 20 A ahead of it (handbook of the trade, from memory).
  it('agrees with the handbook of the trade', () => {
    expect([mainsLeastMm2(230, 16), mainsLeastMm2(120, 30), mainsMostA(120, 3.31)]).toEqual([2.5, 5.26, 20]);
    expect([mainsLeastMm2(230, 200), mainsMostA(230, 1)]).toEqual([null, 0]);
  });
});
