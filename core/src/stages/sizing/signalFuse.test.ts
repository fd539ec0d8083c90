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

describe('a fuse in the lead of a button', () => {
  it('gets a link though the coil rests; a spare way beside it stays empty', () => {
    const b = bench({ chemistry: 'agm' })
      .item('G1', 'battery-agm-12-200', shelf)
      .item('F1', 'holder-classT', { at: [110, 90] })
      .item('F2', 'fuse-block-6', { at: [420, 300] })
      .item('K1', 'relay-100', { at: [700, 300] })
      .item('S1', 'button-momentary', shelf)
      .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
      .wire('F1:load', 'F2:feed')
      .wire('F2:w1', 'S1:in', { runMm: 900 })
      .wire('S1:out', 'K1:coilPlus', { runMm: 900 })
      .wire('K1:coilMinus', 'G1:minus', { runMm: 900 });
    const seats = dossierOf(b).sizing.seats.filter((s) => s.itemId === 'it_F2');
    expect(seats.map((s) => s.spare)).toEqual([false, true, true, true, true, true]);
    expect(seats[0]!.ratingA).toBe(1);
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
