import type { ProfileId } from '../document/brief/brief.ts';
import { VERSIONS } from '../versions.ts';
import { craftAbyc } from './craftAbyc.ts';
import { craftIso } from './craftIso.ts';
import { fixedIec } from './fixedIec.ts';
import { fixedNec } from './fixedNec.ts';
import type { Profile } from './profile.ts';
import { roadVehicle } from './roadVehicle.ts';

/** The rule profiles that are whole enough to be offered. */
export const PROFILES: readonly Profile[] = [craftIso, craftAbyc, roadVehicle, fixedIec, fixedNec].map((p) => ({
  ...p,
  version: VERSIONS.profiles[p.id],
}));

/**
 * The profile of an id.
 * @throws RangeError for an id that is none
 * @example
 * profileById('craft-iso').id; // 'craft-iso'
 */
export function profileById(id: ProfileId): Profile {
  const profile = PROFILES.find((p) => p.id === id);
  if (!profile)
    throw new RangeError(`rule profile "${id}" is not known; accepted: ${PROFILES.map((p) => p.id).join(', ')}`);
  return profile;
}
