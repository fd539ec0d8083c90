import type { StationName } from '@ombrik/core/stations';
import { type ComponentType, lazy } from 'react';

/** Each station comes when it is first opened, or a moment before: when a hand is on its way to it. */
export const bringStation: Readonly<Record<StationName, () => Promise<{ default: ComponentType }>>> = {
  brief: () => import('../stations/brief/BriefStation.tsx').then((m) => ({ default: m.BriefStation })),
  power: () => import('../stations/power/PowerStation.tsx').then((m) => ({ default: m.PowerStation })),
  circuit: () => import('../stations/circuit/CircuitStation.tsx').then((m) => ({ default: m.CircuitStation })),
  board: () => import('../stations/board/BoardStation.tsx').then((m) => ({ default: m.BoardStation })),
  cables: () => import('../stations/cables/CablesStation.tsx').then((m) => ({ default: m.CablesStation })),
  build: () => import('../stations/build/BuildStation.tsx').then((m) => ({ default: m.BuildStation })),
  test: () => import('../stations/test/TestStation.tsx').then((m) => ({ default: m.TestStation })),
  ship: () => import('../stations/ship/ShipStation.tsx').then((m) => ({ default: m.ShipStation })),
};

export const STATION: Readonly<Record<StationName, ComponentType>> = {
  brief: lazy(bringStation.brief),
  power: lazy(bringStation.power),
  circuit: lazy(bringStation.circuit),
  board: lazy(bringStation.board),
  cables: lazy(bringStation.cables),
  build: lazy(bringStation.build),
  test: lazy(bringStation.test),
  ship: lazy(bringStation.ship),
};
