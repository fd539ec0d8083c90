import type { Environment } from './cable.ts';

/**
 * The surroundings of a run before anything is said of them: alone, in still air, inside.
 * @example
 * freeAir().bundledCount; // 1
 */
export const freeAir = (): Environment => ({
  ambientC: null,
  bundledCount: 1,
  sheathed: false,
  surroundings: 'inside',
  travelMm: 0,
});
