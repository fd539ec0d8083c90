import type { ProfileId } from '../../board/board.ts';
import { craftIso } from './craftIso.ts';
import { fixedIec } from './fixedIec.ts';
import type { RuleProfile } from './profile.ts';

/** The rule profiles that are whole enough to be offered. */
export const PROFILES: readonly RuleProfile[] = [craftIso, fixedIec];

export function profileById(id: ProfileId): RuleProfile {
  const profile = PROFILES.find((p) => p.id === id);
  if (!profile)
    throw new RangeError(`rule profile "${id}" is not known; accepted: ${PROFILES.map((p) => p.id).join(', ')}`);
  return profile;
}
