import type { PartData, Terminal } from '../../document/part/part.ts';
import { noClear } from '../makings.ts';
import { clamp, socket } from '../terminals.ts';

type Spec = {
  id: string;
  name: string;
  size: [number, number, number];
  drawA: number | null;
  sockets: readonly Terminal[];
  /** Has a face to be looked at. */
  shows?: boolean;
  sensesBattery?: boolean;
  price: number;
};

const monitor = ({
  id,
  name,
  size: [widthMm, heightMm, depthMm],
  drawA,
  sockets,
  shows = false,
  sensesBattery = false,
  price,
}: Spec): PartData => ({
  id,
  kind: 'monitor',
  name,
  widthMm,
  heightMm,
  depthMm,
  massKg: 0.15,
  clearSpaceMm: noClear,
  mountHoles: [],
  body: { sensesBattery, reach: shows ? 'see' : 'none' },
  terminals: [
    ...(drawA === null
      ? []
      : [
          clamp('plus', 'plus', [-14, heightMm / 2 - 6, 90], [0.5, 2.5]),
          clamp('minus', 'minus', [14, heightMm / 2 - 6, 90], [0.5, 2.5]),
        ]),
    ...sockets,
  ],
  elements: drawA === null ? [] : [{ kind: 'electronics', id: 'e', plus: 'plus', minus: 'minus', drawA }],
  systemVoltagesV: [],
  price,
  leadTimeDays: 10,
});

export const MONITORS: readonly PartData[] = [
  monitor({
    id: 'display-battery',
    shows: true,
    name: 'Battery display, round, with data socket',
    size: [64, 64, 30],
    drawA: 0.03,
    sockets: [socket('data', '6p4c', [0, -24, 270])],
    price: 74,
  }),
  monitor({
    id: 'display-system',
    shows: true,
    name: 'System display, with two data sockets',
    size: [160, 110, 35],
    drawA: 0.3,
    sockets: [socket('data1', '8p8c', [-30, -48, 270]), socket('data2', '8p8c', [30, -48, 270])],
    price: 260,
  }),
  monitor({
    id: 'sensor-temperature',
    name: 'Temperature sensor for the battery, with data socket',
    size: [30, 24, 14],
    drawA: null,
    sockets: [socket('data', '2-pin', [0, -8, 270])],
    sensesBattery: true,
    price: 18,
  }),
  monitor({
    id: 'sensor-tank',
    name: 'Tank sender, with data socket',
    size: [60, 60, 40],
    drawA: null,
    sockets: [socket('data', '2-pin', [0, -26, 270])],
    price: 32,
  }),
  monitor({
    id: 'data-hub-6',
    name: 'Data hub, six sockets',
    size: [120, 60, 30],
    drawA: 0.1,
    sockets: Array.from({ length: 6 }, (_, i) => socket(`d${i + 1}`, '8p8c', [-45 + i * 18, -24, 270])),
    price: 46,
  }),
];
