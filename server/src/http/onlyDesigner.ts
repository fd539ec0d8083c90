import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';

/** @param does what only a designer does, in words @throws Refusal for everybody else */
export function onlyDesigner({ role }: Pick<Person, 'role'>, does: string): void {
  if (role !== 'designer') refuse(403, `only a designer ${does}`);
}
