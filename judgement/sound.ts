import type { Board } from '@ombrik/core/document/board';
import { type Fitting, Shape } from './shape.ts';

const lamps = (count: number, runMm = 2500): Fitting[] => Array.from({ length: count }, () => ({ watts: 8, runMm }));
const hut: Fitting[] = [...lamps(4), { watts: 45, runMm: 3000 }, { watts: 60, runMm: 1500 }];

export interface Sound {
  name: string;
  board: () => Board;
}

/** Boards a good shop would build: nothing on them is wrong, and nothing may be called so. */
export const SOUND: readonly Sound[] = [
  {
    name: 'one 12 V battery, a block of lamps, small craft',
    board: () =>
      new Shape({ brief: { systemVoltageV: 12, profileId: 'craft-iso' }, battery: 'battery-lifepo4-12-100' }).block(hut)
        .board,
  },
  {
    name: 'two 12 V batteries side by side, taken off across, inverter 800 W, road',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'road' },
        battery: 'battery-lifepo4-12-100',
        count: 2,
        shunt: 'shunt-500',
        isolator: 'isolator-300',
      })
        .block(lamps(6), { fuse: 'holder-sf30' })
        .own('inverter-12-800', 500).board,
  },
  {
    name: 'four 12 V batteries, a fuse at each post, inverter 1600 W, gauges',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-abyc' },
        battery: 'battery-lifepo4-12-200',
        count: 4,
        ownFuses: true,
        bars: '6x10',
      }).own('inverter-12-1600', 400, { holder: 'holder-classT' }).board,
  },
  {
    name: '24 V hut with sun, inverter 2 kW, fixed',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'fixed-iec' },
        battery: 'battery-lifepo4-24-200',
        shunt: 'shunt-500',
        isolator: 'isolator-300',
      })
        .block(hut, { fuse: 'holder-classT' })
        .own('inverter-24-2000', 500, { holder: 'holder-classT' })
        .sun('mppt-150-35', 'solar-400', 2).board,
  },
  {
    name: '48 V rack, inverter 2.4 kW, fixed, gauges',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 48, profileId: 'fixed-nec' },
        battery: 'battery-lifepo4-48-100',
        isolator: 'isolator-300',
      }).own('inverter-48-2400', 600, { holder: 'holder-classT' }).board,
  },
  {
    name: '24 V of two 12 V batteries in series, sealed lead, pumps',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'craft-iso', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        count: 2,
        series: true,
      }).block([{ watts: 90, runMm: 2500 }, { watts: 120, runMm: 3000 }, ...lamps(4)]).board,
  },
  {
    name: '12 V sealed lead bank joined to the engine by a relay, common minus',
    board: () => {
      const s = new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-iso', chemistry: 'agm' },
        battery: 'battery-agm-12-100',
      })
        .block(hut)
        .engine()
        .joined();
      s.alternator(90);
      return s.board;
    },
  },
  {
    name: '12 V lithium charged from the engine by a converter, common minus',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'road' },
        battery: 'battery-lifepo4-12-100',
        shunt: 'shunt-500',
      })
        .block(hut)
        .engine()
        .converter('dcdc-12-12-30').board,
  },
  {
    name: '24 V lithium charged from a 12 V engine, systems apart but for the minus',
    board: () =>
      new Shape({ brief: { systemVoltageV: 24, profileId: 'craft-iso' }, battery: 'battery-lifepo4-24-100' })
        .block(hut, { fuse: 'holder-classT' })
        .engine()
        .converter('dcdc-12-24-15').board,
  },
  {
    name: 'doubled leads to a 1600 W inverter',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-iso' },
        battery: 'battery-lifepo4-12-200',
        count: 2,
        ownFuses: true,
        bars: '6x10',
      }).own('inverter-12-1600', 900, { holder: 'holder-classT', times: 2 }).board,
  },
  {
    name: 'two inverters on one 24 V bank',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'craft-iso' },
        battery: 'battery-lifepo4-24-200',
        count: 2,
        ownFuses: true,
        bars: '6x10',
      })
        .own('inverter-24-800', 600, { holder: 'holder-classT' })
        .own('inverter-24-2000', 600, { holder: 'holder-classT' }).board,
  },
  {
    name: 'a satellite block behind a feeder fused at its near end',
    board: () =>
      new Shape({ brief: { systemVoltageV: 12, profileId: 'road' }, battery: 'battery-lifepo4-12-100' })
        .block(hut)
        .block(lamps(4, 1200), { fuse: 'holder-sf30', feedMm: 4500 }).board,
  },
  {
    name: 'sun and a mains charger on a repeater, sealed lead',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'fixed-iec', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        shunt: 'shunt-100',
      })
        .block([{ watts: 40, runMm: 1500 }, ...lamps(2)])
        .sun('mppt-100-20', 'solar-200').board,
  },
  {
    name: 'wind and sun on a 24 V shed',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'fixed-iec', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        count: 2,
        series: true,
      })
        .block(lamps(5), { fuse: 'holder-sf51' })
        .sun('mppt-100-30', 'solar-400', 1)
        .own('wind-24-20', 600, { holder: 'holder-sf51' }).board,
  },
  {
    name: 'two sealed 12 V batteries and a mains charger, fixed',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'fixed-iec', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        count: 2,
        ownFuses: true,
      })
        .block(hut, { fuse: 'holder-classT' })
        .own('mains-charger-12-60', 600, { holder: 'holder-classT' }).board,
  },
  {
    name: 'lithium whose electronics drop the loads through a relay',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-iso' },
        battery: 'battery-lifepo4-12-100-outputs',
      }).relayed(hut).board,
  },
  {
    name: 'a market cart: 50 Ah, a small inverter, lamps on plugs',
    board: () =>
      new Shape({ brief: { systemVoltageV: 12, profileId: 'road' }, battery: 'battery-lifepo4-12-50' })
        .block(lamps(3, 1500))
        .own('inverter-12-300', 400).board,
  },
  {
    name: '48 V of four sealed 12 V batteries in series, inverter 1.2 kW',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 48, profileId: 'fixed-iec', chemistry: 'agm' },
        battery: 'battery-agm-12-100',
        count: 4,
        series: true,
        isolator: 'isolator-100',
      }).own('inverter-48-1200', 600, { holder: 'holder-classT' }).board,
  },
  {
    name: '48 V lithium charged from a 12 V engine',
    board: () =>
      new Shape({ brief: { systemVoltageV: 48, profileId: 'road' }, battery: 'battery-lifepo4-48-100' })
        .engine()
        .converter('dcdc-12-48-6', { runMm: 2500, holder: 'holder-classT' })
        .own('inverter-48-1200', 600, { holder: 'holder-classT' }).board,
  },
  {
    name: 'an orchard shed: long lamp lines on 24 V',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'fixed-iec', chemistry: 'agm' },
        battery: 'battery-agm-12-100',
        count: 2,
        series: true,
      })
        .block(lamps(4, 14_000))
        .sun('mppt-100-20', 'solar-200').board,
  },
  {
    name: 'small craft by gauges: sun, shunt and a block',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-abyc' },
        battery: 'battery-lifepo4-12-200',
        shunt: 'shunt-500',
      })
        .block(hut, { fuse: 'holder-classT' })
        .sun('mppt-100-30', 'solar-200').board,
  },
  {
    name: '24 V hut by the other rules: inverter 3 kW and sun',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'fixed-nec' },
        battery: 'battery-lifepo4-24-200',
        count: 2,
        ownFuses: true,
        bars: '6x10',
      })
        .own('inverter-24-3000', 500, { holder: 'holder-classT' })
        .sun('mppt-150-35', 'solar-400', 2, 'holder-classT').board,
  },
  {
    name: 'an engine joined by a relay that a button boosts',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'road', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
      })
        .block(lamps(5))
        .engine()
        .joined('relay-vsr-120-boost')
        .alternator(90).board,
  },
  {
    name: 'two small inverters and a block on one 12 V battery',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-iso' },
        battery: 'battery-lifepo4-12-200',
        bars: '6x10',
      })
        .own('inverter-12-300', 400)
        .own('inverter-12-300', 900)
        .block(lamps(4)).board,
  },
  {
    name: 'a workshop on plugs: mains charger, shunt, isolator, big block',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'fixed-iec' },
        battery: 'battery-lifepo4-24-100',
        shunt: 'shunt-500',
        isolator: 'isolator-100',
      })
        .block([...hut, ...lamps(5, 4000)], { fuse: 'holder-classT' })
        .own('mains-charger-24-30', 700, { holder: 'holder-classT' }).board,
  },
  {
    name: 'an observatory: a mount, a heater and a mast of lamps on 12 V',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'fixed-iec' },
        battery: 'battery-lifepo4-12-200',
        shunt: 'shunt-100',
      })
        .own('load-large', 2500, { watts: 180, holder: 'holder-classT' })
        .block(lamps(6, 3500), { fuse: 'holder-classT' }).board,
  },
  {
    name: 'small craft by gauges: engine joined by a relay, sealed lead',
    board: () => {
      const s = new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-abyc', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        shunt: 'shunt-500',
      })
        .block(lamps(4))
        .engine()
        .joined();
      s.alternator(90);
      return s.board;
    },
  },
  {
    name: 'a press shed: pump and conveyor on 24 V, each on a fuse of its own',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'fixed-iec' },
        battery: 'battery-lifepo4-24-200',
        isolator: 'isolator-300',
      })
        .own('load-large', 2000, { watts: 360, holder: 'holder-classT' })
        .own('load-large', 3500, { watts: 240, holder: 'holder-classT' }).board,
  },
  {
    name: 'three lithium batteries, a fuse at each post, converter and sun',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'road' },
        battery: 'battery-lifepo4-12-100',
        count: 3,
        ownFuses: true,
        bars: '6x10',
      })
        .engine()
        .converter('dcdc-12-12-30', { runMm: 2500, holder: 'holder-classT' })
        .block(hut, { fuse: 'holder-classT' }).board,
  },
  {
    name: 'wind on a 48 V shelter',
    board: () =>
      new Shape({ brief: { systemVoltageV: 48, profileId: 'fixed-iec' }, battery: 'battery-lifepo4-48-100' })
        .own('wind-48-20', 700, { holder: 'holder-classT' })
        .own('inverter-48-1200', 500, { holder: 'holder-classT' }).board,
  },
  {
    name: 'engine and sun in one case with one minus',
    board: () =>
      new Shape({ brief: { systemVoltageV: 12, profileId: 'craft-iso' }, battery: 'battery-lifepo4-12-200' })
        .block(lamps(4))
        .engine()
        .combined('combined-12-30', 'solar-100').board,
  },
  {
    name: 'a shed by gauges: 30 A inlet, breaker, socket and a 48 V inverter',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 48, profileId: 'fixed-nec', mainsVoltageV: 120, inletA: 30 },
        battery: 'battery-lifepo4-48-100-precharge',
      })
        .own('inverter-48-2400', 500, { holder: 'holder-classT' })
        .mains('mains-inlet-30', 'mains-rcbo-20-30', 'mains-socket-15').board,
  },
  {
    name: 'a winch that pulls for seconds beside a block of lamps',
    board: () => {
      const s = new Shape({
        brief: { systemVoltageV: 12, profileId: 'road', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        count: 2,
        ownFuses: true,
        bars: '6x10',
      })
        .block(lamps(4), { fuse: 'holder-classT' })
        .own('load-large', 2500, { watts: 900, holder: 'holder-classT' });
      for (const i of s.board.items)
        if (i.load?.rating.kind === 'watts' && i.load.rating.powerW === 900)
          i.load = { ...i.load, shortTime: { onS: 15, timesPerHour: 4 }, dropClass: 'other' };
      return s.board;
    },
  },
  {
    name: 'vented lead-acid in a box of its own, lamps and a fridge',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 12, profileId: 'fixed-iec', chemistry: 'vented' },
        battery: 'battery-vented-12-220',
        isolator: 'isolator-100',
      }).block(hut).board,
  },
  {
    name: 'a display and a data hub on a monitored 24 V board',
    board: () =>
      new Shape({
        brief: { systemVoltageV: 24, profileId: 'craft-iso' },
        battery: 'battery-lifepo4-24-100',
        shunt: 'shunt-300',
      })
        .block(lamps(4), { fuse: 'holder-classT' })
        .display().board,
  },
  {
    name: 'a row of bolt-down fuses that feeds two satellites',
    board: () => {
      const s = new Shape({
        brief: { systemVoltageV: 12, profileId: 'craft-iso', chemistry: 'agm' },
        battery: 'battery-agm-12-200',
        bars: '6x10',
      });
      s.item('F60', 'bolt-row-sf51-4').item('F61', 'fuse-block-6').item('F62', 'fuse-block-6');
      s.wire(s.stud('X1'), 'F60:feed', 200);
      for (const [n, block] of [
        [1, 'F61'],
        [2, 'F62'],
      ] as const) {
        s.wire(`F60:w${n}`, `${block}:feed`, 3000).wire(s.stud('X2'), `${block}:minus`, 3000);
        for (const way of [1, 2, 3]) {
          const e = s.next('E');
          s.item(e, 'load-small', { load: { rating: { kind: 'watts', powerW: 24 } } });
          s.wire(`${block}:w${way}`, `${e}:plus`, 1500).wire(`${block}:m${way}`, `${e}:minus`, 1500);
        }
      }
      return s.board;
    },
  },
];
