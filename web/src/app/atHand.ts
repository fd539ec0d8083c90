import type { ComponentType } from 'react';

const pieces = new Map<string, ComponentType>();

/** Takes down that a station has come. Kept apart from the stations, so that the first screen need not know them. */
export function came(station: string, piece: ComponentType): void {
  pieces.set(station, piece);
}

/** The station that has come, drawn without waiting for anything; null where it has yet to come. */
export const atHand = (station: string): ComponentType | null => pieces.get(station) ?? null;

/** Whether what an address leads to can be drawn at once: a station of a job that has come. */
export function isAtHand(path: string): boolean {
  const station = /^\/jobs\/[^/]+\/([a-z]+)/.exec(path)?.[1];
  return station !== undefined && pieces.has(station);
}
