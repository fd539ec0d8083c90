import { STATIONS, type StationName } from '@ombrik/core/stations';
import { type ComponentType, lazy } from 'react';
import { came } from './atHand.ts';

type Piece = { default: ComponentType };
const FROM: Readonly<Record<StationName, () => Promise<ComponentType>>> = {
  brief: () => import('../stations/brief/BriefStation.tsx').then((m) => m.BriefStation),
  power: () => import('../stations/power/PowerStation.tsx').then((m) => m.PowerStation),
  circuit: () => import('../stations/circuit/CircuitStation.tsx').then((m) => m.CircuitStation),
  board: () => import('../stations/board/BoardStation.tsx').then((m) => m.BoardStation),
  cables: () => import('../stations/cables/CablesStation.tsx').then((m) => m.CablesStation),
  build: () => import('../stations/build/BuildStation.tsx').then((m) => m.BuildStation),
  test: () => import('../stations/test/TestStation.tsx').then((m) => m.TestStation),
  ship: () => import('../stations/ship/ShipStation.tsx').then((m) => m.ShipStation),
};

const eachStation = <T>(of: (station: StationName) => T) =>
  Object.fromEntries(STATIONS.map((s) => [s, of(s)])) as Record<StationName, T>;

/** Each station comes when it is first opened, or a moment before: when a hand is on its way to it. */
export const bringStation: Readonly<Record<StationName, () => Promise<Piece>>> = eachStation((s) => async () => {
  const piece = await FROM[s]();
  came(s, piece);
  return { default: piece };
});

/** Stations that are waited for where they have not come. */
export const STATION: Readonly<Record<StationName, ComponentType>> = eachStation((s) => lazy(bringStation[s]));
