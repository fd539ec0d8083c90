import type { Knex } from 'knex';
import { inWorkshop } from '../database/inWorkshop.ts';

/** What there is before somebody is known: connections that see no workshop's rows, and the way to those of one. */
export interface Doorstep {
  ground: Knex;
  of: (workshopId: string) => Knex;
}

export const doorstepOf = (ground: Knex, serving: Knex): Doorstep => ({
  ground,
  of: (workshopId) => inWorkshop(serving, workshopId),
});
