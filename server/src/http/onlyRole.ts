import type { Person } from '../people/people.ts';
import { rolesInWords } from '../people/rights.ts';
import type { Role } from '../people/roles.ts';
import { refuse } from '../refusal.ts';

/**
 * For what depends on what is sent, beyond the table of rights.
 * @param does what only they do, in words
 * @throws Refusal for everybody else
 */
export function onlyRole({ roles }: Pick<Person, 'roles'>, role: Role, does: string): void {
  if (!roles.includes(role)) refuse(403, `only ${rolesInWords([role])} ${does}`);
}
