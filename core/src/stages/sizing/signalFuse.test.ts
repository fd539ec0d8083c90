import { describe, expect, it } from 'vitest';
import { prechargeOf } from '../../circuit/precharge.ts';
import { dossierOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';

describe('a fuse in the lead of a trigger', () => {
  const board = () =>
    bench()
      .item('G9', 'feed-12-signal', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11.5 } })
      .item('F9', 'holder-sf51', shelf)
      .item('F3', 'holder-blade', { at: [110, 500] })
      .item('G1', 'battery-lifepo4-12-100', shelf)
      .item('F1', 'holder-classT', { at: [110, 90] })
      .item('T1', 'dcdc-12-12-30-trigger', { at: [450, 300] })
      .wire('G9:plus', 'F9:line', { runMm: 100 })
      .wire('F9:load', 'T1:inPlus', { runMm: 2500 })
      .wire('G9:minus', 'T1:inMinus', { runMm: 2500 })
      .wire('T1:outPlus', 'F1:load')
      .wire('F1:line', 'G1:plus', { runMm: 150, sheathed: true })
      .wire('T1:outMinus', 'G1:minus', { runMm: 300 })
      .wire('G9:running', 'F3:line', { runMm: 100 })
      .wire('F3:load', 'T1:trigger', { runMm: 2500 });
  it('gets a link that its wire bears, bought like any other', () => {
    const { sizing, parts: list } = dossierOf(board());
    const seat = sizing.seats.find((s) => s.itemId === 'it_F3')!;
    expect(seat.link.value).toMatch(/^blade/);
    expect(seat.spare).toBe(false);
    const wire = sizing.cables.find((c) => c.cableId === 'cb_8')!;
    expect(wire.ampacityA).toBeGreaterThanOrEqual(seat.ratingA!);
    expect(list.some((l) => l.group === 'fuse' && l.usedBy.some((u) => u.startsWith('-F3')))).toBe(true);
  });
});

describe('a bank that fills what hangs on it by itself', () => {
  const hut = (battery: string) =>
    bench({ systemVoltageV: 48 })
      .item('G1', battery, shelf)
      .item('T1', 'inverter-48-2400', { at: [400, 300] }).board;
  const row = (battery: string) => prechargeOf(hut(battery), parts, dossierOf(hut(battery)))[0]!;
  it('wants no resistor, is woken last, and the bench says so', () => {
    expect(row('battery-lifepo4-48-100-precharge')).toMatchObject({ bankFills: true, wakes: 'by button' });
    expect(row('battery-lifepo4-48-100')).toMatchObject({ bankFills: false, wakes: 'by charger', wakesLast: true });
    const steps = dossierOf(hut('battery-lifepo4-48-100-precharge')).bench.map((s) => s.title);
    expect(steps).toContain('-G1 woken last');
  });
});
